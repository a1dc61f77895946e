import { entryOf } from '../lookups/index.ts';
import { isDraft, original } from 'immer';
import type { Boundary } from '../rooms/faces.ts';
import { lettersToKeep } from '../rooms/letters.ts';
import { boundariesOf, boundaryOfRoom, readWalk, unnamedSpaces } from '../rooms/walked.ts';
import { settled } from '../plan/settled.ts';
import { pointInPolygon } from '../geometry/index.ts';
import { z } from 'zod';
import { EditRefused } from '../plan/gate.ts';
import { dropEnd, dropWall } from '../survey/hanging.ts';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, roomSchema, roomUses, text, wallSchema, type Plan, otherSide } from '../plan/index.ts';
import { addWall, copyWalls, joinWalls, moveCorner, moveWall, splitWall } from '../survey/wallMoves.ts';
import { need } from './need.ts';
import { change, changesOf, id, ids, verb, xy } from './verb.ts';

const wallChanges = changesOf(wallSchema.omit({ from: true, to: true }));

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
  setWall: verb(
    'Changes what a wall is made of and how it is dealt with.',
    z.strictObject({ wall: id, changes: wallChanges }),
    (draft, args) => {
      change(need(draft.walls, args.wall, 'wall'), wallSchema, args.changes);
    },
  ),
  setWalls: verb(
    'Changes several walls alike.',
    z.strictObject({ walls: ids, changes: wallChanges }),
    (draft, args) => {
      for (const id of args.walls) change(need(draft.walls, id, 'wall'), wallSchema, args.changes);
    },
  ),
  addWall: verb(
    'Draws a wall; it joins the walls it meets.',
    z.strictObject({ level: id, from: xy, to: xy, wall: wallChanges.optional() }),
    (draft, args) => {
      need(draft.levels, args.level, 'level');
      keepingRooms(draft, () => void addWall(draft, args.level, args.from, args.to, args.wall ?? {}));
    },
  ),
  moveWall: verb(
    'Moves a wall square to itself, to its left where the offset is positive; what meets it follows.',
    z.strictObject({ wall: id, offset: z.number() }),
    (draft, args) => keepingRooms(draft, () => moveWall(draft, args.wall, args.offset)),
  ),
  moveCorner: verb(
    'Moves a corner; its walls follow.',
    z.strictObject({ point: id, to: xy }),
    (draft, args) => keepingRooms(draft, () => moveCorner(draft, args.point, args.to)),
  ),
  splitWall: verb('Cuts a wall in two.', z.strictObject({ wall: id, at: z.number() }), (draft, args) => {
    need(draft.walls, args.wall, 'wall');
    splitWall(draft, args.wall, args.at);
  }),
  joinWalls: verb(
    'Makes one wall of two that run on in line.',
    z.strictObject({ walls: z.tuple([id, id]).readonly() }),
    (draft, args) => {
      for (const id of args.walls) need(draft.walls, id, 'walls');
      if (args.walls[0] === args.walls[1]) throw new EditRefused('walls', 'must be two walls, not one twice');
      joinWalls(draft, ...args.walls);
    },
  ),
  removeWalls: verb(
    'Takes walls away, with what is in them. The other walls of a room keep their letters.',
    z.strictObject({ walls: ids }),
    (draft, args) => {
      const before = settled(draft);
      for (const id of args.walls) {
        if (need(draft.walls, id, 'wall').locked) throw new EditRefused('wall', 'is locked; unlock it first');
        dropWall(draft, id);
      }
      for (const [id, room] of Object.entries(draft.rooms)) {
        const stretches = readWalk(before, id)?.stretches ?? [];
        if (stretches.some((s) => args.walls.includes(s.wall)))
          room.letters = lettersToKeep(before, id, stretches);
        if (room.letters?.every((wall) => !draft.walls[wall])) delete room.letters;
      }
    },
  ),
  copyWalls: verb(
    'Copies walls with their openings; mirrored left to right when asked.',
    z.strictObject({ walls: ids, by: xy, mirrored: z.boolean().optional() }),
    (draft, args) => {
      for (const id of args.walls) need(draft.walls, id, 'wall');
      copyWalls(draft, args.walls, args.by, args.mirrored ?? false);
    },
  ),
  copyRoom: verb(
    'Copies a room’s walls beside it, with its name and fixtures; mirrored left to right when asked.',
    z.strictObject({ room: id, by: xy, mirrored: z.boolean().optional() }),
    (draft, args) => {
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
      const copy = nextId(draft, 'rooms');
      draft.rooms[copy] = {
        level: room.level,
        x,
        y: room.y + args.by.y,
        name: `${room.name} 2`,
        use: room.use,
      };
      for (const f of Object.values(draft.fixtures))
        if (f.room === args.room && f.wall !== undefined && map.has(f.wall)) {
          const side = mirrored ? otherSide(f.side) : f.side;
          draft.fixtures[nextId(draft, 'fixtures')] = entrySchemas.fixtures.parse({
            ...f,
            room: copy,
            wall: map.get(f.wall),
            side,
          });
        }
    },
  ),
  nameRoom: verb(
    'Names a closed space that walls make, by any point inside it.',
    z.strictObject({ level: id, at: xy, name: text, use: z.enum(roomUses) }),
    (draft, args) => {
      need(draft.levels, args.level, 'level');
      draft.rooms[nextId(draft, 'rooms')] = {
        level: args.level,
        x: args.at.x,
        y: args.at.y,
        name: args.name,
        use: args.use,
      };
    },
  ),
  setRoom: verb(
    'Changes a room’s name, use, and what lies over or under it.',
    z.strictObject({
      room: id,
      changes: changesOf(roomSchema.omit({ level: true, x: true, y: true, walk: true })),
    }),
    (draft, args) => {
      change(need(draft.rooms, args.room, 'room'), roomSchema, args.changes);
    },
  ),
  removeRoom: verb(
    'Forgets a room’s name and use, with its fixtures and what hangs from its ceiling or stands in its floor; its walls stay.',
    z.strictObject({ room: id }),
    (draft, args) => {
      need(draft.rooms, args.room, 'room');
      for (const [id, f] of Object.entries(draft.fixtures))
        if (f.room === args.room) delete draft.fixtures[id];
      for (const [id, { on }] of Object.entries(draft.boxes))
        if (('ceiling' in on && on.ceiling === args.room) || ('floor' in on && on.floor === args.room))
          dropEnd(draft, 'boxes', id);
      delete draft.rooms[args.room];
    },
  ),
} as const;
