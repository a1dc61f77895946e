import { entryOf, lastOf, listUnder, nth, valueIn } from '../lookups/index.ts';
import {
  type XY,
  Places,
  add,
  alongLine,
  cross,
  distance,
  headingOf,
  intersectLineLine,
  leftOf,
  scale,
  signedArea,
} from '../geometry/index.ts';
import type { Framing, WallLine } from '../framing/index.ts';
import type { Side } from '../plan/index.ts';

/**
 * One straight stretch of a room's boundary on the framing's face, walked with the room on the left.
 * `startAt` and `endAt` are its ends along the wall from the wall's `from`; on a wall's right side they run downwards.
 * `wall` is null for the end of a wall that stands free in the room and for the jog between two depths.
 */
export interface Face {
  readonly wall: string | null;
  readonly side: Side;
  readonly a: XY;
  readonly b: XY;
  readonly length: number;
  readonly startAt: number;
  readonly endAt: number;
}

/** A closed boundary found from the walls: counter-clockwise, canonical start, so entry order changes nothing. */
export interface Boundary {
  readonly level: string;
  readonly faces: readonly Face[];
  readonly polygon: readonly XY[];
}

interface HalfEdge {
  readonly line: WallLine;
  readonly forward: boolean;
  readonly start: number;
  readonly end: number;
  readonly heading: number;
}

const tolerance = 0.02;

function halfEdges(framing: Framing, nodes: Places): HalfEdge[] {
  const cuts = new Map<string, { node: number; at: number }[]>();
  const lines = Object.values(framing.lines);
  for (const line of lines) cuts.set(line.id, []);
  for (const line of lines) {
    const junctions = entryOf(framing.junctions, line.id);
    for (const end of ['from', 'to'] as const) {
      const joint = junctions[end];
      const main = joint.kind === 'tee' && joint.against ? entryOf(framing.lines, joint.against) : null;
      const along = main ? alongLine(line[end], main.from, main.to) : 0;
      const node = nodes.number(line.level, main ? add(main.from, scale(main.unit, along)) : line[end]);
      valueIn(cuts, line.id).push({ node, at: end === 'from' ? 0 : line.length });
      if (main) valueIn(cuts, main.id).push({ node, at: along });
    }
    for (const { at } of junctions.crossings) {
      const node = nodes.number(line.level, add(line.from, scale(line.unit, at)));
      valueIn(cuts, line.id).push({ node, at });
    }
  }
  return lines.flatMap((line) => {
    const sorted = valueIn(cuts, line.id).sort((a, b) => a.at - b.at);
    const heading = headingOf(line.unit);
    return sorted.slice(1).flatMap((to, i): HalfEdge[] => {
      const from = nth(sorted, i);
      if (from.node === to.node) return [];
      return [
        { line, forward: true, start: from.node, end: to.node, heading },
        { line, forward: false, start: to.node, end: from.node, heading: (heading + 180) % 360 },
      ];
    });
  });
}

/** At each node the next edge of the face on the left is the first one clockwise from where we came. */
function traceLoops(edges: readonly HalfEdge[]): HalfEdge[][] {
  const leaving = new Map<number, HalfEdge[]>();
  for (const edge of edges) listUnder(leaving, edge.start).push(edge);
  const turnFrom = (back: number, heading: number) => (((back - heading) % 360) + 360) % 360;
  const next = (edge: HalfEdge): HalfEdge => {
    const back = (edge.heading + 180) % 360;
    const isTwin = (e: HalfEdge) =>
      e.line === edge.line && e.end === edge.start && e.forward !== edge.forward;
    return valueIn(leaving, edge.end).reduce((best, candidate) => {
      const turn = (e: HalfEdge) => (isTwin(e) ? 360 : turnFrom(back, e.heading));
      return turn(candidate) < turn(best) ? candidate : best;
    });
  };
  const seen = new Set<HalfEdge>();
  const loops: HalfEdge[][] = [];
  for (const first of edges) {
    if (seen.has(first)) continue;
    const loop: HalfEdge[] = [];
    for (let edge = first; !seen.has(edge); edge = next(edge)) {
      seen.add(edge);
      loop.push(edge);
    }
    loops.push(loop);
  }
  return loops;
}

interface Stretch {
  readonly line: WallLine;
  readonly forward: boolean;
  readonly along: XY;
  /** A point of the wall's face line on the room's side. */
  readonly on: XY;
  readonly startPoint: XY;
  readonly endPoint: XY;
}

function mergeStraight(loop: readonly HalfEdge[]): HalfEdge[][] {
  const carriesOn = (a: HalfEdge, b: HalfEdge) => a.line === b.line && a.forward === b.forward;
  const turn = loop.findIndex((edge, i) => !carriesOn(nth(loop, (i + loop.length - 1) % loop.length), edge));
  const ordered = turn <= 0 ? loop : [...loop.slice(turn), ...loop.slice(0, turn)];
  const groups: HalfEdge[][] = [];
  for (const edge of ordered) {
    const last = groups.at(-1);
    if (last && carriesOn(lastOf(last), edge)) last.push(edge);
    else groups.push([edge]);
  }
  return groups;
}

function stretchOf(group: readonly HalfEdge[], positions: (node: number) => XY): Stretch {
  const { line, forward } = nth(group, 0);
  const along = forward ? line.unit : scale(line.unit, -1);
  const shift = scale(leftOf(along), line.depth / 2);
  return {
    line,
    forward,
    along,
    on: add(line.from, shift),
    startPoint: positions(nth(group, 0).start),
    endPoint: positions(lastOf(group).end),
  };
}

function projectOnto(stretch: Stretch, p: XY): XY {
  return add(stretch.on, scale(stretch.along, alongLine(p, stretch.on, add(stretch.on, stretch.along))));
}

/** The corner points between two stretches of face: one where they meet, two around a free end or a jog. */
function cornersBetween(a: Stretch, b: Stretch): XY[] {
  const meeting =
    Math.abs(cross(a.along, b.along)) > 0.02 ? intersectLineLine(a.on, a.along, b.on, b.along) : null;
  if (meeting) return [meeting];
  const [pa, pb] = [projectOnto(a, a.endPoint), projectOnto(b, b.startPoint)];
  return distance(pa, pb) < tolerance ? [pa] : [pa, pb];
}

function facesOf(stretches: readonly Stretch[]): Face[] {
  const corners = stretches.map((s, i) => cornersBetween(s, nth(stretches, (i + 1) % stretches.length)));
  return stretches.flatMap((s, i): Face[] => {
    const before = nth(corners, (i + stretches.length - 1) % stretches.length);
    const after = nth(corners, i);
    const a = lastOf(before);
    const b = nth(after, 0);
    const at = (p: XY) => alongLine(p, s.line.from, s.line.to);
    const side = s.forward ? 'left' : 'right';
    const face: Face = { wall: s.line.id, side, a, b, length: distance(a, b), startAt: at(a), endAt: at(b) };
    const cap = after[1];
    return cap
      ? [face, { wall: null, side, a: b, b: cap, length: distance(b, cap), startAt: 0, endAt: 0 }]
      : [face];
  });
}

/** Starts a boundary at its lowest, then leftmost corner. */
function canonical(faces: Face[]): Face[] {
  let first = 0;
  faces.forEach((f, i) => {
    const best = nth(faces, first).a;
    if (f.a.y < best.y - tolerance || (Math.abs(f.a.y - best.y) <= tolerance && f.a.x < best.x - tolerance))
      first = i;
  });
  return [...faces.slice(first), ...faces.slice(0, first)];
}

/** All closed boundaries that the walls make, inner faces only. */
export function findBoundaries(framing: Framing): Boundary[] {
  const nodes = new Places(tolerance);
  return traceLoops(halfEdges(framing, nodes)).flatMap((loop): Boundary[] => {
    const stretches = mergeStraight(loop).map((g) => stretchOf(g, (node) => nth(nodes.at, node)));
    if (stretches.length < 3) return [];
    const faces = canonical(facesOf(stretches));
    const polygon = faces.map((f) => f.a);
    return signedArea(polygon) > 1 ? [{ level: nth(loop, 0).line.level, faces, polygon }] : [];
  });
}
