import { pointInPolygon, type XY } from '../geometry/index.ts';
import { entriesOf, idsOf, query } from '../incremental/index.ts';
import { entryOf, listUnder } from '../lookups/index.ts';
import { isOnWall, type Box, type Plan, type Side } from '../plan/index.ts';
import type { Boundary } from './faces.ts';
import { boundaryOfRoom } from './walked.ts';

/** Rooms by id, each with the boundary its walls close; null where they do not. */
export type BoundedRooms = Readonly<Record<string, { readonly boundary: Boundary | null }>>;

/** A place on one side of a wall, inches along it. */
export interface WallPoint {
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
}

interface Seen {
  readonly room: string;
  readonly start: number;
  readonly end: number;
}

const noSides: readonly Seen[] = [];

/** Which stretches of each side of each wall the rooms see. */
const sidesSeen = query('sides seen', (rooms: BoundedRooms): Map<string, Map<Side, Seen[]>> => {
  const map = new Map<string, Map<Side, Seen[]>>();
  for (const [room, { boundary }] of entriesOf(rooms)) {
    for (const f of boundary?.faces ?? []) {
      if (f.wall === null) continue;
      const sides = map.get(f.wall) ?? new Map<Side, Seen[]>();
      const seen = { room, start: Math.min(f.startAt, f.endAt), end: Math.max(f.startAt, f.endAt) };
      listUnder(sides, f.side).push(seen);
      map.set(f.wall, sides);
    }
  }
  return map;
});

/** The same of one side of one wall. */
export const sideSeen = query(
  'side seen',
  (rooms: BoundedRooms, wall: string, side: Side): readonly Seen[] =>
    sidesSeen(rooms).get(wall)?.get(side) ?? noSides,
);

/** Boxes and panels at the very end of a face may stand a hair past it, inches. */
export const pastCorner = 0.5;

/** The room that sees a place on one side of a wall, `slack` inches past its corners with it; null when none does. */
export function roomSeeing(rooms: BoundedRooms, { wall, side, at }: WallPoint, slack = 0): string | null {
  const here = sideSeen(rooms, wall, side);
  const past = (s: Seen) => Math.max(s.start - at, at - s.end, 0);
  const nearest = here.reduce<Seen | null>((best, s) => (!best || past(s) < past(best) ? s : best), null);
  return nearest && past(nearest) <= slack ? nearest.room : null;
}

/** The room a box serves: its ceiling's or floor's, or the room that sees its side of the wall; null when none does. */
export function roomOfBox({ on }: Box, rooms: BoundedRooms): string | null {
  if (isOnWall(on)) return roomSeeing(rooms, on, pastCorner);
  return 'ceiling' in on ? on.ceiling : on.floor;
}

/** The room the box with an id serves; null when no room does, or there is no such box. */
export const roomServed = query(
  'room of box',
  (plan: Plan, rooms: BoundedRooms, box: string): string | null => {
    const own = plan.boxes[box];
    return own ? roomOfBox(own, rooms) : null;
  },
);

/** The rooms of a plan with the boundaries its walls close, without computing anything else. The same object for the same plan. */
export const boundedRooms = query('bounded rooms', (plan: Plan): BoundedRooms =>
  Object.fromEntries(idsOf(plan.rooms).map((id) => [id, { boundary: boundaryOfRoom(plan, id) }])),
);

/** The room of a level whose walls close around a place; null when none does. */
export function roomHolding(plan: Plan, level: string, at: XY): string | null {
  const rooms = boundedRooms(plan);
  const holds = (id: string) => {
    const { boundary } = entryOf(rooms, id);
    return (
      entryOf(plan.rooms, id).level === level && boundary !== null && pointInPolygon(at, boundary.polygon)
    );
  };
  return idsOf(rooms).find(holds) ?? null;
}

/** Boxes that serve a room: in its ceiling, its floor, or on the walls it sees; in the order of the plan. */
export function boxesOfRoom(plan: Plan, room: string, rooms: BoundedRooms = boundedRooms(plan)): string[] {
  return idsOf(plan.boxes).filter((id) => roomOfBox(entryOf(plan.boxes, id), rooms) === room);
}
