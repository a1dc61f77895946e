import { entryOf } from '../lookups/index.ts';
import { isDraft, original } from 'immer';
import type { Boundary } from '../rooms/faces.ts';
import { boundariesOf, boundaryOfRoom, unnamedSpaces } from '../rooms/walked.ts';
import { pointInPolygon, type XY } from '../geometry/index.ts';
import { EditRefused } from '../plan/gate.ts';
import { dropEnd, dropWall } from '../survey/hanging.ts';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, type Plan, type RoomUse, type Wall } from '../plan/index.ts';
import { addWall, copyWalls, joinWalls, moveCorner, moveWall, splitWall } from '../survey/wallMoves.ts';
import { need } from './need.ts';

/**
 * Makes an edit of walls, then sees that every room that was closed still has its name point inside one of the spaces its old space became:
 * the largest that no other room names.
 */
function keepingRooms(draft: Plan, change: () => void): void {
  const rooms = Object.entries(draft.rooms).map(([id, { level, x, y }]) => ({ id, level, x, y }));
  const around = (boundaries: readonly Boundary[], room: (typeof rooms)[number]) =>
    boundaries.find((b) => b.level === room.level && pointInPolygon(room, b.polygon));
  const before = boundariesOf(isDraft(draft) ? (original(draft) ?? draft) : draft);
  change();
  const after = boundariesOf(draft);
  for (const room of rooms) {
    const was = around(before, room);
    if (!was || around(after, room)) continue;
    const [space] = unnamedSpaces(draft, room.level, after)
      .filter((s) => pointInPolygon(s, was.polygon))
      .sort((a, b) => b.area - a.area);
    if (space) Object.assign(entryOf(draft.rooms, room.id), { x: space.x, y: space.y });
  }
}

/** Verbs for walls as pieces of framing: drawn, moved, cut, joined, copied. */
export const wallEdits = {
  setWall: (draft: Plan, args: { wall: string; changes: Partial<Omit<Wall, 'from' | 'to'>> }) => {
    Object.assign(need(draft.walls, args.wall, 'wall'), args.changes);
  },
  setWalls: (
    draft: Plan,
    args: { walls: readonly string[]; changes: Partial<Omit<Wall, 'from' | 'to'>> },
  ) => {
    for (const id of args.walls) Object.assign(need(draft.walls, id, 'wall'), args.changes);
  },
  addWall: (draft: Plan, args: { level: string; from: XY; to: XY; wall?: Partial<Wall> }) => {
    need(draft.levels, args.level, 'level');
    keepingRooms(draft, () => void addWall(draft, args.level, args.from, args.to, args.wall ?? {}));
  },
  moveWall: (draft: Plan, args: { wall: string; offset: number }) =>
    keepingRooms(draft, () => moveWall(draft, args.wall, args.offset)),
  moveCorner: (draft: Plan, args: { point: string; to: XY }) =>
    keepingRooms(draft, () => moveCorner(draft, args.point, args.to)),
  splitWall: (draft: Plan, args: { wall: string; at: number }) => {
    need(draft.walls, args.wall, 'wall');
    splitWall(draft, args.wall, args.at);
  },
  joinWalls: (draft: Plan, args: { walls: readonly [string, string] }) => {
    for (const id of args.walls) need(draft.walls, id, 'walls');
    if (args.walls[0] === args.walls[1]) throw new EditRefused('walls', 'must be two walls, not one twice');
    joinWalls(draft, ...args.walls);
  },
  removeWalls: (draft: Plan, args: { walls: readonly string[] }) => {
    for (const id of args.walls) {
      if (need(draft.walls, id, 'wall').locked) throw new EditRefused('wall', 'is locked; unlock it first');
      dropWall(draft, id);
    }
  },
  copyWalls: (draft: Plan, args: { walls: readonly string[]; by: XY; mirrored?: boolean }) => {
    for (const id of args.walls) need(draft.walls, id, 'wall');
    copyWalls(draft, args.walls, args.by, args.mirrored ?? false);
  },
  /** Copies a room's walls beside it, with its name and fixtures; mirrored left to right when asked. */
  copyRoom: (draft: Plan, args: { room: string; by: XY; mirrored?: boolean }) => {
    const room = need(draft.rooms, args.room, 'room');
    const boundary = boundaryOfRoom(draft, args.room);
    if (!boundary) throw new EditRefused('room', 'is not closed by walls yet');
    const walls = [...new Set(boundary.faces.flatMap((f) => f.wall ?? []))];
    const xs = walls.flatMap((id) => [
      entryOf(draft.points, entryOf(draft.walls, id).from).x,
      entryOf(draft.points, entryOf(draft.walls, id).to).x,
    ]);
    const mirrored = args.mirrored ?? false;
    const x = (mirrored ? Math.min(...xs) + Math.max(...xs) - room.x : room.x) + args.by.x;
    const map = copyWalls(draft, walls, args.by, mirrored);
    const copy = nextId(draft.rooms, 'r');
    draft.rooms[copy] = {
      level: room.level,
      x,
      y: room.y + args.by.y,
      name: `${room.name} 2`,
      use: room.use,
    };
    for (const f of Object.values(draft.fixtures))
      if (f.room === args.room && f.wall !== undefined && map.has(f.wall)) {
        const side = mirrored ? (f.side === 'left' ? 'right' : 'left') : f.side;
        draft.fixtures[nextId(draft.fixtures, 'f')] = entrySchemas.fixtures.parse({
          ...f,
          room: copy,
          wall: map.get(f.wall),
          side,
        });
      }
  },
  /** Names a closed space that walls make: any point inside it. */
  nameRoom: (draft: Plan, args: { level: string; at: XY; name: string; use: RoomUse }) => {
    need(draft.levels, args.level, 'level');
    draft.rooms[nextId(draft.rooms, 'r')] = {
      level: args.level,
      x: args.at.x,
      y: args.at.y,
      name: args.name,
      use: args.use,
    };
  },
  setRoom: (draft: Plan, args: { room: string; changes: Partial<{ name: string; use: RoomUse }> }) => {
    Object.assign(need(draft.rooms, args.room, 'room'), args.changes);
  },
  /** Forgets a room's name and use, with its fixtures and what hangs from its ceiling or stands in its floor; its walls stay. */
  removeRoom: (draft: Plan, args: { room: string }) => {
    need(draft.rooms, args.room, 'room');
    for (const [id, f] of Object.entries(draft.fixtures)) if (f.room === args.room) delete draft.fixtures[id];
    for (const [id, { on }] of Object.entries(draft.boxes))
      if (('ceiling' in on && on.ceiling === args.room) || ('floor' in on && on.floor === args.room))
        dropEnd(draft, 'boxes', id);
    delete draft.rooms[args.room];
  },
} as const;
