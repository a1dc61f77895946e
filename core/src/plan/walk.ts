import {
  add,
  distance,
  headingOf,
  headingVector,
  innerPoint,
  intersectLineLine,
  leftOf,
  lengthOf,
  scale,
  signedArea,
  subtract,
  type XY,
} from '../geometry/index.ts';
import { nextIds } from './ids.ts';
import { entrySchemas, isOnWall, type Plan } from './schema.ts';
import { framingKinds, type FramingKind } from './stock.ts';

/**
 * A room as it is walked: face lengths in inches and the turn after each, in degrees (right positive). The face of the framing is what
 * the tape measures, so centre lines come out half a wall behind it, on the side away from the room.
 */
export interface WalkLeg {
  readonly length: number;
  readonly turn: number;
  readonly wall?: string;
}

export interface Walk {
  readonly start: XY;
  /** Direction of the first leg, degrees counter-clockwise from +x. */
  readonly heading: number;
  readonly legs: readonly WalkLeg[];
}

export interface WalkClosure {
  /** From where the walk ends to where it began. */
  readonly gap: XY;
  readonly distance: number;
}

export type Closing = 'open' | 'distribute' | 'square';

export const closesWithin = 1 / 32;

/** Corner points of the faces, start first; one more than there are legs. */
export function walkPoints(walk: Walk): XY[] {
  const points = [walk.start];
  let heading = walk.heading;
  for (const leg of walk.legs) {
    points.push(add(points.at(-1)!, scale(headingVector(heading), leg.length)));
    heading -= leg.turn;
  }
  return points;
}

export function walkClosure(walk: Walk): WalkClosure {
  const points = walkPoints(walk);
  const gap = subtract(points[0]!, points.at(-1)!);
  return { gap, distance: lengthOf(gap) };
}

/** Spreads the error over all corners by length walked (the compass rule of land surveying). */
function distributed(points: readonly XY[]): XY[] {
  const gap = subtract(points[0]!, points.at(-1)!);
  const total = points.slice(1).reduce((sum, p, i) => sum + distance(points[i]!, p), 0);
  let walked = 0;
  return points.map((p, i) => {
    if (i > 0) walked += distance(points[i - 1]!, p);
    return add(p, scale(gap, walked / total));
  });
}

/**
 * Squares the room: every leg within 10° of a right angle to the first is turned square to it, and lengths in each direction share the
 * error in proportion, so opposite sides agree.
 */
function squared(walk: Walk): XY[] {
  let heading = walk.heading;
  const vectors = walk.legs.map((leg) => {
    const off = Math.round((heading - walk.heading) / 90) * 90 + walk.heading;
    const along = Math.abs(heading - off) <= 10 ? headingVector(off) : headingVector(heading);
    heading -= leg.turn;
    return scale(along, leg.length);
  });
  const axis = headingVector(walk.heading);
  const across = leftOf(axis);
  const parts = vectors.map((v) => ({ a: v.x * axis.x + v.y * axis.y, c: v.x * across.x + v.y * across.y }));
  const share = (key: 'a' | 'c') => {
    const net = parts.reduce((sum, p) => sum + p[key], 0);
    const total = parts.reduce((sum, p) => sum + Math.abs(p[key]), 0);
    return parts.map((p) => (total === 0 ? 0 : p[key] - (net * Math.abs(p[key])) / total));
  };
  const [a, c] = [share('a'), share('c')];
  const points = [walk.start];
  vectors.forEach((_, i) => points.push(add(points.at(-1)!, add(scale(axis, a[i]!), scale(across, c[i]!)))));
  return points;
}

/** Face corners of a finished room (start not repeated), or of a walk still open (its end included). */
export function settledPoints(walk: Walk, closing: Closing): { points: XY[]; closed: boolean } {
  const points = walkPoints(walk);
  const gap = distance(points[0]!, points.at(-1)!);
  const canClose = walk.legs.length >= 3;
  if (canClose && (gap <= closesWithin || closing !== 'open')) {
    const settled = closing === 'square' ? squared(walk) : gap <= 1e-9 ? points : distributed(points);
    return { points: settled.slice(0, -1), closed: true };
  }
  return { points, closed: false };
}

/** The hand the room lies on: decided by which way the walk turns in all; right while it has not turned. */
function roomOnRight(walk: Walk): boolean {
  return walk.legs.slice(0, -1).reduce((sum, leg) => sum + leg.turn, 0) >= 0;
}

function centreLinePoints(points: readonly XY[], closed: boolean, onRight: boolean, depth: number): XY[] {
  const count = points.length;
  const legs = closed ? count : count - 1;
  const outward = (i: number) => {
    const along = subtract(points[(i + 1) % count]!, points[i]!);
    return scale(leftOf(along), ((onRight ? 1 : -1) * depth) / 2 / lengthOf(along));
  };
  return points.map((p, i) => {
    const before = i > 0 ? i - 1 : closed ? legs - 1 : null;
    const after = i < legs ? i : null;
    if (before === null || after === null) return add(p, outward((before ?? after)!));
    const [u, v] = [subtract(p, points[before]!), subtract(points[(after + 1) % count]!, p)];
    return (
      intersectLineLine(
        add(p, outward(before)),
        u,
        add(p, outward(after)),
        v,
        1e-6 * lengthOf(u) * lengthOf(v),
      ) ?? add(p, outward(after))
    );
  });
}

export interface WalkTarget {
  readonly room: string;
  readonly level: string;
  readonly framing: FramingKind;
}

/** Where each wall's face starts along its centre line; what hangs on the wall keeps its distance from there. */
function faceStarts(centre: readonly XY[], faces: readonly XY[]): number[] {
  return centre.map((c, i) => {
    const to = centre[(i + 1) % centre.length]!;
    const span = distance(c, to) || 1;
    return ((faces[i]!.x - c.x) * (to.x - c.x) + (faces[i]!.y - c.y) * (to.y - c.y)) / span;
  });
}

function shiftThings(draft: Plan, wallId: string, by: number): void {
  if (Math.abs(by) < 1e-9) return;
  for (const o of Object.values(draft.openings)) if (o.wall === wallId) o.at += by;
  for (const m of Object.values(draft.members)) if (m.wall === wallId) m.at += by;
  for (const x of Object.values(draft.obstacles)) if (x.wall === wallId) x.at += by;
  for (const b of Object.values(draft.boxes)) if (isOnWall(b.on) && b.on.wall === wallId) b.on.at += by;
  for (const p of Object.values(draft.panels)) if (p.on.wall === wallId) p.on.at += by;
}

/** Deletes a wall with everything that hangs on it, and points nothing uses any more. */
export function dropWall(draft: Plan, wallId: string): void {
  delete draft.walls[wallId];
  for (const name of ['openings', 'members', 'obstacles'] as const)
    for (const [id, entry] of Object.entries(draft[name])) if (entry.wall === wallId) delete draft[name][id];
  for (const [id, f] of Object.entries(draft.fixtures)) if (f.wall === wallId) delete draft.fixtures[id];
  for (const [id, b] of Object.entries(draft.boxes))
    if (isOnWall(b.on) && b.on.wall === wallId) dropEnd(draft, 'boxes', id);
  for (const [id, p] of Object.entries(draft.panels)) if (p.on.wall === wallId) dropEnd(draft, 'panels', id);
  const used = new Set(Object.values(draft.walls).flatMap((w) => [w.from, w.to]));
  for (const id of Object.keys(draft.points)) if (!used.has(id)) delete draft.points[id];
}

/** Deletes a box or panel with its devices and runs; circuits of a panel lose it. */
export function dropEnd(draft: Plan, collection: 'boxes' | 'panels', id: string): void {
  delete draft[collection][id];
  for (const [runId, run] of Object.entries(draft.runs))
    if (run.from === id || run.to === id) delete draft.runs[runId];
  for (const c of Object.values(draft.circuits)) if (c.panel === id) c.panel = null;
  const gone = Object.keys(draft.devices).filter((d) => draft.devices[d]!.box === id);
  for (const device of gone) delete draft.devices[device];
  for (const [controlId, c] of Object.entries(draft.controls)) {
    c.switches = c.switches.filter((d) => !gone.includes(d));
    c.loads = c.loads.filter((d) => !gone.includes(d));
    if (c.switches.length + c.loads.length === 0) delete draft.controls[controlId];
  }
}

/** Writes a walk into a draft: its walls (reused by the ids its legs name), points and the room's place. Returns the wall ids in order. */
export function writeWalk(
  draft: Plan,
  walk: Walk,
  target: WalkTarget,
  closing: Closing,
): { walls: string[]; closed: boolean } {
  const { points: faces, closed } = settledPoints(walk, closing);
  const { depth } = framingKinds[target.framing];
  const centre = centreLinePoints(faces, closed, roomOnRight(walk), depth);
  const legs = closed ? faces.length : faces.length - 1;
  const fresh = nextIds(draft.walls, 'w', legs);
  const walls = walk.legs
    .slice(0, legs)
    .map((leg) => (leg.wall && draft.walls[leg.wall] ? leg.wall : fresh.shift()!));
  const before = new Map(walls.filter((w) => draft.walls[w]).map((w) => [w, readFaceStart(draft, w)]));
  const kept = walls.filter((w) => draft.walls[w]).flatMap((w) => [draft.walls[w]!.from, draft.walls[w]!.to]);
  for (const id of new Set(kept)) delete draft.points[id];
  const pointIds = nextIds(draft.points, 'p', centre.length);
  centre.forEach((c, i) => (draft.points[pointIds[i]!] = { level: target.level, x: c.x, y: c.y }));
  const starts = faceStarts(centre, faces);
  walls.forEach((id, i) => {
    const ends = { from: pointIds[i]!, to: pointIds[(i + 1) % pointIds.length]! };
    const known = draft.walls[id];
    if (known) Object.assign(known, ends);
    else draft.walls[id] = entrySchemas.walls.parse({ ...ends, framing: target.framing });
    const old = before.get(id);
    if (old !== undefined) shiftThings(draft, id, starts[i]! - old);
  });
  const room = draft.rooms[target.room];
  const inside = closed ? innerPoint(faces) : null;
  if (room) Object.assign(room, inside ?? besideFirstLeg(faces, roomOnRight(walk)));
  return { walls, closed };
}

function besideFirstLeg(faces: readonly XY[], onRight: boolean): XY {
  const along = subtract(faces[1]!, faces[0]!);
  const side = scale(leftOf(along), ((onRight ? -1 : 1) * 12) / lengthOf(along));
  return add(add(faces[0]!, scale(along, 0.5)), side);
}

/** Walls of a walk in order, followed from wall to wall through shared points, starting at a given wall. */
function chainFrom(plan: Plan, first: string): string[] {
  const chain = [first];
  for (;;) {
    const end = plan.walls[chain.at(-1)!]!.to;
    const next = Object.keys(plan.walls).find((id) => !chain.includes(id) && plan.walls[id]!.from === end);
    if (!next) return chain;
    chain.push(next);
  }
}

/** The chain of walls that a room was walked as; empty when the room has none. */
export function walkChain(plan: Plan, roomId: string): string[] {
  const room = plan.rooms[roomId];
  if (!room) return [];
  const starts = Object.keys(plan.walls).filter(
    (id) => plan.points[plan.walls[id]!.from]!.level === room.level,
  );
  const heads = starts.filter((id) => !starts.some((o) => plan.walls[o]!.to === plan.walls[id]!.from));
  const chains = (heads.length > 0 ? heads : starts.slice(0, 1)).map((id) => chainFrom(plan, id));
  const covered = new Set(chains.flat());
  for (const id of starts) {
    if (covered.has(id)) continue;
    const chain = chainFrom(plan, id);
    chain.forEach((w) => covered.add(w));
    chains.push(chain);
  }
  const off = (chain: readonly string[]) => Math.min(...chain.map((w) => distance(midpoint(plan, w), room)));
  return chains.sort((a, b) => off(a) - off(b))[0] ?? [];
}

function midpoint(plan: Plan, wallId: string): XY {
  const wall = plan.walls[wallId]!;
  const [a, b] = [plan.points[wall.from]!, plan.points[wall.to]!];
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
}

function facePoints(
  plan: Plan,
  chain: readonly string[],
): { points: XY[]; closed: boolean; onRight: boolean } {
  const walls = chain.map((id) => plan.walls[id]!);
  const closed = chain.length >= 3 && walls.at(-1)!.to === walls[0]!.from;
  const centre = [
    ...walls.map((w) => plan.points[w.from]!),
    ...(closed ? [] : [plan.points[walls.at(-1)!.to]!]),
  ];
  const heading = centre.map((c, i) =>
    i + 1 < centre.length || closed ? headingOf(subtract(centre[(i + 1) % centre.length]!, c)) : 0,
  );
  const turns = heading.slice(1, walls.length).reduce((sum, h, i) => sum + turnBetween(heading[i]!, h), 0);
  const onRight = closed ? signedArea(centre) < 0 : turns >= 0;
  const depth = framingKinds[walls[0]!.framing].depth;
  return { points: centreLinePoints(centre, closed, !onRight, depth), closed, onRight };
}

function turnBetween(from: number, to: number): number {
  const right = (((from - to) % 360) + 360) % 360;
  return right > 180 ? right - 360 : right;
}

function readFaceStart(plan: Plan, wallId: string): number {
  const chain = chainFrom(plan, chainHead(plan, wallId));
  const { points } = facePoints(plan, chain);
  const i = chain.indexOf(wallId);
  const wall = plan.walls[wallId]!;
  const [from, to] = [plan.points[wall.from]!, plan.points[wall.to]!];
  return (
    ((points[i]!.x - from.x) * (to.x - from.x) + (points[i]!.y - from.y) * (to.y - from.y)) /
    distance(from, to)
  );
}

function chainHead(plan: Plan, wallId: string): string {
  let head = wallId;
  for (const seen = new Set([head]); ;) {
    const before = Object.keys(plan.walls).find(
      (id) => plan.walls[id]!.to === plan.walls[head]!.from && !seen.has(id),
    );
    if (!before) return seen.size > 2 && plan.walls[wallId]!.from === plan.walls[head]!.to ? wallId : head;
    seen.add(before);
    head = before;
  }
}

/** Reads a room's walls back as the walk that made them, so that every number stays editable. Null when the room has no walls. */
export function readWalk(
  plan: Plan,
  roomId: string,
): { walk: Walk; closed: boolean; framing: FramingKind } | null {
  const chain = walkChain(plan, roomId);
  if (chain.length === 0) return null;
  const { points, closed } = facePoints(plan, chain);
  const headings = chain.map((_, i) => headingOf(subtract(points[(i + 1) % points.length]!, points[i]!)));
  const legs = chain.map((wall, i): WalkLeg => {
    const next = i + 1 < chain.length ? headings[i + 1]! : closed ? headings[0]! : null;
    const turn = next === null ? 90 : Math.round(turnBetween(headings[i]!, next) * 1e4) / 1e4;
    const length = Math.round(distance(points[i]!, points[(i + 1) % points.length]!) * 1e6) / 1e6;
    return { length, turn, wall };
  });
  return {
    walk: { start: points[0]!, heading: Math.round(headings[0]! * 1e4) / 1e4, legs },
    closed,
    framing: plan.walls[chain[0]!]!.framing,
  };
}
