import { entryOf } from '../lookups/index.ts';
import type { XY } from '../geometry/index.ts';
import { entriesOf, idsOf, query, valuesOf } from '../incremental/index.ts';
import type { Level, Room } from '../plan/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { OpenSpace } from './graph.ts';
import type { Framed } from './wallPiece.ts';

/** How far past a room's own walls an upper wall may stand and still be over it. */
const overhang = 12;

/** Framing with the rooms it bounds. */
export interface FramedRooms extends Framed {
  readonly rooms: Readonly<Record<string, FoundRoom>>;
}

const wallsOfRoom = query('walls of room', ({ rooms }: FramedRooms, room: string): string[] => [
  ...new Set(entryOf(rooms, room).boundary?.faces.flatMap((f) => f.wall ?? [])),
]);

/** What lies over and under some walls: of their level, or of the room they go around. */
interface Enclosed {
  readonly key: string;
  readonly walls: readonly string[];
  readonly level: Level;
  readonly above: NonNullable<Room['above']> | Level['above'];
  readonly below: NonNullable<Room['below']> | Level['below'];
}

function spacesOf(f: FramedRooms, { key, walls, level, above, below }: Enclosed): OpenSpace[] {
  const joists = (bored: boolean) => (bored ? level.joists : null);
  const on = (side: 'over' | 'under', list: readonly string[]) => list.map((wall) => ({ wall, side }));
  const over: OpenSpace = {
    key: `${key} above`,
    kind: 'above',
    walls: [...on('over', walls), ...on('under', floorsOver(f, walls))],
    joists: joists(above === 'joists'),
  };
  const under: OpenSpace = {
    key: `${key} below`,
    kind: 'below',
    walls: on('under', walls),
    joists: joists(below === 'joists'),
  };
  return [...(above === 'closed' ? [] : [over]), ...(below === 'slab' ? [] : [under])];
}

/** The open framing over and under a room, where what comes through the plates is joined. */
const spacesOfRoom = query('spaces of room', (f: FramedRooms, id: string): OpenSpace[] => {
  const room = entryOf(f.plan.rooms, id);
  const level = entryOf(f.plan.levels, room.level);
  return spacesOf(f, {
    key: id,
    walls: wallsOfRoom(f, id),
    level,
    above: room.above ?? level.above,
    below: room.below ?? level.below,
  });
});

/** The same over and under a wall that no room is bounded by. */
const spacesOfWall = query('spaces of wall', (f: FramedRooms, id: string): OpenSpace[] => {
  const level = entryOf(f.plan.levels, entryOf(f.framing.lines, id).level);
  return spacesOf(f, { key: id, walls: [id], level, above: level.above, below: level.below });
});

/** Every space over and under rooms, and over and under walls of no room. */
export const openSpaces = query('open spaces', (f: FramedRooms): readonly OpenSpace[] => {
  const rooms = idsOf(f.rooms);
  const inRooms = new Set(rooms.flatMap((id) => wallsOfRoom(f, id)));
  const alone = idsOf(f.framing.walls).filter((id) => !inRooms.has(id));
  return [...rooms.flatMap((id) => spacesOfRoom(f, id)), ...alone.flatMap((id) => spacesOfWall(f, id))];
});

/** Walls of the next level up that stand over a room: what is over the room is under them. */
function floorsOver({ plan, framing }: FramedRooms, walls: readonly string[]): string[] {
  const own = plan.levels[framing.lines[walls[0] ?? '']?.level ?? ''];
  if (!own) return [];
  const higher = entriesOf(plan.levels).filter(([, l]) => l.elevation > own.elevation);
  const next = higher.sort((x, y) => x[1].elevation - y[1].elevation)[0];
  if (!next || next[1].below === 'slab') return [];
  const ends = walls.flatMap((w) => [entryOf(framing.lines, w).from, entryOf(framing.lines, w).to]);
  const [xs, ys] = [ends.map((p) => p.x), ends.map((p) => p.y)];
  const within = (p: XY) =>
    p.x > Math.min(...xs) - overhang &&
    p.x < Math.max(...xs) + overhang &&
    p.y > Math.min(...ys) - overhang &&
    p.y < Math.max(...ys) + overhang;
  return valuesOf(framing.lines)
    .filter((l) => l.level === next[0] && within({ x: (l.from.x + l.to.x) / 2, y: (l.from.y + l.to.y) / 2 }))
    .map((l) => l.id);
}
