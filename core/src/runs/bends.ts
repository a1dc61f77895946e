import type { XYZ } from '../geometry/index.ts';
import { entryOf } from '../lookups/index.ts';
import { cables } from '../materials/index.ts';
import type { Run } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { toDecimals } from '../units/index.ts';

/** Where a cable turns nearer to a box or panel than it may bend. Inches. */
export interface TightBend {
  readonly end: string;
  readonly room: number;
  readonly needs: number;
}

/** What a cable's tightest bend takes: so many times its larger side, NEC 334.24 (from memory). Inches. */
export const bendRoom = (cable: string, rules: RuleBook): number =>
  rules('bend.factor') * entryOf(cables, cable).width;

/** A turn less than this is none. Inches. */
const straight = 0.05;

/** With this many times the room of a bend to go level, cable rises over its hole and comes down to it gently. */
const gentle = 3;

/** Half of what a hole goes through. Inches. */
const halfStud = 0.75;

/** Inches from the first place of a line up or down to where it turns into a hole; null where it does not leave up or down, never turns, or has a bay's width to do it in. */
function roomToTurn(path: readonly XYZ[], holes: readonly XYZ[], needs: number): number | null {
  const [end, turn] = [path[0], path[1]];
  if (!end || !turn || path.length < 3) return null;
  if (Math.hypot(turn.x - end.x, turn.y - end.y) > straight) return null;
  const level = holes.filter((h) => Math.abs(h.z - turn.z) < straight);
  const nearest = Math.min(...level.map((h) => Math.hypot(h.x - turn.x, h.y - turn.y) - halfStud));
  return nearest < gentle * needs ? Math.abs(turn.z - end.z) : null;
}

/** Ends of a cable where it turns into a hole with less room than its bend takes, given its line and the middles of its holes. */
export function tightBends(
  { from, to, cable }: Pick<Run, 'from' | 'to' | 'cable'>,
  { path, holes }: { readonly path: readonly XYZ[]; readonly holes: readonly XYZ[] },
  rules: RuleBook,
): TightBend[] {
  const needs = bendRoom(cable, rules);
  const ends = [
    { end: from, room: roomToTurn(path, holes, needs) },
    ...(to === null ? [] : [{ end: to, room: roomToTurn(path.toReversed(), holes, needs) }]),
  ];
  return ends.flatMap(({ end, room }) =>
    room === null || room >= needs - 1e-6 ? [] : [{ end, room: toDecimals(room, 3), needs }],
  );
}
