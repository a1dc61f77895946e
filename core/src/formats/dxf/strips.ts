import { valueIn } from '../../lookups/index.ts';
import type { XY } from '../../geometry/index.ts';
import type { DrawnSegment } from './drawing.ts';

/** A stretch of an infinite line: from `start` to `end` along it. */
export interface Interval {
  readonly start: number;
  readonly end: number;
}

/** All pieces drawn along one line: `offset` to the left of the origin as one looks along `heading`. */
export interface DrawnLine {
  readonly offset: number;
  readonly intervals: readonly Interval[];
}

/** Two lines side by side that are the faces of one wall over a stretch. */
export interface Strip {
  readonly family: LineFamily;
  readonly left: DrawnLine;
  readonly right: DrawnLine;
  readonly thickness: number;
  /** Offset of the middle between both lines. */
  readonly offset: number;
  readonly start: number;
  readonly end: number;
}

/** Lines that run the same way; positions are along and across the heading. */
export interface LineFamily {
  readonly along: XY;
  readonly lines: readonly DrawnLine[];
}

const sameHeading = 0.6 * (Math.PI / 180);

export const alongOf = (family: { along: XY }, p: XY) => p.x * family.along.x + p.y * family.along.y;
export const offsetOf = (family: { along: XY }, p: XY) => -p.x * family.along.y + p.y * family.along.x;
export function pointAt(family: { along: XY }, along: number, offset: number): XY {
  const { x, y } = family.along;
  return { x: x * along - y * offset, y: y * along + x * offset };
}

export function mergeIntervals(intervals: readonly Interval[], slack: number): Interval[] {
  const merged: { start: number; end: number }[] = [];
  for (const next of [...intervals].sort((a, b) => a.start - b.start)) {
    const last = merged.at(-1);
    if (last && next.start <= last.end + slack) last.end = Math.max(last.end, next.end);
    else merged.push({ ...next });
  }
  return merged;
}

export function covers(intervals: readonly Interval[], start: number, end: number, slack: number): boolean {
  return intervals.some((i) => i.start <= start + slack && i.end >= end - slack);
}

function linesOf(along: XY, segments: readonly DrawnSegment[], slack: number): DrawnLine[] {
  const family = { along };
  const pieces = segments
    .map((s) => {
      const ends = [alongOf(family, s.a), alongOf(family, s.b)];
      const offset = (offsetOf(family, s.a) + offsetOf(family, s.b)) / 2;
      return { offset, start: Math.min(...ends), end: Math.max(...ends) };
    })
    .sort((a, b) => a.offset - b.offset);
  const lines: { offset: number; intervals: Interval[] }[] = [];
  for (const piece of pieces) {
    const last = lines.at(-1);
    if (last && piece.offset - last.offset < slack) last.intervals.push(piece);
    else lines.push({ offset: piece.offset, intervals: [piece] });
  }
  return lines.map((l) => ({ offset: l.offset, intervals: mergeIntervals(l.intervals, slack) }));
}

/** Sorts segments by the way they run, whatever end they were drawn from; the longest drawing comes first. `slack` in drawing units. */
export function lineFamilies(segments: readonly DrawnSegment[], slack: number): LineFamily[] {
  const groups: { heading: number; length: number; segments: DrawnSegment[] }[] = [];
  const withLength = segments
    .map((s) => ({ s, length: Math.hypot(s.b.x - s.a.x, s.b.y - s.a.y) }))
    .filter(({ length }) => length > slack)
    .sort((a, b) => b.length - a.length);
  for (const { s, length } of withLength) {
    const heading = (Math.atan2(s.b.y - s.a.y, s.b.x - s.a.x) + Math.PI) % Math.PI;
    const apart = (g: { heading: number }) => {
      const d = Math.abs(g.heading - heading);
      return Math.min(d, Math.PI - d);
    };
    const group = groups.find((g) => apart(g) < sameHeading);
    if (group) {
      group.segments.push(s);
      group.length += length;
    } else groups.push({ heading, length, segments: [s] });
  }
  return groups
    .sort((a, b) => b.length - a.length)
    .map((g) => {
      const along = { x: Math.cos(g.heading), y: Math.sin(g.heading) };
      return { along, lines: linesOf(along, g.segments, slack) };
    });
}

function subtract(from: readonly Interval[], taken: Interval): Interval[] {
  return from.flatMap((i) => [
    ...(i.start < taken.start ? [{ start: i.start, end: Math.min(i.end, taken.start) }] : []),
    ...(i.end > taken.end ? [{ start: Math.max(i.start, taken.end), end: i.end }] : []),
  ]);
}

/**
 * Pairs of lines that are the two faces of a wall: `thinnest` to `thickest` apart, nearest pairs first, and no stretch of a line
 * is the face of two walls.
 */
export function findStrips(
  families: readonly LineFamily[],
  thinnest: number,
  thickest: number,
  shortest: number,
): Strip[] {
  return families.flatMap((family) => {
    const free = new Map(family.lines.map((l) => [l, l.intervals] as const));
    const pairs = family.lines.flatMap((right, i) =>
      family.lines
        .slice(i + 1)
        .map((left) => ({ left, right, thickness: left.offset - right.offset }))
        .filter((p) => p.thickness >= thinnest && p.thickness <= thickest),
    );
    const strips: Strip[] = [];
    const sixteenths = (p: { thickness: number }) => Math.round(p.thickness * 16);
    for (const { left, right, thickness } of pairs.sort((a, b) => sixteenths(a) - sixteenths(b))) {
      for (const a of [...valueIn(free, right)])
        for (const b of [...valueIn(free, left)]) {
          const [start, end] = [Math.max(a.start, b.start), Math.min(a.end, b.end)];
          if (end - start < shortest) continue;
          strips.push({
            family,
            left,
            right,
            thickness,
            offset: (left.offset + right.offset) / 2,
            start,
            end,
          });
          free.set(right, subtract(valueIn(free, right), { start, end }));
          free.set(left, subtract(valueIn(free, left), { start, end }));
        }
    }
    return strips;
  });
}

/** Lines that are each the middle of a wall of one thickness: what a drawing of single lines shows. */
export const singleStrips = (families: readonly LineFamily[], thickness: number, shortest: number): Strip[] =>
  families.flatMap((family) =>
    family.lines.flatMap((line) =>
      line.intervals
        .filter(({ start, end }) => end - start >= shortest)
        .map(({ start, end }) => ({
          ...{ family, left: line, right: line, thickness, offset: line.offset, start, end },
        })),
    ),
  );
