import { entryOf, listUnder } from '../lookups/index.ts';
import { entriesOf, query, valuesOf } from '../incremental/index.ts';
import { type Opening, type Plan, type RoomUse, type Side, otherSide, valuesIn } from '../plan/index.ts';
import { pointInPolygon } from '../geometry/index.ts';
import type { FoundRoom } from './index.ts';
import { roomSeeing } from './seeing.ts';

export type Rooms = Readonly<Record<string, FoundRoom>>;

/** An opening people walk through, as one room sees it. */
export interface WayIn {
  readonly opening: string;
  readonly room: string;
  readonly wall: string;
  /** The side of the wall the room lies on. */
  readonly side: Side;
  /** The room on the other side; null where nothing is drawn. */
  readonly leadsTo: string | null;
  /** Whether it leads out of the house: to a porch, or through an outside wall. */
  readonly outside: boolean;
}

const walkedThrough: ReadonlySet<Opening['kind']> = new Set(['door', 'sliding-door', 'cased']);
export const openAir: ReadonlySet<RoomUse> = new Set(['porch', 'outdoor']);

const noWays: readonly WayIn[] = [];

const allWays = query('ways in', (plan: Plan, rooms: Rooms): Map<string, WayIn[]> => {
  const ways = new Map<string, WayIn[]>();
  for (const [opening, o] of entriesOf(plan.openings)) {
    if (!walkedThrough.has(o.kind)) continue;
    for (const side of ['left', 'right'] as const) {
      const middle = o.at + o.width / 2;
      const room = roomSeeing(rooms, { wall: o.wall, side, at: middle });
      if (room === null) continue;
      const leadsTo = roomSeeing(rooms, { wall: o.wall, side: otherSide(side), at: middle });
      const outside =
        leadsTo === null
          ? entryOf(plan.walls, o.wall).exterior
          : openAir.has(entryOf(plan.rooms, leadsTo).use);
      const way: WayIn = { opening, room, wall: o.wall, side, leadsTo, outside };
      listUnder(ways, room).push(way);
    }
  }
  return ways;
});
const waysOfRoom = query(
  'ways into room',
  (plan: Plan, rooms: Rooms, room: string): readonly WayIn[] => allWays(plan, rooms).get(room) ?? noWays,
);

/** Every opening a room can be walked into by, in id order. Vehicle doors are not ways in: NEC 210.70(A)(2) (from memory). */
export function waysInto(room: string, plan: Plan, rooms: Rooms): readonly WayIn[] {
  return waysOfRoom(plan, rooms, room);
}

/** The stair that goes on above a stair: the stair room of the next level that lies over it; null when there is none. */
export function stairAbove(room: string, plan: Plan, rooms: Rooms): string | null {
  const own = entryOf(plan.rooms, room);
  const height = (id: string) => entryOf(plan.levels, entryOf(plan.rooms, id).level).elevation;
  const over = valuesOf(rooms)
    .filter(
      (r) =>
        r.use === 'stair' &&
        height(r.id) > height(room) &&
        r.boundary !== null &&
        pointInPolygon(own, r.boundary.polygon),
    )
    .sort((a, b) => height(a.id) - height(b.id));
  return over[0]?.id ?? null;
}

/** Rooms people go into and come out of again by the same door. */
const endUses: ReadonlySet<RoomUse> = new Set([
  'closet',
  'pantry',
  'storage',
  'utility',
  'bath',
  'powder',
  'laundry',
  'bedroom',
  'office',
  'den',
  'library',
  'workshop',
  'garage',
]);

/** A room nobody walks through: of such a use, with one way in and no vehicle door. What stays as it is goes on into the house. */
function isDeadEnd(room: string, plan: Plan, rooms: Rooms): boolean {
  const walls = new Set(entryOf(rooms, room).boundary?.faces.map((f) => f.wall));
  const goesOn =
    !endUses.has(entryOf(plan.rooms, room).use) ||
    [...walls].every((w) => w === null || entryOf(plan.walls, w).cover === 'closed') ||
    valuesIn(plan, 'openingsOfKind', 'garage-door').some((o) => walls.has(o.wall));
  return !goesOn && waysInto(room, plan, rooms).length === 1;
}

/** Ways by which people arrive in a room: not from closets and other rooms with no way on. All of them where those are all there are. */
export function arrivals(room: string, plan: Plan, rooms: Rooms): readonly WayIn[] {
  const all = waysInto(room, plan, rooms);
  const real = all.filter((w) => w.outside || w.leadsTo === null || !isDeadEnd(w.leadsTo, plan, rooms));
  return real.length > 0 ? real : all;
}
