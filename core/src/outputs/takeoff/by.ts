import { idsOf } from '../../incremental/index.ts';
import { entryOf, listUnder } from '../../lookups/index.ts';
import { valuesIn } from '../../plan/index.ts';
import type { Thing } from '../../plan/things.ts';
import { roomServed, sideSeen } from '../../rooms/seeing.ts';
import type { House } from '../../stages/index.ts';
import type { StageHours } from '../hours.ts';
import type { TakeoffLine } from './index.ts';
import { takeoffParts } from './parts.ts';

/** What the list can be laid out by. */
export const takeoffOrders = ['room', 'circuit', 'stage'] as const;
export type TakeoffOrder = (typeof takeoffOrders)[number];

/** A line’s share of one room, circuit or stage. `cents` null while the line has no price. */
export interface ShareOfLine {
  readonly item: string;
  readonly quantity: number;
  readonly cents: number | null;
}

/** Lines that belong to one room, circuit or stage: its id, or null for what belongs to none. */
export interface TakeoffGroup {
  readonly of: string | null;
  readonly lines: readonly ShareOfLine[];
}

/** Stages by how the items begin that are first needed in them. */
const stageStarts: readonly (readonly [StageHours['stage'], readonly string[]])[] = [
  ['boxes', ['box-', 'ring-', 'backing-', 'screw-', 'pin-', 'brace-']],
  ['holes', ['bit-', 'nail-plate', 'guard-plate', 'sealant-']],
  ['pull', ['cable-', 'connector-', 'label-', 'tube-', 'foam-']],
  ['staple', ['staple-', 'stacker-', 'strap-']],
  ['make-up', ['wire-connector-', 'tail-']],
];

const stageOrder: readonly StageHours['stage'][] = ['boxes', 'holes', 'pull', 'staple', 'make-up', 'trim'];

/** The stage of the work an item is first needed in; what goes on the wall at the end is for trim. */
export const stageOfItem = (item: string): StageHours['stage'] =>
  stageStarts.find(([, starts]) => starts.some((s) => item.startsWith(s)))?.[0] ?? 'trim';

const once = <T>(list: readonly T[]): T[] => [...new Set(list)];

/** Runs with a hole in a wall. */
const runsThrough = ({ runs }: House, wall: string): string[] =>
  idsOf(runs.runs).filter((id) => entryOf(runs.runs, id).bores.some((b) => b.wall === wall));

/** Rooms a thing belongs to: a cable to the one it goes to, a wall to those on its sides. */
function roomsOf(house: House, { kind, id }: Thing): string[] {
  const { plan, rooms } = house;
  const served = (box: string | null) => {
    const room = box === null ? null : roomServed(plan, rooms, box);
    return room === null ? [] : [room];
  };
  switch (kind) {
    case 'box':
      return served(id);
    case 'device':
      return served(entryOf(plan.devices, id).box);
    case 'run': {
      const { from, to } = entryOf(plan.runs, id);
      const there = served(to);
      return there.length > 0 ? there : served(from);
    }
    case 'wall':
      return once((['left', 'right'] as const).flatMap((s) => sideSeen(rooms, id, s).map((r) => r.room)));
    default:
      return [];
  }
}

/** Circuits a thing belongs to: a box to those of its devices, holes in a wall to those of the cables through them. */
function circuitsOf(house: House, { kind, id }: Thing): string[] {
  const { plan } = house;
  const named = (circuit: string | null) => (circuit === null ? [] : [circuit]);
  switch (kind) {
    case 'circuit':
      return [id];
    case 'run':
      return named(entryOf(plan.runs, id).circuit);
    case 'device':
      return named(entryOf(plan.devices, id).circuit);
    case 'box': {
      const own = once(valuesIn(plan, 'devicesInBox', id).flatMap((d) => named(d.circuit)));
      const fed = valuesIn(plan, 'runsAtEnd', id).flatMap((run) => named(run.circuit));
      return own.length > 0 ? own : once(fed);
    }
    case 'wall':
      return once(runsThrough(house, id).flatMap((run) => named(entryOf(plan.runs, run).circuit)));
    default:
      return [];
  }
}

/** Where a part of a line goes: to each of its rooms or circuits alike, to none where it has none. */
function goesTo(house: House, by: TakeoffOrder, item: string, of: Thing): (string | null)[] {
  if (by === 'stage') return [stageOfItem(item)];
  const own = by === 'room' ? roomsOf(house, of) : circuitsOf(house, of);
  return own.length > 0 ? own : [null];
}

/** The list by room, circuit or stage: every line whole in its parts, nothing twice. Groups in the order of their ids, what belongs to none last. */
export function takeoffBy(house: House, lines: readonly TakeoffLine[], by: TakeoffOrder): TakeoffGroup[] {
  const groups = new Map<string | null, ShareOfLine[]>();
  for (const { item, quantity, cents } of lines) {
    const shares = new Map<string | null, number>();
    for (const { of, share } of takeoffParts(house, item)) {
      const to = goesTo(house, by, item, of);
      for (const key of to) shares.set(key, (shares.get(key) ?? 0) + share / to.length);
    }
    for (const [key, share] of shares)
      listUnder(groups, key).push({
        ...{ item, quantity: quantity * share },
        cents: cents === null ? null : cents * share,
      });
  }
  const order = by === 'stage' ? stageOrder : idsOf(house.plan[by === 'room' ? 'rooms' : 'circuits']);
  return [...order, null].flatMap((of) => {
    const own = groups.get(of);
    return own ? [{ of, lines: own }] : [];
  });
}
