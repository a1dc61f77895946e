import { entryOf, lastOf, must, nth } from '../lookups/index.ts';
import {
  add,
  alongLine,
  cross,
  direction,
  distance,
  dot,
  intersectLineLine,
  leftOf,
  scale,
  subtract,
  type XY,
} from '../geometry/index.ts';
import type { Plan, Side } from '../plan/index.ts';
import { framingKinds, type FramingKind } from '../materials/index.ts';
import { roomOnRight, settledPoints, type Closing, type Walk } from './walk.ts';

/** A stretch of one leg that an existing wall already makes: the leg's face is that wall's face on `side`. */
export interface SharedPiece {
  readonly wall: string;
  readonly side: Side;
}

/** A stretch of one leg that needs a wall of its own: centre-line ends, and the point ids they take over where walls meet in one. */
export interface OwnPiece {
  readonly from: XY;
  readonly to: XY;
  readonly fromPoint: string | null;
  readonly toPoint: string | null;
  /** Where the leg's face begins, along the piece from its `from`. */
  readonly faceStart: number;
}

export interface LegLayout {
  readonly shared: readonly SharedPiece[];
  readonly own: readonly OwnPiece[];
}

/** A walk laid into a plan: corners of its faces, and for each leg the walls that stand there and those still to be made. */
export interface WalkLayout {
  readonly corners: readonly XY[];
  readonly closed: boolean;
  readonly legs: readonly LegLayout[];
}

const sameFace = 1.5;
const shortestShared = 12;
const shortestOwn = 8;
const samePoint = 0.3;

interface Host {
  readonly wall: string;
  readonly from: XY;
  readonly to: XY;
  readonly along: XY;
  readonly depth: number;
  readonly side: Side;
  /** The stretch it covers of the leg, from the leg's start. */
  readonly start: number;
  readonly end: number;
}

interface Leg {
  readonly a: XY;
  readonly b: XY;
  readonly along: XY;
  readonly outward: XY;
  readonly length: number;
  readonly hosts: readonly Host[];
}

/** Walls on the level, other than the walk's own, whose face towards the room lies along a leg. */
function hostsOf(plan: Plan, level: string, own: ReadonlySet<string>, leg: Omit<Leg, 'hosts'>): Host[] {
  return Object.entries(plan.walls)
    .flatMap(([wall, w]): Host[] => {
      const [from, to] = [entryOf(plan.points, w.from), entryOf(plan.points, w.to)];
      if (own.has(wall) || from.level !== level) return [];
      const along = direction(from, to);
      if (!along || Math.abs(cross(along, leg.along)) > 0.01) return [];
      const { depth } = framingKinds[w.framing];
      const out = dot(subtract(from, leg.a), leg.outward);
      if (Math.abs(out - depth / 2) > sameFace) return [];
      const ends = [dot(subtract(from, leg.a), leg.along), dot(subtract(to, leg.a), leg.along)];
      const [start, end] = [Math.max(0, Math.min(...ends)), Math.min(leg.length, Math.max(...ends))];
      if (end - start < Math.min(shortestShared, leg.length / 2)) return [];
      const side = dot(leftOf(along), leg.outward) < 0 ? 'left' : 'right';
      return [{ wall, from, to, along, depth, side, start, end }];
    })
    .sort((x, y) => x.start - y.start);
}

/** The line a leg's face really lies on: an existing wall's face where there is one, else as walked. */
function faceOf(leg: Leg): { on: XY; along: XY } {
  const host = leg.hosts[0];
  if (!host) return { on: leg.a, along: leg.along };
  const inward = scale(leg.outward, -host.depth / 2);
  return { on: add(host.from, inward), along: leg.along };
}

function project(p: XY, line: { on: XY; along: XY }): XY {
  return add(line.on, scale(line.along, dot(subtract(p, line.on), line.along)));
}

function meet(a: Leg, b: Leg, fallback: XY): XY {
  const [fa, fb] = [faceOf(a), faceOf(b)];
  return intersectLineLine(fa.on, fa.along, fb.on, fb.along, 0.02) ?? project(fallback, fb);
}

interface Corner {
  readonly at: XY;
  readonly point: string | null;
}

/** Where an own centre line ends at a wall that is there already: on its middle, at its very end if that is the same place. */
function endOnHost(plan: Plan, host: Host, on: XY, along: XY): Corner | null {
  const at = intersectLineLine(on, along, host.from, host.along, 0.02);
  if (!at) return null;
  const { from, to } = entryOf(plan.walls, host.wall);
  const point = [from, to].find((id) => distance(entryOf(plan.points, id), at) < samePoint);
  return { at: point ? entryOf(plan.points, point) : at, point: point ?? null };
}

/** Lays a walk out beside the walls already on its level. Pure: reads the plan and changes nothing. */
export function layoutWalk(
  plan: Plan,
  level: string,
  walk: Walk,
  closing: Closing,
  framing: FramingKind,
  own: ReadonlySet<string>,
): WalkLayout {
  if (walk.legs.length === 0) return { corners: [walk.start], closed: false, legs: [] };
  const { points, closed } = settledPoints(walk, closing);
  const onRight = roomOnRight(walk);
  const count = closed ? points.length : points.length - 1;
  const legs = Array.from({ length: count }, (_, i): Leg => {
    const [a, b] = [nth(points, i), nth(points, (i + 1) % points.length)];
    const along = direction(a, b) ?? { x: 1, y: 0 };
    const outward = scale(leftOf(along), onRight ? 1 : -1);
    const leg = { a, b, along, outward, length: distance(a, b) };
    return { ...leg, hosts: hostsOf(plan, level, own, leg) };
  });
  const before = (i: number): Leg | null => (i > 0 ? nth(legs, i - 1) : closed ? lastOf(legs) : null);
  const after = (i: number): Leg | null => (i + 1 < count ? nth(legs, i + 1) : closed ? nth(legs, 0) : null);
  const cornerAt = (i: number): XY => {
    const [prior, next] = [before(i), i < count ? nth(legs, i) : null];
    if (prior && next) return meet(prior, next, nth(points, i % points.length));
    return project(nth(points, i), faceOf(must(next ?? prior, 'the value')));
  };
  const corners = Array.from({ length: closed ? count : count + 1 }, (_, i) => cornerAt(i));
  const half = framingKinds[framing].depth / 2;
  const ownLine = (leg: Leg) => {
    const face = faceOf(leg);
    return { on: add(face.on, scale(leg.outward, half)), along: leg.along };
  };

  /** The end of an own piece at a corner: on the neighbour's own middle, on the wall it runs into, or open. */
  const cornerEnd = (leg: Leg, neighbour: Leg | null, atStart: boolean, corner: XY): Corner => {
    const line = ownLine(leg);
    if (!neighbour) return { at: project(corner, line), point: null };
    const host = atStart ? lastHost(neighbour) : firstHost(neighbour);
    const onHost = host && endOnHost(plan, host, line.on, line.along);
    if (onHost) return onHost;
    const other = ownLine(neighbour);
    return {
      at: intersectLineLine(line.on, line.along, other.on, other.along, 0.02) ?? project(corner, line),
      point: null,
    };
  };

  return {
    corners,
    closed,
    legs: legs.map((leg, i): LegLayout => {
      const [a, b] = [nth(corners, i), nth(corners, (i + 1) % corners.length)];
      const length = dot(subtract(b, a), leg.along);
      const shift = dot(subtract(leg.a, a), leg.along);
      const line = ownLine(leg);
      const own: OwnPiece[] = [];
      const addPiece = (from: Corner, to: Corner) =>
        own.push({
          from: from.at,
          to: to.at,
          fromPoint: from.point,
          toPoint: to.point,
          faceStart: alongLine(a, from.at, to.at),
        });
      const hostEnd = (host: Host, near: 'start' | 'end'): Corner => {
        const at = near === 'start' ? host.start : host.end;
        const target = add(leg.a, scale(leg.along, at));
        const ids = entryOf(plan.walls, host.wall);
        const id =
          distance(entryOf(plan.points, ids.from), target) < distance(entryOf(plan.points, ids.to), target)
            ? ids.from
            : ids.to;
        const onLine = project(entryOf(plan.points, id), line);
        return distance(onLine, entryOf(plan.points, id)) < samePoint
          ? { at: entryOf(plan.points, id), point: id }
          : { at: onLine, point: null };
      };
      let reached: { at: number; end: Corner } = { at: 0, end: cornerEnd(leg, before(i), true, a) };
      for (const host of leg.hosts) {
        if (host.start + shift - reached.at > shortestOwn) addPiece(reached.end, hostEnd(host, 'start'));
        reached = { at: host.end + shift, end: hostEnd(host, 'end') };
      }
      if (length - reached.at > (leg.hosts.length > 0 ? shortestOwn : 0))
        addPiece(reached.end, cornerEnd(leg, after(i), false, b));
      return { shared: leg.hosts.map(({ wall, side }) => ({ wall, side })), own };
    }),
  };
}

/** The existing wall at the end of a leg, when the leg ends on one. */
function lastHost(leg: Leg): Host | undefined {
  const host = leg.hosts.at(-1);
  return host && leg.length - host.end < shortestOwn ? host : undefined;
}
function firstHost(leg: Leg): Host | undefined {
  const host = leg.hosts[0];
  return host && host.start < shortestOwn ? host : undefined;
}
