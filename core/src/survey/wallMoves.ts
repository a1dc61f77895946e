import { entryOf, must, nth, valueIn } from '../lookups/index.ts';
import { isDraft, type Immutable } from 'immer';
import {
  add,
  alongLine,
  cross,
  direction,
  distance,
  distancePointSegment,
  dot,
  intersectLineLine,
  leftOf,
  scale,
  subtract,
  type XY,
} from '../geometry/index.ts';
import { EditRefused } from '../plan/gate.ts';
import { nextId } from '../plan/ids.ts';
import { hungOn, shiftThings } from './hanging.ts';
import { entrySchemas, type Plan, otherSide } from '../plan/index.ts';
import { readable } from '../plan/settled.ts';
import { framingKinds } from '../materials/index.ts';

const parallel = 0.02;
const shortestWall = 1;

const pointOf = (plan: Plan, id: string): XY => ({
  x: entryOf(plan.points, id).x,
  y: entryOf(plan.points, id).y,
});
const endsOf = (plan: Plan, wall: string): [XY, XY] => [
  pointOf(plan, entryOf(plan.walls, wall).from),
  pointOf(plan, entryOf(plan.walls, wall).to),
];

function need(plan: Plan, wall: string): void {
  if (!plan.walls[wall]) throw new EditRefused('wall', 'is not in the plan any more');
  if (entryOf(plan.walls, wall).locked) throw new EditRefused('wall', 'is locked; unlock it first');
}

/** Moves points to new places at once. What hangs on a wall keeps its place in the house when the wall only grew or shrank along itself. */
function movePoints(draft: Plan, moves: ReadonlyMap<string, XY>): void {
  const was = readable(draft);
  const touched = Object.keys(was.walls).filter(
    (id) => moves.has(entryOf(was.walls, id).from) || moves.has(entryOf(was.walls, id).to),
  );
  const before = new Map(touched.map((id) => [id, endsOf(was, id)]));
  const stems = touched.flatMap((id) => stemsOn(was, id).map((stem) => ({ ...stem, on: id })));
  for (const [id, at] of moves) Object.assign(entryOf(draft.points, id), { x: at.x, y: at.y });
  const now = readable(draft);
  for (const id of touched) {
    const [oldFrom, oldTo] = valueIn(before, id);
    const [from, to] = endsOf(now, id);
    const [u, v] = [must(direction(oldFrom, oldTo), 'the direction of a wall'), direction(from, to)];
    if (!v || distance(from, to) < shortestWall || dot(u, v) < 0.5)
      throw new EditRefused('wall', (n) => `${n.wall(id)} would be left with no length`);
    const slid = Math.abs(cross(u, subtract(from, oldFrom)));
    if (Math.abs(cross(u, v)) < 1e-6 && slid < 1e-6) shiftThings(draft, id, dot(subtract(oldFrom, from), u));
  }
  for (const { point, wall, on } of stems)
    if (!stemsOn(now, on).some((s) => s.point === point))
      throw new EditRefused(
        'wall',
        (n) => `${n.wall(wall)} would no longer stand against ${n.wall(on)}; move it first`,
      );
}

/** Ends of other walls that stand against a wall's side: they follow it when it moves. */
function stemsOn(plan: Plan, wallId: string): { point: string; wall: string }[] {
  const wall = entryOf(plan.walls, wallId);
  const [a, b] = endsOf(plan, wallId);
  const reach = framingKinds[wall.framing].depth / 2 + 0.02;
  return Object.entries(plan.walls).flatMap(([id, w]) => {
    if (id === wallId) return [];
    return [w.from, w.to].flatMap((point) => {
      if (
        point === wall.from ||
        point === wall.to ||
        entryOf(plan.points, point).level !== entryOf(plan.points, wall.from).level
      )
        return [];
      const p = pointOf(plan, point);
      const along = alongLine(p, a, b);
      const stands = distancePointSegment(p, a, b) <= reach && along > 0 && along < distance(a, b);
      return stands ? [{ point, wall: id }] : [];
    });
  });
}

/** The wall that a lone end of this one stands against; null when it shares its end or stands free. */
function wallBehind(plan: Plan, wallId: string, point: string): string | null {
  const p = pointOf(plan, point);
  const others = Object.keys(plan.walls).filter(
    (id) =>
      id !== wallId &&
      entryOf(plan.points, entryOf(plan.walls, id).from).level === entryOf(plan.points, point).level,
  );
  return (
    others.find((id) => {
      const [a, b] = endsOf(plan, id);
      return distancePointSegment(p, a, b) <= framingKinds[entryOf(plan.walls, id).framing].depth / 2 + 0.02;
    }) ?? null
  );
}

/** Walls in line with this one and joined end to end with it: they are moved as one. */
function inLineWith(plan: Plan, wallId: string): string[] {
  const [a, b] = endsOf(plan, wallId);
  const u = must(direction(a, b), 'the direction of a wall');
  const line = [wallId];
  for (let i = 0; i < line.length; i++) {
    const { from, to } = entryOf(plan.walls, nth(line, i));
    for (const [id, w] of Object.entries(plan.walls)) {
      if (line.includes(id)) continue;
      const joined = [w.from, w.to].some((p) => p === from || p === to);
      const v = direction(...endsOf(plan, id));
      if (joined && v && Math.abs(cross(u, v)) < parallel) line.push(id);
    }
  }
  return line;
}

/** Where a point of a moved line goes, so that another wall through it keeps its own line. */
function slideAlong(p: XY, other: XY | null, u: XY, moved: XY): XY {
  const at =
    other && Math.abs(cross(other, u)) > parallel ? intersectLineLine(p, other, add(p, moved), u) : null;
  return at ?? add(p, moved);
}

/**
 * Moves a wall square to itself: `offset` inches to the left of someone walking from its start to its end. Walls joined to it stretch or
 * shrink along their own lines, walls that stand against it follow, and all things keep their place in the house.
 */
export function moveWall(draft: Plan, wallId: string, offset: number): void {
  const plan = readable(draft);
  need(plan, wallId);
  const [a, b] = endsOf(plan, wallId);
  const u = must(direction(a, b), 'the direction of a wall');
  const moved = scale(leftOf(u), offset);
  const line = inLineWith(plan, wallId);
  for (const id of line) need(plan, id);
  const moves = new Map<string, XY>();
  for (const id of line) {
    const { from, to } = entryOf(plan.walls, id);
    for (const point of [from, to]) {
      const p = pointOf(plan, point);
      const met = Object.keys(plan.walls).find((o) => {
        const w = entryOf(plan.walls, o);
        return !line.includes(o) && (w.from === point || w.to === point);
      });
      const against = met ?? wallBehind(plan, id, point);
      const other = against && !line.includes(against) ? direction(...endsOf(plan, against)) : null;
      moves.set(point, slideAlong(p, other, u, moved));
    }
    for (const stem of stemsOn(plan, id)) {
      const other = direction(...endsOf(plan, stem.wall));
      if (!moves.has(stem.point))
        moves.set(stem.point, slideAlong(pointOf(plan, stem.point), other, u, moved));
    }
  }
  movePoints(draft, moves);
}

/** Puts a corner elsewhere; every wall that ends there follows. */
export function moveCorner(draft: Plan, pointId: string, to: XY): void {
  if (!draft.points[pointId]) throw new EditRefused('point', 'is not in the plan any more');
  for (const [id, w] of Object.entries(draft.walls))
    if (w.from === pointId || w.to === pointId) need(draft, id);
  movePoints(draft, new Map([[pointId, to]]));
}

/** Adds a wall between two places; an end at a corner that is there already takes that corner. Returns its id. */
export function addWall(
  draft: Plan,
  level: string,
  from: XY,
  to: XY,
  wall: Immutable<Partial<Plan['walls'][string]>>,
): string {
  if (distance(from, to) < shortestWall)
    throw new EditRefused('length', 'an inch is the least a wall can be');
  const pointAt = (at: XY): string => {
    const known = Object.keys(draft.points).find(
      (id) => entryOf(draft.points, id).level === level && distance(entryOf(draft.points, id), at) < 0.25,
    );
    if (known) return known;
    const id = nextId(draft, 'points');
    draft.points[id] = { level, x: at.x, y: at.y };
    return id;
  };
  const ends = { from: pointAt(from), to: pointAt(to) };
  if (ends.from === ends.to) throw new EditRefused('length', 'both ends of the wall are the same corner');
  const id = nextId(draft, 'walls');
  draft.walls[id] = entrySchemas.walls.parse({ ...wall, ...ends });
  return id;
}

/** Cuts a wall in two at a distance from its start; what hangs beyond goes with the new wall. Returns the new wall's id. */
export function splitWall(draft: Plan, wallId: string, at: number): string {
  need(draft, wallId);
  const wall = entryOf(draft.walls, wallId);
  const [a, b] = endsOf(draft, wallId);
  const length = distance(a, b);
  if (at < shortestWall || at > length - shortestWall)
    throw new EditRefused(
      'at',
      `must lie between the ends of the wall, 1 to ${Math.floor(length - 1)} in. from its start`,
    );
  const crossed = Object.entries(draft.openings).find(
    ([, o]) => o.wall === wallId && o.at < at && o.at + o.width > at,
  );
  if (crossed) throw new EditRefused('at', (n) => `cuts through ${n.opening(crossed[0])}`);
  const things = hungOn(draft, wallId);
  const point = nextId(draft, 'points');
  const u = must(direction(a, b), 'the direction of a wall');
  draft.points[point] = {
    level: entryOf(draft.points, wall.from).level,
    x: a.x + u.x * at,
    y: a.y + u.y * at,
  };
  const id = nextId(draft, 'walls');
  draft.walls[id] = { ...plain(wall), from: point, to: wall.to };
  wall.to = point;
  for (const thing of things) if (thing.at >= at) thing.put(id, thing.at - at, false);
  return id;
}

/** Makes two walls in line that share an end into one; the second's things move onto the first. */
export function joinWalls(draft: Plan, firstId: string, secondId: string): void {
  need(draft, firstId);
  need(draft, secondId);
  const [first, second] = [entryOf(draft.walls, firstId), entryOf(draft.walls, secondId)];
  const shared = [first.from, first.to].find((p) => p === second.from || p === second.to);
  const [u, v] = [
    must(direction(...endsOf(draft, firstId)), 'the direction of a wall'),
    must(direction(...endsOf(draft, secondId)), 'the direction of a wall'),
  ];
  if (!shared || Math.abs(cross(u, v)) > parallel)
    throw new EditRefused('walls', 'must be in line and share an end to become one');
  const origin = pointOf(draft, first.from);
  const [start, end] = endsOf(draft, secondId);
  const [from, to] = [dot(subtract(start, origin), u), dot(subtract(end, origin), u)];
  const forward = to > from;
  for (const thing of hungOn(draft, secondId))
    thing.put(firstId, forward ? from + thing.at : from - thing.at - thing.width, !forward);
  const far = second.from === shared ? second.to : second.from;
  delete draft.walls[secondId];
  const length = distance(...endsOf(draft, firstId));
  if (shared === first.to) first.to = far;
  else {
    first.from = far;
    shiftThings(draft, firstId, distance(...endsOf(draft, firstId)) - length);
  }
  if (!Object.values(draft.walls).some((w) => w.from === shared || w.to === shared))
    delete draft.points[shared];
}

const plain = <T>(value: T): T => (isDraft(value) ? (JSON.parse(JSON.stringify(value)) as T) : value);

/**
 * Copies walls, with openings, obstacles and fixtures on them, moved by a vector and, when asked, mirrored left to right about their
 * middle. Nothing electrical is copied. Returns the new walls' ids by the old ones'.
 */
export function copyWalls(
  draft: Plan,
  walls: readonly string[],
  by: XY,
  mirrored: boolean,
): Map<string, string> {
  const points = [
    ...new Set(walls.flatMap((id) => [entryOf(draft.walls, id).from, entryOf(draft.walls, id).to])),
  ];
  const xs = points.map((id) => entryOf(draft.points, id).x);
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
  const pointMap = new Map<string, string>();
  for (const id of points) {
    const fresh = nextId(draft, 'points');
    const p = entryOf(draft.points, id);
    draft.points[fresh] = { level: p.level, x: (mirrored ? 2 * middle - p.x : p.x) + by.x, y: p.y + by.y };
    pointMap.set(id, fresh);
  }
  const wallMap = new Map<string, string>();
  for (const id of walls) {
    const fresh = nextId(draft, 'walls');
    const wall = plain(entryOf(draft.walls, id));
    const sides = (pair: { left: unknown; right: unknown }) =>
      mirrored ? { left: pair.right, right: pair.left } : pair;
    draft.walls[fresh] = entrySchemas.walls.parse({
      ...wall,
      from: pointMap.get(wall.from),
      to: pointMap.get(wall.to),
      finish: sides(wall.finish),
      layers: sides(wall.layers),
    });
    wallMap.set(id, fresh);
  }
  for (const o of Object.values(plain(draft.openings)))
    if (wallMap.has(o.wall)) {
      const swing = mirrored ? otherSide(o.swing) : o.swing;
      draft.openings[nextId(draft, 'openings')] = { ...o, wall: valueIn(wallMap, o.wall), swing };
    }
  for (const x of Object.values(plain(draft.obstacles)))
    if (wallMap.has(x.wall))
      draft.obstacles[nextId(draft, 'obstacles')] = { ...x, wall: valueIn(wallMap, x.wall) };
  return wallMap;
}
