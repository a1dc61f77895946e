import { entryOf, must } from '../lookups/index.ts';
import { add, leftOf, pointInPolygon, scale, type XY } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entriesIn, type DeviceKind, type Plan } from '../plan/index.ts';
import { kindsIn } from './kinds.ts';
import { facePoint } from '../framing/faces.ts';
import type { Rooms } from '../rooms/ways.ts';
import { isLeftAsItIs } from '../rooms/work.ts';
import { footprintOf } from '../rooms/footprint.ts';
import { roomSeeing } from '../rooms/seeing.ts';

/** A box on a ceiling or in a floor that a room owes: over a vehicle door, or at an island. */
export interface OwedFlat {
  readonly what: 'opener' | 'island';
  readonly on: 'ceiling' | 'floor';
  readonly room: string;
  readonly at: XY;
  readonly kind: DeviceKind;
  /** The opening or fixture it is for. */
  readonly cause: string;
}

/** How far in from a vehicle door its opener hangs. Common practice, no source. */
const openerInset = 108;

/** An opener this near the middle of a door, either way, is its own. */
const openerNear = 72;

function flatBoxes(plan: Plan, room: string, kinds: ReadonlySet<DeviceKind>): XY[] {
  return entriesIn(plan, 'boxesHungIn', room).flatMap(([id, { on }]) =>
    'x' in on && kindsIn(plan, id).some((kind) => kinds.has(kind)) ? [{ x: on.x, y: on.y }] : [],
  );
}

/** A receptacle on the ceiling for each vehicle door's opener: common practice, no source. */
function openersOwed(plan: Plan, framing: Framing, rooms: Rooms): OwedFlat[] {
  return entriesIn(plan, 'openingsOfKind', 'garage-door').flatMap(([cause, o]): OwedFlat[] => {
    const middle = o.at + o.width / 2;
    const side = (['left', 'right'] as const).find(
      (s) => roomSeeing(rooms, { wall: o.wall, side: s, at: middle }) !== null,
    );
    const room = side && roomSeeing(rooms, { wall: o.wall, side, at: middle });
    if (!side || !room || isLeftAsItIs(plan, entryOf(rooms, room))) return [];
    const door = facePoint(framing, o.wall, side, middle);
    const inward = scale(leftOf(entryOf(framing.lines, o.wall).unit), side === 'left' ? 1 : -1);
    const { polygon } = must(entryOf(rooms, room).boundary, 'the boundary of the room');
    const at = [1, 0.75, 0.5, 0.25]
      .map((share) => add(door, scale(inward, openerInset * share)))
      .find((p) => pointInPolygon(p, polygon));
    const along = (p: XY) => Math.abs((p.x - door.x) * inward.y - (p.y - door.y) * inward.x);
    const there = flatBoxes(plan, room, new Set(['opener'])).some((p) => along(p) < openerNear);
    return there || !at ? [] : [{ what: 'opener', on: 'ceiling', room, at, kind: 'opener', cause }];
  });
}

const middleOf = (ground: readonly XY[], axis: 'x' | 'y'): number =>
  ground.reduce((sum, p) => sum + p[axis], 0) / ground.length;

/**
 * An island's outlet by edition: before 2023 a receptacle, since then none is owed but a way to add one later, so a cable is brought to a
 * box in its floor. NEC 210.52(C)(2), (3) (from memory).
 */
function islandsOwed(plan: Plan, framing: Framing, rooms: Rooms): OwedFlat[] {
  const kind: DeviceKind = plan.rules.edition === '2023' ? 'splice' : 'counter-receptacle';
  const serves: ReadonlySet<DeviceKind> = new Set(['counter-receptacle', 'receptacle', 'gfci', kind]);
  return entriesIn(plan, 'fixturesOfKind', 'island').flatMap(([cause, f]): OwedFlat[] => {
    const ground = rooms[f.room]?.boundary ? footprintOf(f, framing) : null;
    if (!ground || flatBoxes(plan, f.room, serves).some((p) => pointInPolygon(p, ground))) return [];
    return [
      {
        what: 'island',
        on: 'floor',
        room: f.room,
        at: { x: f.x ?? middleOf(ground, 'x'), y: f.y ?? middleOf(ground, 'y') },
        kind,
        cause,
      },
    ];
  });
}

/** Boxes on ceilings and floors that are still owed beside lights and alarms, in a fixed order. */
export function owedFlat(plan: Plan, framing: Framing, rooms: Rooms): OwedFlat[] {
  const owed = [...openersOwed(plan, framing, rooms), ...islandsOwed(plan, framing, rooms)];
  return owed.sort((a, b) => compareIds(a.cause, b.cause));
}
