import { must, nth } from '../../lookups/index.ts';
import { distance, type XY } from '../../geometry/index.ts';
import type { DrawnArc, DrawnSegment } from './drawing.ts';
import type { SegmentsByPlace } from './segmentsByPlace.ts';
import { alongOf, covers, offsetOf, pointAt, type LineFamily, type Strip } from './strips.ts';

/** A wall made of strips in line, and the gaps in it that are openings. Inches along and across its family's heading. */
export interface DrawnWall {
  readonly family: LineFamily;
  readonly offset: number;
  readonly thickness: number;
  readonly start: number;
  readonly end: number;
  readonly gaps: readonly { readonly start: number; readonly end: number }[];
}

const sameLine = 0.75;
const widestTee = 14;
const widestOpening = 20 * 12;
const narrowestOpening = 10;
/** A gap with nothing in it is no doorway where it is narrower. */
const narrowestDoorway = 20;

/** What tells that a gap between two stretches of wall is an opening. */
export interface Evidence {
  readonly segments: readonly DrawnSegment[];
  /** The same segments. */
  readonly byPlace: SegmentsByPlace;
  readonly arcs: readonly DrawnArc[];
  /** Whether a gap of a door’s width that nothing is drawn in is a doorway all the same. */
  readonly plainGaps: boolean;
}

/** A stretch of a wall’s line where it is not drawn. Inches. */
export interface Gap {
  readonly family: LineFamily;
  readonly offset: number;
  readonly thickness: number;
  readonly start: number;
  readonly end: number;
}

/** Pieces that lie within the gap's own rectangle and run along it: glass, leaves, a header. Their joint cover of the gap, 0 to 1. */
export function linesInGap(gap: Gap, segments: readonly DrawnSegment[]): number {
  const half = gap.thickness / 2 + 1.5;
  const inside = (p: XY) =>
    Math.abs(offsetOf(gap.family, p) - gap.offset) <= half &&
    alongOf(gap.family, p) >= gap.start - 1.5 &&
    alongOf(gap.family, p) <= gap.end + 1.5;
  const spans = segments
    .filter((s) => inside(s.a) && inside(s.b))
    .map((s) => Math.abs(alongOf(gap.family, s.a) - alongOf(gap.family, s.b)));
  return Math.max(0, ...spans) / (gap.end - gap.start);
}

/** A door as it is drawn open: where it hangs, and where its free edge is. */
export interface DrawnLeaf {
  readonly hinge: XY;
  readonly tip: XY;
  readonly width: number;
}

/** A leaf hangs so near a jamb, in inches. */
const fromJamb = 5;

/** Whether a leaf hangs near a jamb of a gap and is about as wide. */
function hangsIn(gap: Gap, { hinge, width: leaf }: DrawnLeaf): boolean {
  const width = gap.end - gap.start;
  const along = alongOf(gap.family, hinge);
  const jamb = Math.min(Math.abs(along - gap.start), Math.abs(along - gap.end));
  const off = Math.abs(offsetOf(gap.family, hinge) - gap.offset);
  return jamb < fromJamb && off < gap.thickness / 2 + 3 && leaf > 0.8 * width && leaf < 1.15 * width;
}

/** The swing of an arc: from its centre to the end that is farther from the gap’s wall. */
function leafOfArc(gap: Gap, { center, radius, ends: [a, b] }: DrawnArc): DrawnLeaf {
  const away = (p: XY) => Math.abs(offsetOf(gap.family, p) - gap.offset);
  return { hinge: center, tip: away(a) > away(b) ? a : b, width: radius };
}

/** A line that stands off the gap’s wall, from either of its ends. */
function leavesOfLine(gap: Gap, { a, b }: DrawnSegment): DrawnLeaf[] {
  const width = distance(a, b);
  const rise = Math.abs(offsetOf(gap.family, b) - offsetOf(gap.family, a));
  if (width < narrowestOpening || rise < 0.4 * width) return [];
  return [
    { hinge: a, tip: b, width },
    { hinge: b, tip: a, width },
  ];
}

/** The door hung in a gap, by its swing or, where none is drawn, by its open leaf; the one as wide as the gap first. Null when there is none. */
export function leafOfGap(gap: Gap, { arcs, byPlace }: Pick<Evidence, 'arcs' | 'byPlace'>): DrawnLeaf | null {
  const width = gap.end - gap.start;
  const nearest = (leaves: readonly DrawnLeaf[]) =>
    leaves
      .filter((leaf) => hangsIn(gap, leaf))
      .sort((a, b) => Math.abs(a.width - width) - Math.abs(b.width - width))[0] ?? null;
  const swung = nearest(arcs.map((arc) => leafOfArc(gap, arc)));
  if (swung) return swung;
  const lines = [gap.start, gap.end].flatMap((along) =>
    byPlace.near(pointAt(gap.family, along, gap.offset), gap.thickness / 2 + fromJamb),
  );
  return nearest(lines.flatMap((s) => leavesOfLine(gap, s)));
}

/** Whether anything is drawn in a gap that makes it an opening. */
export function isDrawnOpening(gap: Gap, evidence: Evidence): boolean {
  const width = gap.end - gap.start;
  if (width < narrowestOpening || width > widestOpening) return false;
  return linesInGap(gap, evidence.segments) > 0.6 || leafOfGap(gap, evidence) !== null;
}

/** Whether a wall of another direction stands at a place along a gap’s line. */
function standsAt(gap: Gap, along: number, strips: readonly Strip[]): boolean {
  const p = pointAt(gap.family, along, gap.offset);
  return strips.some((s) => {
    const reach = s.thickness / 2 + gap.thickness / 2 + 2;
    return (
      s.family !== gap.family &&
      Math.abs(offsetOf(s.family, p) - s.offset) < reach &&
      alongOf(s.family, p) > s.start - reach &&
      alongOf(s.family, p) < s.end + reach
    );
  });
}

/**
 * Whether a gap with nothing drawn in it may be a doorway: as wide as one, and at least one of its ends a jamb. Between two walls that cross its line it is the
 * width of a hall.
 */
export function mayBeDoorway(gap: Gap, strips: readonly Strip[]): boolean {
  const width = gap.end - gap.start;
  if (width < narrowestDoorway || width > widestOpening) return false;
  return !(standsAt(gap, gap.start, strips) && standsAt(gap, gap.end, strips));
}

const isOpening = (gap: Gap, strips: readonly Strip[], evidence: Evidence): boolean =>
  isDrawnOpening(gap, evidence) || (evidence.plainGaps && mayBeDoorway(gap, strips));

function groupInLine(strips: readonly Strip[]): Strip[][] {
  const groups: Strip[][] = [];
  for (const strip of [...strips].sort((a, b) => a.offset - b.offset || a.start - b.start)) {
    const group = groups.find(
      ([first]) =>
        must(first, 'the first strip of a group').family === strip.family &&
        Math.abs(must(first, 'the first strip of a group').offset - strip.offset) < sameLine &&
        Math.abs(must(first, 'the first strip of a group').thickness - strip.thickness) < sameLine,
    );
    if (group) group.push(strip);
    else groups.push([strip]);
  }
  return groups.map((g) => g.sort((a, b) => a.start - b.start));
}

/** Other walls stand against or run through this one in the gap, on one face or both: their thickness is what broke it. */
function isCrossed(gap: Gap, strips: readonly Strip[]): boolean {
  const width = gap.end - gap.start;
  const middle = pointAt(gap.family, (gap.start + gap.end) / 2, gap.offset);
  return strips.some((s) => {
    if (s.family === gap.family || width > s.thickness + 4) return false;
    const along = alongOf(s.family, middle);
    const reach = gap.thickness / 2 + 1;
    return (
      Math.abs(offsetOf(s.family, middle) - s.offset) < width / 2 &&
      along > s.start - reach &&
      along < s.end + reach
    );
  });
}

function joinStrips(group: readonly Strip[], all: readonly Strip[], evidence: Evidence): DrawnWall[] {
  const walls: { start: number; end: number; gaps: { start: number; end: number }[] }[] = [];
  const { family, offset, thickness } = nth(group, 0);
  for (const strip of group) {
    const last = walls.at(-1);
    if (!last) {
      walls.push({ start: strip.start, end: strip.end, gaps: [] });
      continue;
    }
    const gap: Gap = { family, offset, thickness, start: last.end, end: strip.start };
    const width = gap.end - gap.start;
    const oneFaceRunsOn = [strip.left, strip.right].some((l) => covers(l.intervals, gap.start, gap.end, 0.5));
    if (width < 1 || (oneFaceRunsOn && width < widestTee) || isCrossed(gap, all)) last.end = strip.end;
    else if (isOpening(gap, all, evidence)) {
      last.gaps.push({ start: gap.start, end: gap.end });
      last.end = strip.end;
    } else walls.push({ start: strip.start, end: strip.end, gaps: [] });
  }
  return walls.map((w) => ({ family, offset, thickness, ...w }));
}

/** Where the line of a wall, beyond one of its ends, next meets a drawn wall line across it; null when nothing is near. */
function nextAcross(wall: DrawnWall, forward: boolean, segments: readonly DrawnSegment[]): number | null {
  const from = forward ? wall.end : wall.start;
  let best: number | null = null;
  for (const s of segments) {
    const [oa, ob] = [offsetOf(wall.family, s.a) - wall.offset, offsetOf(wall.family, s.b) - wall.offset];
    if (oa * ob > 0 || Math.abs(oa - ob) < 0.5) continue;
    const t = oa / (oa - ob);
    const at = alongOf(wall.family, s.a) * (1 - t) + alongOf(wall.family, s.b) * t;
    const ahead = forward ? at - from : from - at;
    if (ahead > narrowestOpening && ahead < widestOpening && (best === null || ahead < Math.abs(best - from)))
      best = at;
  }
  return best;
}

/** A door may stand hard against the wall it ends at, with no wall left on that side. */
function withOpeningAtEnds(
  wall: DrawnWall,
  faces: readonly DrawnSegment[],
  strips: readonly Strip[],
  evidence: Evidence,
  taken: (gap: { start: number; end: number }) => boolean,
): DrawnWall {
  let grown = wall;
  for (const forward of [false, true]) {
    const at = nextAcross(grown, forward, faces);
    if (at === null) continue;
    const gap = forward ? { start: grown.end, end: at } : { start: at, end: grown.start };
    if (taken(gap) || !isOpening({ ...grown, ...gap }, strips, evidence)) continue;
    grown = forward
      ? { ...grown, end: at, gaps: [...grown.gaps, gap] }
      : { ...grown, start: at, gaps: [gap, ...grown.gaps] };
  }
  return grown;
}

/** Whether some wall beside this one has an opening there already: the same door is not two. */
function isTaken(wall: DrawnWall, gap: { start: number; end: number }, walls: readonly DrawnWall[]): boolean {
  return walls.some(
    (w) =>
      w !== wall &&
      w.family === wall.family &&
      Math.abs(w.offset - wall.offset) < 6 &&
      w.gaps.some((g) => g.start < gap.end && g.end > gap.start),
  );
}

/** Walls from strips: those in line are joined across T's, crossings and openings. */
export function wallsFromStrips(
  strips: readonly Strip[],
  faces: readonly DrawnSegment[],
  evidence: Evidence,
): DrawnWall[] {
  const walls = groupInLine(strips).flatMap((group) => joinStrips(group, strips, evidence));
  walls.forEach((wall, i) => {
    const others = walls.filter((w) => w !== wall);
    walls[i] = withOpeningAtEnds(wall, faces, strips, evidence, (gap) => isTaken(wall, gap, others));
  });
  return walls;
}
