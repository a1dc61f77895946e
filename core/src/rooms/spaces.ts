import { lastOf, nth } from '../lookups/index.ts';
import { compareIds } from '../plan/ids.ts';
import { valuesIn, type Opening, type Plan, type RoomUse } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import type { Boundary, Face } from './faces.ts';

/** A straight part of a wall space: the stretch `start` to `end` (start < end) along a wall, and where it begins in the space. */
export interface SpacePiece {
  readonly wall: string;
  readonly side: 'left' | 'right';
  readonly start: number;
  readonly end: number;
  readonly offset: number;
}

/** One unbroken stretch of floor line on the framing's face, walked with the room on the left. */
export interface FloorLine {
  readonly length: number;
  readonly pieces: readonly SpacePiece[];
  /** True when the room is closed all round with no break: the end joins the start. */
  readonly ring: boolean;
  /** Stretches of the line that counters stand along: they have receptacles of their own over the top. Ascending. */
  readonly served?: readonly Along[];
}

/** A stretch of a floor line, measured from its start. */
export interface Along {
  readonly from: number;
  readonly to: number;
}

/** Inches of `line` between two places that counters do not serve; places may run past the end of a ring. */
export function unservedLength(line: FloorLine, from: number, to: number): number {
  if (to <= from) return 0;
  const around = line.ring ? [0, line.length, 2 * line.length] : [0];
  const taken = (line.served ?? []).flatMap((s) =>
    around.map((turn) => Math.max(0, Math.min(to, s.to + turn) - Math.max(from, s.from + turn))),
  );
  return Math.max(0, to - from - taken.reduce((sum, t) => sum + t, 0));
}

/** Rooms whose wall spaces need receptacles: NEC 210.52(A) (from memory). */
export const spacedUses: ReadonlySet<RoomUse> = new Set([
  'kitchen',
  'dining',
  'living',
  'family',
  'bedroom',
  'office',
  'den',
  'library',
  'sunroom',
  'recreation',
]);

const breakingOpenings: ReadonlySet<Opening['kind']> = new Set([
  'door',
  'sliding-door',
  'cased',
  'garage-door',
  'fireplace',
  'cabinet',
]);
/** Fixed cabinets without counters, and what is as fixed. A counter does not break the line: NEC 210.52(A)(2)(1) (from memory). */
const breakingFixtures: ReadonlySet<string> = new Set(['cabinet', 'tub', 'shower']);
const servingFixtures: ReadonlySet<string> = new Set(['counter', 'peninsula']);

interface Stretch {
  readonly face: Face;
  /** Measured from the face's start in walking order. */
  readonly from: number;
  readonly to: number;
}

function breaksOf(face: Face, plan: Plan): { from: number; to: number }[] {
  if (face.wall === null) return [];
  const spans = [
    ...valuesIn(plan, 'openingsInWall', face.wall).filter((o) => breakingOpenings.has(o.kind)),
    ...valuesIn(plan, 'fixturesOnWall', face.wall).filter(
      (f) => f.side === face.side && breakingFixtures.has(f.kind),
    ),
  ];
  const along = (at: number) => (face.side === 'left' ? at - face.startAt : face.startAt - at);
  return spans
    .map((s) => {
      const ends = [along(s.at), along(s.at + s.width)];
      return { from: Math.max(0, Math.min(...ends)), to: Math.min(face.length, Math.max(...ends)) };
    })
    .filter((s) => s.to > s.from)
    .sort((a, b) => a.from - b.from);
}

/** The stretches of one face left between its breaks; `opens` and `closes` tell whether it joins its neighbours. */
function stretchesOf(face: Face, plan: Plan): Stretch[] {
  const stretches: Stretch[] = [];
  let at = 0;
  for (const gap of breaksOf(face, plan)) {
    stretches.push({ face, from: at, to: gap.from });
    at = Math.max(at, gap.to);
  }
  stretches.push({ face, from: at, to: face.length });
  return stretches;
}

function pieceOf({ face, from, to }: Stretch, offset: number): SpacePiece[] {
  if (face.wall === null || to - from < 1e-6) return [];
  const ends =
    face.side === 'left'
      ? [face.startAt + from, face.startAt + to]
      : [face.startAt - to, face.startAt - from];
  return [{ wall: face.wall, side: face.side, start: nth(ends, 0), end: nth(ends, 1), offset }];
}

function servedOn(pieces: readonly SpacePiece[], plan: Plan): Along[] {
  const found = pieces.flatMap((p) =>
    valuesIn(plan, 'fixturesOnWall', p.wall)
      .filter((f) => f.side === p.side && servingFixtures.has(f.kind))
      .map((f) => ({ start: Math.max(p.start, f.at), end: Math.min(p.end, f.at + f.width) }))
      .filter((f) => f.end - f.start > 1e-6)
      .map((f) =>
        p.side === 'left'
          ? { from: p.offset + f.start - p.start, to: p.offset + f.end - p.start }
          : { from: p.offset + p.end - f.end, to: p.offset + p.end - f.start },
      ),
  );
  const apart: Along[] = [];
  for (const s of found.sort((a, b) => a.from - b.from)) {
    const last = apart.at(-1);
    if (last && s.from <= last.to + 1e-6)
      apart[apart.length - 1] = { from: last.from, to: Math.max(last.to, s.to) };
    else apart.push(s);
  }
  return apart;
}

function floorLineOf(stretches: readonly Stretch[], ring: boolean, plan: Plan): FloorLine {
  let length = 0;
  const pieces = stretches.flatMap((s) => {
    const piece = pieceOf(s, length);
    length += s.to - s.from;
    return piece;
  });
  const served = servedOn(pieces, plan);
  return { length, pieces, ring, ...(served.length > 0 ? { served } : {}) };
}

/** Faces in walking order, from the one on the first wall by its id on: where a walk begins is no matter of how the house lies. */
function fromFirstWall({ faces }: Boundary): readonly Face[] {
  const first = faces.reduce<Face | undefined>(
    (best, f) => (f.wall !== null && isBefore(f, best) ? f : best),
    undefined,
  );
  const i = first ? faces.indexOf(first) : 0;
  return [...faces.slice(i), ...faces.slice(0, i)];
}

const isBefore = (a: Face, b: Face | undefined): boolean =>
  !b ||
  (compareIds(a.wall ?? '', b.wall ?? '') || Math.min(a.startAt, a.endAt) - Math.min(b.startAt, b.endAt)) < 0;

/** Where a line begins: the first of its walls, and the first place on that. */
function firstOf({ pieces }: FloorLine): SpacePiece | undefined {
  return [...pieces].sort((a, b) => compareIds(a.wall, b.wall) || a.start - b.start)[0];
}

function byFirst(a: FloorLine, b: FloorLine): number {
  const [x, y] = [firstOf(a), firstOf(b)];
  return x && y ? compareIds(x.wall, y.wall) || x.start - y.start : Number(!x) - Number(!y);
}

/** Unbroken floor lines of a room, measured around corners as NEC 210.52(A)(2) does (from memory); in the order of their walls. */
export function floorLines(boundary: Boundary, plan: Plan): FloorLine[] {
  const groups: Stretch[][] = [[]];
  let broken = false;
  for (const face of fromFirstWall(boundary)) {
    stretchesOf(face, plan).forEach((stretch, i) => {
      if (i > 0) {
        groups.push([]);
        broken = true;
      }
      lastOf(groups).push(stretch);
    });
  }
  if (!broken) return [floorLineOf(nth(groups, 0), true, plan)];
  const wrapped = [...lastOf(groups), ...nth(groups, 0)];
  return [...groups.slice(1, -1), wrapped]
    .map((g) => floorLineOf(g, false, plan))
    .filter((line) => line.length > 1e-6)
    .sort(byFirst);
}

/** The same floor lines cut at every corner, for the school that takes each straight wall by itself. */
export function straightLines(boundary: Boundary, plan: Plan): FloorLine[] {
  return boundary.faces
    .filter((face) => face.wall !== null)
    .flatMap((face) => stretchesOf(face, plan).map((s) => floorLineOf([s], false, plan)))
    .filter((line) => line.pieces.length > 0)
    .sort(byFirst);
}

export function isRequired(line: FloorLine, use: RoomUse, rules: RuleBook): boolean {
  return (
    spacedUses.has(use) &&
    line.length >= rules('spacing.minWall') - 1e-6 &&
    unservedLength(line, 0, line.length) > 1e-6
  );
}
