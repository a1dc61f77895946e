import { entryOf, must, nth } from '../lookups/index.ts';
import { add, direction, leftOf, scale, type XY } from '../geometry/index.ts';
import { boundaryOfRoom, readWalk, walkedFaces } from '../rooms/walked.ts';
import { z } from 'zod';
import { EditRefused } from '../plan/gate.ts';
import { dropWall } from '../survey/hanging.ts';
import { nextId } from '../plan/ids.ts';
import {
  entrySchemas,
  keysOf,
  roomSchema,
  roomUses,
  side,
  text,
  type Plan,
  otherSide,
} from '../plan/index.ts';
import { framingKinds, type FramingKind } from '../materials/index.ts';
import { withLastWall, type Walk, type WalkLeg } from '../survey/walk.ts';
import { writeWalk } from '../survey/walkWrite.ts';
import { moveWall } from '../survey/wallMoves.ts';
import { need } from './need.ts';
import { id, verb, xy, type ArgsOf } from './verb.ts';

const framing = z.enum(keysOf(framingKinds));

/** The wall whose other side a new room is walked along first, as `side` of it is seen by a room that is there; `at` inches on from that room's own corner. */
const farSide = z.strictObject({ wall: id, side, at: z.number().optional() });

/** What is over and under a room, and whether it lies below grade. */
const around = roomSchema.pick({
  above: true,
  ceilingAccess: true,
  below: true,
  floorAccess: true,
  belowGrade: true,
});
const startRoom = z.strictObject({
  name: text,
  use: z.enum(roomUses),
  level: id.optional(),
  framing: framing.optional(),
  behind: farSide.optional(),
  ...around.shape,
});

const walk = z.strictObject({
  start: xy,
  heading: z.number(),
  legs: z
    .array(
      z.strictObject({
        length: z.number(),
        turn: z.number(),
        wall: id.optional(),
        was: z.number().int().min(0).optional(),
      }),
    )
    .readonly(),
});

/** Where a walk along the far side of a wall begins: across from the corner of the room this side, heading with the new room on the right. */
function startBehind(plan: Plan, behind: ArgsOf<typeof farSide>): { start: XY; heading: number } {
  const wall = need(plan.walls, behind.wall, 'behind');
  const [from, to] = [entryOf(plan.points, wall.from), entryOf(plan.points, wall.to)];
  const u = must(direction(from, to), 'the direction of a wall');
  const far = otherSide(behind.side);
  const faces = Object.keys(plan.rooms).flatMap((id) => boundaryOfRoom(plan, id)?.faces ?? []);
  const face = faces.find((f) => f.wall === behind.wall && f.side === behind.side);
  const along = far === 'right' ? u : scale(u, -1);
  const corner = face
    ? far === 'right'
      ? Math.min(face.startAt, face.endAt)
      : Math.max(face.startAt, face.endAt)
    : far === 'right'
      ? 0
      : Math.hypot(to.x - from.x, to.y - from.y);
  const at = corner + (far === 'right' ? 1 : -1) * (behind.at ?? 0);
  const out = scale(leftOf(u), ((far === 'left' ? 1 : -1) * framingKinds[wall.framing].depth) / 2);
  const start = add(add(from, scale(u, at)), out);
  return { start, heading: (Math.atan2(along.y, along.x) * 180) / Math.PI };
}

/** Walls of a closed room that no other room looks at. */
function wallsOnlyOf(plan: Plan, roomId: string): string[] {
  const wallsOf = (id: string) => boundaryOfRoom(plan, id)?.faces.flatMap((f) => f.wall ?? []) ?? [];
  const others = new Set(
    Object.keys(plan.rooms)
      .filter((id) => id !== roomId)
      .flatMap(wallsOf),
  );
  return [...new Set(wallsOf(roomId))].filter((id) => !others.has(id));
}

function openWalk(draft: Plan, roomId: string): { walk: Walk; framing: FramingKind } {
  const known = readWalk(draft, roomId);
  if (known?.closed)
    throw new EditRefused('length', 'the room is closed; change a wall’s length, or start another room');
  const room = entryOf(draft.rooms, roomId);
  return known ?? { walk: { start: { x: room.x, y: room.y }, heading: 0, legs: [] }, framing: '2x4' };
}

/** Verbs for rooms as they are walked. */
export const walkEdits = {
  startRoom: verb(
    'Adds a room with no walls yet: clear of what is there, or on the far side of a wall of another room.',
    startRoom,
    (draft, args) => {
      const level =
        args.level ??
        (args.behind
          ? entryOf(draft.points, need(draft.walls, args.behind.wall, 'behind').from).level
          : nth(Object.keys(draft.levels), 0));
      need(draft.levels, level, 'level');
      const xs = Object.values(draft.points)
        .filter((p) => p.level === level)
        .map((p) => p.x);
      const { start, heading } = args.behind
        ? startBehind(draft, args.behind)
        : { start: { x: xs.length === 0 ? 0 : Math.max(...xs) + 60, y: 0 }, heading: 0 };
      const walk = { ...start, heading, framing: args.framing ?? '2x4', legs: [] };
      draft.rooms[nextId(draft, 'rooms')] = entrySchemas.rooms.parse({
        level,
        ...start,
        name: args.name,
        use: args.use,
        walk,
        // What is left out is not there, rather than there and nothing.
        ...Object.fromEntries(
          Object.entries(around.strip().parse(args)).filter(([, value]) => value !== undefined),
        ),
      });
    },
  ),

  setWalk: verb(
    'Writes a whole walk for a room, in place of what was walked; walls only it had go, walls it shares stay.',
    z.strictObject({
      room: id,
      walk,
      closing: z.enum(['open', 'distribute', 'square']).optional(),
      framing: framing.optional(),
    }),
    (draft, args) => {
      const room = need(draft.rooms, args.room, 'room');
      const framing = args.framing ?? room.walk?.framing ?? '2x4';
      for (const id of wallsOnlyOf(draft, args.room)) dropWall(draft, id);
      writeWalk(draft, args.room, args.walk, args.closing ?? 'open', framing);
    },
  ),
  walkOn: verb(
    'Walks on from the end of a room’s walls: one more leg, after a turn given on the leg before.',
    z.strictObject({ room: id, length: z.number(), turn: z.number(), framing: framing.optional() }),
    (draft, args) => {
      need(draft.rooms, args.room, 'room');
      const { walk, framing } = openWalk(draft, args.room);
      const last = walk.legs.length - 1;
      const before = walk.legs.map((leg, i): WalkLeg => (i === last ? { ...leg, turn: args.turn } : leg));
      const heading = last < 0 ? walk.heading - args.turn : walk.heading;
      writeWalk(
        draft,
        args.room,
        { ...walk, heading, legs: [...before, { length: args.length, turn: 90 }] },
        'open',
        framing,
      );
    },
  ),
  walkBack: verb('Takes the last leg of an open walk back.', z.strictObject({ room: id }), (draft, args) => {
    need(draft.rooms, args.room, 'room');
    const { walk, framing } = openWalk(draft, args.room);
    writeWalk(draft, args.room, { ...walk, legs: walk.legs.slice(0, -1) }, 'open', framing);
  }),
  closeRoom: verb(
    'Closes a walk that is open.',
    z.strictObject({ room: id, closing: z.enum(['square', 'distribute', 'last-wall']) }),
    (draft, args) => {
      need(draft.rooms, args.room, 'room');
      const known = readWalk(draft, args.room);
      if (!known || known.closed) return;
      if (known.walk.legs.length < 2)
        throw new EditRefused('room', 'needs at least two walls before it can be closed');
      if (args.closing === 'last-wall')
        writeWalk(draft, args.room, withLastWall(known.walk), 'distribute', known.framing);
      else writeWalk(draft, args.room, known.walk, args.closing, known.framing);
    },
  ),
  setWallLength: verb(
    'Changes one wall’s length. In an open walk the legs after it shift; in a closed room the next wall moves out or in, so the room stays closed and the wall across from this one follows.',
    z.strictObject({ room: id, wall: id, length: z.number() }),
    (draft, args) => {
      need(draft.rooms, args.room, 'room');
      const known = readWalk(draft, args.room);
      if (!known) throw new EditRefused('length', 'the room has no walls yet');
      if (args.length < 1) throw new EditRefused('length', 'an inch is the least a wall can be');
      if (!known.closed) {
        const legs = known.walk.legs.map((leg) =>
          leg.wall === args.wall ? { ...leg, length: args.length } : leg,
        );
        return void writeWalk(draft, args.room, { ...known.walk, legs }, 'open', known.framing);
      }
      const faces = walkedFaces(must(boundaryOfRoom(draft, args.room), 'the boundary of the room'));
      const i = faces.findIndex((f) => f.wall === args.wall);
      const next = faces
        .slice(i + 1)
        .concat(faces.slice(0, i))
        .find((f) => f.wall !== null && f.wall !== args.wall);
      if (i < 0 || !next)
        throw new EditRefused('length', (n) => `${n.wall(args.wall)} is not a wall of this room`);
      const along = must(direction(nth(faces, i).b, nth(faces, i).a), 'the direction of a wall');
      const wall = entryOf(draft.walls, must(next.wall, 'the wall'));
      const left = leftOf(
        must(
          direction(entryOf(draft.points, wall.from), entryOf(draft.points, wall.to)),
          'the direction of a wall',
        ),
      );
      const rate = along.x * left.x + along.y * left.y;
      if (Math.abs(rate) < 0.2)
        throw new EditRefused(
          'length',
          'the wall after this one runs on in line with it; move a corner instead',
        );
      moveWall(draft, must(next.wall, 'the wall'), (args.length - nth(faces, i).length) * rate);
    },
  ),
  setTurn: verb(
    'Changes the turn after a wall of a walk still open; the walls after it swing round with it.',
    z.strictObject({ room: id, wall: id, turn: z.number() }),
    (draft, args) => {
      need(draft.rooms, args.room, 'room');
      const known = readWalk(draft, args.room);
      if (!known || known.closed) throw new EditRefused('turn', 'the room is closed; move its walls instead');
      const legs = known.walk.legs.map((leg) => (leg.wall === args.wall ? { ...leg, turn: args.turn } : leg));
      writeWalk(draft, args.room, { ...known.walk, legs }, 'open', known.framing);
    },
  ),
} as const;
