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

/** A walk, how it is to close, and the walls it makes: their framing, and those it has made already. */
export interface WalkToLay {
  readonly level: string;
  readonly walk: Walk;
  readonly closing: Closing;
  readonly framing: FramingKind;
  readonly own: ReadonlySet<string>;
}

/** The legs of a walk as they stand beside the walls that are there. */
function legsOf(plan: Plan, { level, walk, own }: WalkToLay, points: readonly XY[], closed: boolean): Leg[] {
  const hand = roomOnRight(walk) ? 1 : -1;
  return Array.from({ length: closed ? points.length : points.length - 1 }, (_, i): Leg => {
    const [a, b] = [nth(points, i), nth(points, (i + 1) % points.length)];
    const along = direction(a, b) ?? { x: 1, y: 0 };
    const leg = { a, b, along, outward: scale(leftOf(along), hand), length: distance(a, b) };
    return { ...leg, hosts: hostsOf(plan, level, own, leg) };
  });
}

/** A walk half laid out: its legs, and which of them come before and after each. */
class Legs {
  constructor(
    private readonly plan: Plan,
    readonly all: readonly Leg[],
    private readonly points: readonly XY[],
    private readonly closed: boolean,
    private readonly halfDepth: number,
  ) {}

  before(i: number): Leg | null {
    if (i > 0) return nth(this.all, i - 1);
    return this.closed ? lastOf(this.all) : null;
  }

  after(i: number): Leg | null {
    if (i + 1 < this.all.length) return nth(this.all, i + 1);
    return this.closed ? nth(this.all, 0) : null;
  }

  /** Where the faces of two legs meet, or an open end comes to lie. */
  corners(): XY[] {
    const count = this.all.length;
    return Array.from({ length: this.closed ? count : count + 1 }, (_, i) => {
      const [prior, next] = [this.before(i), this.all[i] ?? null];
      if (prior && next) return meet(prior, next, nth(this.points, i % this.points.length));
      return project(nth(this.points, i), faceOf(must(next ?? prior, 'a leg at the corner')));
    });
  }

  /** The centre line of a wall of the walk's own along a leg. */
  ownLine(leg: Leg): { on: XY; along: XY } {
    const face = faceOf(leg);
    return { on: add(face.on, scale(leg.outward, this.halfDepth)), along: leg.along };
  }

  /** The end of an own piece at a corner: on the neighbour's own middle, on the wall it runs into, or open. */
  private cornerEnd(leg: Leg, neighbour: Leg | null, atStart: boolean, corner: XY): Corner {
    const line = this.ownLine(leg);
    if (!neighbour) return { at: project(corner, line), point: null };
    const host = atStart ? lastHost(neighbour) : firstHost(neighbour);
    const onHost = host && endOnHost(this.plan, host, line.on, line.along);
    if (onHost) return onHost;
    const other = this.ownLine(neighbour);
    return {
      at: intersectLineLine(line.on, line.along, other.on, other.along, 0.02) ?? project(corner, line),
      point: null,
    };
  }

  /** The end of an own piece at a wall that is there: at that wall's nearer point, in line with the piece. */
  private hostEnd(leg: Leg, host: Host, near: 'start' | 'end'): Corner {
    const line = this.ownLine(leg);
    const target = add(leg.a, scale(leg.along, near === 'start' ? host.start : host.end));
    const { from, to } = entryOf(this.plan.walls, host.wall);
    const [a, b] = [entryOf(this.plan.points, from), entryOf(this.plan.points, to)];
    const [id, point] = distance(a, target) < distance(b, target) ? [from, a] : [to, b];
    const onLine = project(point, line);
    return distance(onLine, point) < samePoint ? { at: point, point: id } : { at: onLine, point: null };
  }

  /** What of leg `i` stands already, and the pieces still to be made between, from corner `a` to corner `b`. */
  layout(i: number, a: XY, b: XY): LegLayout {
    const leg = nth(this.all, i);
    const length = dot(subtract(b, a), leg.along);
    const shift = dot(subtract(leg.a, a), leg.along);
    const own: OwnPiece[] = [];
    const addPiece = (from: Corner, to: Corner) =>
      own.push({
        from: from.at,
        to: to.at,
        fromPoint: from.point,
        toPoint: to.point,
        faceStart: alongLine(a, from.at, to.at),
      });
    let reached = { at: 0, end: this.cornerEnd(leg, this.before(i), true, a) };
    for (const host of leg.hosts) {
      if (host.start + shift - reached.at > shortestOwn)
        addPiece(reached.end, this.hostEnd(leg, host, 'start'));
      reached = { at: host.end + shift, end: this.hostEnd(leg, host, 'end') };
    }
    if (length - reached.at > (leg.hosts.length > 0 ? shortestOwn : 0))
      addPiece(reached.end, this.cornerEnd(leg, this.after(i), false, b));
    return { shared: leg.hosts.map(({ wall, side }) => ({ wall, side })), own };
  }
}

/** Lays a walk out beside the walls already on its level. Pure: reads the plan and changes nothing. */
export function layoutWalk(plan: Plan, toLay: WalkToLay): WalkLayout {
  const { walk, closing, framing } = toLay;
  if (walk.legs.length === 0) return { corners: [walk.start], closed: false, legs: [] };
  const { points, closed } = settledPoints(walk, closing);
  const legs = new Legs(
    plan,
    legsOf(plan, toLay, points, closed),
    points,
    closed,
    framingKinds[framing].depth / 2,
  );
  const corners = legs.corners();
  return {
    corners,
    closed,
    legs: legs.all.map((_, i) => legs.layout(i, nth(corners, i), nth(corners, (i + 1) % corners.length))),
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
