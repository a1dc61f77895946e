import Flatbush from 'flatbush';
import { entryOf, listUnder, nth, valueIn } from '../lookups/index.ts';
import {
  cross,
  direction,
  distance,
  distancePointSegment,
  alongLine,
  dot,
  headingVector,
  intersectLineLine,
  type XY,
  Places,
} from '../geometry/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan, Wall } from '../plan/index.ts';
import { framingKinds } from '../materials/index.ts';

export type WallEnd = 'from' | 'to';

/** A wall's centre line in place, with the sizes that follow from its kind. */
export interface WallLine {
  readonly id: string;
  readonly level: string;
  readonly from: XY;
  readonly to: XY;
  readonly unit: XY;
  readonly length: number;
  readonly depth: number;
}

/** How one end of a wall meets the rest: `reach` is how far its framing runs past (or, negative, stops short of) its point. */
export interface EndJoint {
  readonly kind: 'free' | 'through' | 'butt' | 'straight' | 'tee';
  readonly reach: number;
  /** Depth, along this wall, of what butts against a through wall's side; 0 otherwise. */
  readonly covered: number;
  /** The wall this end stands against or, for a straight joint, carries on into; null when free or running through. */
  readonly against: string | null;
}

/** Where another wall's end stands against this wall's side. */
export interface Tee {
  readonly wall: string;
  readonly end: WallEnd;
  readonly at: number;
  /** Width the stem takes along this wall. */
  readonly width: number;
}

/** Where another wall crosses this one between its ends. One of the two runs through; the other's framing stops on either side of it. */
export interface WallCrossing {
  readonly wall: string;
  readonly at: number;
  /** Width the other wall takes along this one. */
  readonly width: number;
  readonly through: boolean;
}

export interface WallJunctions {
  readonly from: EndJoint;
  readonly to: EndJoint;
  readonly tees: readonly Tee[];
  readonly crossings: readonly WallCrossing[];
}

const free: EndJoint = { kind: 'free', reach: 0, covered: 0, against: null };
const joined = 0.02;
const straightSine = 0.05;

export function wallLine(plan: Pick<Plan, 'points'>, id: string, wall: Wall): WallLine {
  const from = entryOf(plan.points, wall.from);
  const to = entryOf(plan.points, wall.to);
  return {
    id,
    level: from.level,
    from,
    to,
    unit: direction(from, to) ?? { x: 1, y: 0 },
    length: distance(from, to),
    depth: framingKinds[wall.framing].depth,
  };
}

interface End {
  readonly line: WallLine;
  readonly end: WallEnd;
  readonly at: XY;
}

/** Which of two walls comes first. */
type Order = (a: WallLine, b: WallLine) => number;

/** Lengths this near are one. Inches. */
const alike = 0.01;

/**
 * Longer walls run through corners; ties go to the wall nearer the way joists run, then to the one farther from the middle of its level, then
 * by place: so that neither the order walls were entered in nor the way the house is drawn about changes anything.
 */
function runsThroughFirst(lines: readonly WallLine[], joists: (level: string) => number): Order {
  const middle = (l: WallLine): XY => ({ x: (l.from.x + l.to.x) / 2, y: (l.from.y + l.to.y) / 2 });
  const sums = new Map<string, { x: number; y: number; count: number }>();
  for (const line of lines) {
    const own = sums.get(line.level) ?? { x: 0, y: 0, count: 0 };
    const { x, y } = middle(line);
    sums.set(line.level, { x: own.x + x, y: own.y + y, count: own.count + 1 });
  }
  const away = (l: WallLine) => {
    const { x, y, count } = valueIn(sums, l.level);
    return distance(middle(l), { x: x / count, y: y / count });
  };
  const flatness = (l: WallLine) => Math.abs(dot(l.unit, headingVector(joists(l.level))));
  return (a, b) => {
    if (Math.abs(a.length - b.length) > alike) return b.length - a.length;
    const flat = flatness(b) - flatness(a);
    if (Math.abs(flat) > 1e-6) return flat;
    const farther = away(b) - away(a);
    if (Math.abs(farther) > alike) return farther;
    const [ma, mb] = [middle(a), middle(b)];
    return ma.y - mb.y || ma.x - mb.x || compareIds(a.id, b.id);
  };
}

/** Lines to be found by the ground they are near. */
class LinesByPlace {
  private readonly index: Flatbush | null;

  constructor(private readonly lines: readonly WallLine[]) {
    this.index = lines.length > 0 ? new Flatbush(lines.length) : null;
    for (const { from, to, depth } of lines) {
      const reach = depth / 2 + 2 * joined;
      const [x0, x1] = [Math.min(from.x, to.x) - reach, Math.max(from.x, to.x) + reach];
      const [y0, y1] = [Math.min(from.y, to.y) - reach, Math.max(from.y, to.y) + reach];
      this.index?.add(x0, y0, x1, y1);
    }
    this.index?.finish();
  }

  /** Lines whose ground, half their depth around them, meets that between two places; in the order of the list. */
  near(a: XY, b: XY): WallLine[] {
    const [x0, x1] = [Math.min(a.x, b.x), Math.max(a.x, b.x)];
    const [y0, y1] = [Math.min(a.y, b.y), Math.max(a.y, b.y)];
    const found = this.index?.search(x0, y0, x1, y1) ?? [];
    return found.sort((i, j) => i - j).map((i) => nth(this.lines, i));
  }
}

/** Ends that lie together. */
function groupEnds(lines: readonly WallLine[]): End[][] {
  const places = new Places(joined);
  const groups: End[][] = [];
  for (const line of lines)
    for (const end of ['from', 'to'] as const) {
      const number = places.number(line.level, line[end]);
      (groups[number] ??= []).push({ line, end, at: line[end] });
    }
  return groups;
}

/** The sine of the angle between two walls, never so small that a joint would run away. */
function sineBetween(a: WallLine, b: WallLine): number {
  return Math.max(0.25, Math.abs(cross(a.unit, b.unit)));
}

function jointsOfGroup(group: readonly End[], order: Order): [End, EndJoint][] {
  const sorted = [...group].sort((a, b) => order(a.line, b.line));
  const through = nth(sorted, 0);
  const others = sorted.slice(1);
  if (others.length === 0) return [[through, free]];
  const crossing = others.filter((o) => Math.abs(cross(o.line.unit, through.line.unit)) > straightSine);
  const covered = Math.max(0, ...crossing.map((o) => o.line.depth / sineBetween(o.line, through.line)));
  const carriesOn = others.find((o) => !crossing.includes(o));
  const first: EndJoint = carriesOn
    ? { kind: 'straight', reach: 0, covered: 0, against: carriesOn.line.id }
    : { kind: 'through', reach: covered / 2, covered, against: null };
  return [
    [through, first],
    ...others.map((o): [End, EndJoint] => [
      o,
      crossing.includes(o)
        ? {
            kind: 'butt',
            reach: -through.line.depth / 2 / sineBetween(o.line, through.line),
            covered: 0,
            against: through.line.id,
          }
        : { kind: 'straight', reach: 0, covered: 0, against: through.line.id },
    ]),
  ];
}

/** The wall whose side a lone end stands against, nearest centre line first; null when it stands free. */
function wallBehind(end: End, lines: readonly WallLine[]): { line: WallLine; at: number } | null {
  let best: { line: WallLine; at: number; off: number } | null = null;
  for (const line of lines) {
    if (line.id === end.line.id || line.level !== end.line.level) continue;
    const off = distancePointSegment(end.at, line.from, line.to);
    const at = alongLine(end.at, line.from, line.to);
    if (off > line.depth / 2 + joined || at < joined || at > line.length - joined) continue;
    if (Math.abs(cross(line.unit, end.line.unit)) < straightSine) continue;
    if (!best || off < best.off - 1e-9) best = { line, at, off };
  }
  return best;
}

function crossingsOf(
  lines: readonly WallLine[],
  places: LinesByPlace,
  first: Order,
): Map<string, WallCrossing[]> {
  const found = new Map<string, WallCrossing[]>();
  const note = (line: WallLine, crossing: WallCrossing) => listUnder(found, line.id).push(crossing);
  const placeOf = new Map(lines.map((l, i) => [l.id, i]));
  lines.forEach((a, i) => {
    for (const b of places.near(a.from, a.to)) {
      if (
        valueIn(placeOf, b.id) <= i ||
        a.level !== b.level ||
        Math.abs(cross(a.unit, b.unit)) < straightSine
      )
        continue;
      const at = intersectLineLine(a.from, a.unit, b.from, b.unit);
      if (!at) continue;
      const [onA, onB] = [alongLine(at, a.from, a.to), alongLine(at, b.from, b.to)];
      const inside = (along: number, line: WallLine, other: WallLine) =>
        along > other.depth / 2 + joined && along < line.length - other.depth / 2 - joined;
      if (!inside(onA, a, b) || !inside(onB, b, a)) continue;
      const sine = sineBetween(a, b);
      const aThrough = first(a, b) < 0;
      note(a, { wall: b.id, at: onA, width: b.depth / sine, through: aThrough });
      note(b, { wall: a.id, at: onB, width: a.depth / sine, through: !aThrough });
    }
  });
  return found;
}

/** Finds how all walls meet: corners, straight joints, T's and crossings. Keyed by wall id. `joists`: which way they run on a level, degrees. */
export function findJunctions(
  lines: readonly WallLine[],
  joists: (level: string) => number = () => 0,
): Record<string, WallJunctions> {
  const order = runsThroughFirst(lines, joists);
  const joints = new Map<string, EndJoint>();
  const tees = new Map<string, Tee[]>();
  const places = new LinesByPlace(lines);
  const crossings = crossingsOf(lines, places, order);
  for (const group of groupEnds(lines)) {
    const { at } = nth(group, 0);
    const crossingWall = wallBehind(
      nth(group, 0),
      places.near(at, at).filter((l) => !group.some((e) => e.line.id === l.id)),
    );
    if (!crossingWall) {
      for (const [end, joint] of jointsOfGroup(group, order)) joints.set(`${end.line.id}/${end.end}`, joint);
      continue;
    }
    for (const end of group) {
      const { line, at } = crossingWall;
      const sine = sineBetween(end.line, line);
      const outward = end.end === 'to' ? end.line.unit : { x: -end.line.unit.x, y: -end.line.unit.y };
      const past = dot(
        { x: end.at.x - line.from.x, y: end.at.y - line.from.y },
        { x: -line.unit.y, y: line.unit.x },
      );
      const goesLeft = cross(line.unit, outward) > 0 ? 1 : -1;
      joints.set(`${end.line.id}/${end.end}`, {
        kind: 'tee',
        reach: -(line.depth / 2 + past * goesLeft) / sine,
        covered: 0,
        against: line.id,
      });
      const tee: Tee = { wall: end.line.id, end: end.end, at, width: end.line.depth / sine };
      listUnder(tees, line.id).push(tee);
    }
  }
  return Object.fromEntries(
    lines.map((line) => [
      line.id,
      {
        from: joints.get(`${line.id}/from`) ?? free,
        to: joints.get(`${line.id}/to`) ?? free,
        tees: (tees.get(line.id) ?? []).sort((a, b) => a.at - b.at || compareIds(a.wall, b.wall)),
        crossings: (crossings.get(line.id) ?? []).sort((a, b) => a.at - b.at || compareIds(a.wall, b.wall)),
      },
    ]),
  );
}
