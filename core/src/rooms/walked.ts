import { entryOf, lastOf, must, nth } from '../lookups/index.ts';
import { current, isDraft } from 'immer';
import {
  distance,
  headingOf,
  innerPoint,
  pointInPolygon,
  signedArea,
  subtract,
  type XY,
} from '../geometry/index.ts';
import { netOf } from '../framing/index.ts';
import { query } from '../incremental/index.ts';
import type { Plan, Side } from '../plan/index.ts';
import { framingKinds, type FramingKind } from '../materials/index.ts';
import { walkPoints, type Walk, type WalkLeg } from '../survey/walk.ts';
import { layoutWalk } from '../survey/walkLayout.ts';
import { ownWalls, walkOfRecord } from '../survey/walkRead.ts';
import { findBoundaries, type Boundary, type Face } from './faces.ts';

/** A stretch of wall as someone walks a room with the room on the right: `start` to `end` along the wall, which may run down. */
export interface WalkedStretch {
  readonly wall: string;
  readonly side: Side;
  readonly start: number;
  readonly end: number;
}

/** A room read back as the walk it is: every number that can be typed again. `wall` of a leg is its first wall. */
export interface WalkedRoom {
  readonly walk: Walk;
  readonly closed: boolean;
  readonly framing: FramingKind;
  readonly stretches: readonly WalkedStretch[];
}

const tracedBoundaries = query(
  'boundaries',
  (walls: Plan['walls'], points: Plan['points'], levels: Plan['levels']): readonly Boundary[] =>
    findBoundaries(netOf({ walls, points, levels })),
  Object.is,
);

/** Closed boundaries of a plan's walls, found once for each set of walls and points. Tracing reads a draft many times, and proxies are slow. */
export function boundariesOf({
  walls,
  points,
  levels,
}: Pick<Plan, 'walls' | 'points' | 'levels'>): readonly Boundary[] {
  const settled = <T extends object>(part: T): T => (isDraft(part) ? (current(part as object) as T) : part);
  return tracedBoundaries(settled(walls), settled(points), settled(levels));
}

const smallestSpace = 4 * 144;

/** Closed spaces of a level that no room names yet: a point well inside each, and its area in square inches. */
export function unnamedSpaces(
  plan: Plan,
  level: string,
  boundaries = boundariesOf(plan),
): { x: number; y: number; area: number }[] {
  const named = Object.values(plan.rooms).filter((r) => r.level === level);
  return boundaries.flatMap((b) => {
    const area = signedArea(b.polygon);
    if (b.level !== level || area < smallestSpace || named.some((r) => pointInPolygon(r, b.polygon)))
      return [];
    const at = innerPoint(b.polygon);
    return at ? [{ ...at, area }] : [];
  });
}

/** The boundary a room's walls close; null where they do not. */
export const boundaryOfRoom = query('boundary of room', (plan: Plan, roomId: string): Boundary | null => {
  const room = plan.rooms[roomId];
  if (!room) return null;
  return boundariesOf(plan).find((b) => b.level === room.level && pointInPolygon(room, b.polygon)) ?? null;
});

/** Faces of a boundary in walking order, the room on the right, from the wall with the lowest number; so letters stay as they were given. */
export function walkedFaces(boundary: Boundary): Face[] {
  const faces = [...boundary.faces].reverse();
  const number = (f: Face) => (f.wall === null ? Infinity : Number(/\d+$/.exec(f.wall)?.[0] ?? 0));
  let first = 0;
  faces.forEach((f, i) => {
    if (number(f) < number(nth(faces, first))) first = i;
  });
  return [...faces.slice(first), ...faces.slice(0, first)];
}

function turnBetween(from: number, to: number): number {
  const right = (((from - to) % 360) + 360) % 360;
  return Math.round((right > 180 ? right - 360 : right) * 1e4) / 1e4;
}

function readClosed(plan: Plan, boundary: Boundary): WalkedRoom {
  const faces = walkedFaces(boundary);
  const headings = faces.map((f) => headingOf(subtract(f.a, f.b)));
  const legs = faces.map((f, i): WalkLeg => ({
    length: Math.round(f.length * 1e6) / 1e6,
    turn: turnBetween(nth(headings, i), nth(headings, (i + 1) % faces.length)),
    ...(f.wall === null ? {} : { wall: f.wall }),
  }));
  const first = faces.find((f) => f.wall !== null);
  return {
    walk: { start: nth(faces, 0).b, heading: Math.round(nth(headings, 0) * 1e4) / 1e4, legs },
    closed: true,
    framing: first ? entryOf(plan.walls, must(first.wall, 'the wall')).framing : '2x4',
    stretches: faces.flatMap((f) =>
      f.wall === null ? [] : [{ wall: f.wall, side: f.side, start: f.endAt, end: f.startAt }],
    ),
  };
}

function readOpen(plan: Plan, roomId: string): WalkedRoom | null {
  const room = entryOf(plan.rooms, roomId);
  if (!room.walk) return null;
  const own = ownWalls(plan, roomId);
  const walk = walkOfRecord(room.walk);
  if (walk.legs.length === 0) return { walk, closed: false, framing: room.walk.framing, stretches: [] };
  const layout = layoutWalk(plan, {
    level: room.level,
    walk,
    closing: 'open',
    framing: room.walk.framing,
    own: new Set(own.flat()),
  });
  const stretches: WalkedStretch[] = [];
  const legs = walk.legs.map((leg, i): WalkLeg => {
    const [a, b] = [nth(layout.corners, i), nth(layout.corners, i + 1)];
    const walls = [
      ...(layout.legs[i]?.shared ?? []),
      ...nth(own, i).map((wall) => ({ wall, side: 'right' as Side })),
    ];
    for (const { wall, side } of walls) stretches.push({ wall, side, ...extentOn(plan, wall, a, b) });
    return { ...leg, ...(walls[0] ? { wall: walls[0].wall } : {}) };
  });
  return { walk: { ...walk, legs }, closed: false, framing: room.walk.framing, stretches };
}

/** The part of a wall that a leg from a to b passes, in walking order. */
function extentOn(plan: Plan, wallId: string, a: XY, b: XY): { start: number; end: number } {
  const wall = entryOf(plan.walls, wallId);
  const [from, to] = [entryOf(plan.points, wall.from), entryOf(plan.points, wall.to)];
  const length = distance(from, to);
  const along = (p: XY) => ((p.x - from.x) * (to.x - from.x) + (p.y - from.y) * (to.y - from.y)) / length;
  const half = framingKinds[wall.framing].depth;
  const within = (v: number) => Math.max(-half, Math.min(length + half, v));
  return { start: within(along(a)), end: within(along(b)) };
}

/** Walls not walked here, followed end to end from the one nearest the room: so a file's open room still shows where it gapes. */
function readChain(plan: Plan, roomId: string): WalkedRoom | null {
  const room = entryOf(plan.rooms, roomId);
  const inRecord = new Set(Object.keys(plan.rooms).flatMap((id) => ownWalls(plan, id).flat()));
  const inBoundary = new Set(boundariesOf(plan).flatMap((b) => b.faces.flatMap((f) => f.wall ?? [])));
  const loose = Object.keys(plan.walls).filter(
    (id) =>
      !inRecord.has(id) &&
      !inBoundary.has(id) &&
      entryOf(plan.points, entryOf(plan.walls, id).from).level === room.level,
  );
  const middle = (id: string) => {
    const [a, b] = [
      entryOf(plan.points, entryOf(plan.walls, id).from),
      entryOf(plan.points, entryOf(plan.walls, id).to),
    ];
    return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  };
  const nearest = loose.sort((a, b) => distance(middle(a), room) - distance(middle(b), room))[0];
  if (!nearest) return null;
  const chain = [nearest];
  for (let length = 0; length < chain.length;) {
    length = chain.length;
    const head = loose.find(
      (id) => !chain.includes(id) && entryOf(plan.walls, id).to === entryOf(plan.walls, nth(chain, 0)).from,
    );
    if (head) chain.unshift(head);
    const tail = loose.find(
      (id) => !chain.includes(id) && entryOf(plan.walls, id).from === entryOf(plan.walls, lastOf(chain)).to,
    );
    if (tail) chain.push(tail);
  }
  const points = [
    ...chain.map((id) => entryOf(plan.points, entryOf(plan.walls, id).from)),
    entryOf(plan.points, entryOf(plan.walls, lastOf(chain)).to),
  ];
  const headings = chain.map((_, i) => headingOf(subtract(nth(points, i + 1), nth(points, i))));
  const legs = chain.map((wall, i): WalkLeg => ({
    wall,
    length: Math.round(distance(nth(points, i), nth(points, i + 1)) * 1e6) / 1e6,
    turn: i + 1 < chain.length ? turnBetween(nth(headings, i), nth(headings, i + 1)) : 90,
  }));
  const side = signedArea(points) > 0 ? 'left' : 'right';
  return {
    walk: { start: nth(points, 0), heading: nth(headings, 0), legs },
    closed: false,
    framing: entryOf(plan.walls, nth(chain, 0)).framing,
    stretches: chain.map((wall, i) => ({ wall, side, start: 0, end: nth(legs, i).length })),
  };
}

/** Reads a room back as the walk that makes it. Null when it has no walls and none were begun. */
export function readWalk(plan: Plan, roomId: string): WalkedRoom | null {
  const room = plan.rooms[roomId];
  if (!room) return null;
  if (room.walk) return readOpen(plan, roomId);
  const boundary = boundaryOfRoom(plan, roomId);
  return boundary ? readClosed(plan, boundary) : readChain(plan, roomId);
}

/** Corners of a walked room's faces; one more than there are legs while it is open. */
export function walkedCorners(plan: Plan, roomId: string): XY[] {
  const room = entryOf(plan.rooms, roomId);
  const read = readWalk(plan, roomId);
  if (!read) return [];
  if (!room.walk) return walkPoints(read.walk);
  const own = new Set(ownWalls(plan, roomId).flat());
  return [
    ...layoutWalk(plan, { level: room.level, walk: read.walk, closing: 'open', framing: read.framing, own })
      .corners,
  ];
}
