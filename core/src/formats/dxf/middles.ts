import { direction, type XY } from '../../geometry/index.ts';
import type { DrawnSegment } from './drawing.ts';
import {
  alongOf,
  mergeIntervals,
  offsetOf,
  pointAt,
  type Interval,
  type LineFamily,
  type Strip,
} from './strips.ts';
import type { DrawnWall } from './walls.ts';

/** The layer of our own drawings that has the middle of each wall, from the corner or wall it begins at to the one it ends at. Switched off: it is to be read. */
export const middlesLayer = 'Wall middles';

/** Faces lie so far off a middle, and as far on its other side, in inches. */
const [nearest, farthest] = [0.3, 6.5];
/** An opening is at least so wide. */
const narrowest = 6;
const near = 0.1;

interface Middle {
  readonly family: LineFamily;
  readonly offset: number;
  readonly start: number;
  readonly end: number;
}

function middleOf({ a, b }: DrawnSegment): Middle | null {
  const along = direction(a, b);
  if (!along) return null;
  const family = { along, lines: [] };
  return { family, offset: offsetOf(family, a), start: alongOf(family, a), end: alongOf(family, b) };
}

/** Lines beside a middle, by how far off it they run, in sixteenths: those on its left by what is more than nothing. */
function beside({ family, offset, start, end }: Middle, faces: readonly DrawnSegment[]) {
  const found = new Map<number, Interval[]>();
  for (const { a, b } of faces) {
    const [offA, offB] = [offsetOf(family, a) - offset, offsetOf(family, b) - offset];
    if (Math.abs(offA - offB) > near || Math.abs(offA) > farthest) continue;
    const [low, high] = [alongOf(family, a), alongOf(family, b)].sort((x, y) => x - y) as [number, number];
    const along = { start: Math.max(low, start), end: Math.min(high, end) };
    if (along.end <= along.start) continue;
    const off = Math.round(offA * 16);
    found.set(off, [...(found.get(off) ?? []), along]);
  }
  return found;
}

const inBoth = (left: readonly Interval[], right: readonly Interval[]): Interval[] =>
  left.flatMap((a) =>
    right.flatMap((b) => {
      const [start, end] = [Math.max(a.start, b.start), Math.min(a.end, b.end)];
      return end > start ? [{ start, end }] : [];
    }),
  );

/** The two faces of a middle, the pair that is drawn along most of it: how thick the wall is, and where both are drawn; the end of a wall that stands against it is on one. Null when none is. */
function facesOf(middle: Middle, faces: readonly DrawnSegment[]) {
  const lines = beside(middle, faces);
  let best: { readonly half: number; readonly drawn: Interval[]; readonly length: number } | null = null;
  for (const [off, left] of lines) {
    const right = lines.get(-off);
    if (off < nearest * 16 || !right) continue;
    const drawn = mergeIntervals(inBoth(left, right), near);
    const length = drawn.reduce((sum, i) => sum + i.end - i.start, 0);
    if (!best || length > best.length) best = { half: off / 16, drawn, length };
  }
  return best;
}

/** Where lines across a wall close it: the jambs of its openings. */
const jambsOf = ({ family, offset }: Middle, half: number, faces: readonly DrawnSegment[]): number[] =>
  faces.flatMap(({ a, b }) => {
    const [offA, offB] = [offsetOf(family, a) - offset, offsetOf(family, b) - offset];
    const isAcross = offA * offB < 0 && [offA, offB].every((off) => Math.abs(Math.abs(off) - half) < near);
    const along = alongOf(family, a);
    return isAcross && Math.abs(along - alongOf(family, b)) < near ? [along] : [];
  });

/** Stretches between two jambs along which the faces are not drawn. */
function openingsOf(middle: Middle, drawn: readonly Interval[], jambs: readonly number[]) {
  const ends = [middle.start, ...drawn.flatMap((i) => [i.start, i.end]), middle.end];
  const gaps = Array.from({ length: ends.length / 2 }, (_, i) => ends.slice(2 * i, 2 * i + 2));
  return gaps.flatMap(([low = 0, high = 0]) => {
    const within = jambs.filter((at) => at > low - near && at < high + near);
    const gap = { start: Math.min(...within), end: Math.max(...within) };
    return gap.end - gap.start >= narrowest ? [gap] : [];
  });
}

const isWithin = (p: XY, { family, offset, start, end, thickness }: DrawnWall): boolean =>
  Math.abs(offsetOf(family, p) - offset) < thickness / 2 + near &&
  alongOf(family, p) > start - thickness &&
  alongOf(family, p) < end + thickness;

/**
 * The walls of a drawing that has their middles, just as they were: with what is drawn of their faces left out where it is open. Null when the middles are not of
 * what is drawn, as when a wall was moved, put in or taken out since: a middle without faces, or two faces (`strips`) without a middle.
 */
export function wallsByMiddles(
  middles: readonly DrawnSegment[],
  faces: readonly DrawnSegment[],
  strips: readonly Strip[],
): DrawnWall[] | null {
  const walls: DrawnWall[] = [];
  for (const segment of middles) {
    const middle = middleOf(segment);
    const found = middle && facesOf(middle, faces);
    if (!found) return null;
    const { half, drawn } = found;
    const gaps = openingsOf(middle, drawn, jambsOf(middle, half, faces));
    walls.push({ ...middle, thickness: 2 * half, gaps });
  }
  const isOfWall = ({ family, offset, start, end }: Strip) =>
    [start, end].every((along) => walls.some((wall) => isWithin(pointAt(family, along, offset), wall)));
  return walls.length > 0 && strips.every(isOfWall) ? walls : null;
}
