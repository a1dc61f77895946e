import { lastOf, nth } from '../../lookups/index.ts';
import type { FloorLine } from '../../rooms/index.ts';
import type { PlacedBox } from '../place.ts';
import { alongLineOf } from '../reach.ts';

/** Where boxes come along a line, ascending; those off it are left out. */
export function seenOn(line: FloorLine, boxes: readonly PlacedBox[]): number[] {
  return boxes.flatMap((p) => alongLineOf(line, p.wall, p.side, p.at) ?? []).sort((a, b) => a - b);
}

/** The widest gap of a line, its ends counted twice since nothing lies beyond them; infinite where nothing is on it. */
export function lineGaps(line: FloorLine, fixed: readonly number[]): number {
  if (fixed.length === 0) return Infinity;
  const inner = fixed.slice(1).map((v, i) => v - nth(fixed, i));
  const [first, last] = [nth(fixed, 0), lastOf(fixed)];
  const ends = line.ring ? [first + line.length - last] : [2 * first, 2 * (line.length - last)];
  return Math.max(...inner, ...ends);
}

/** Two receptacles nearer than this are as good as one. Common practice, no source. */
const together = 12;
export function keepApart(along: number, taken: readonly number[]): boolean {
  return taken.every((at) => Math.abs(at - along) >= together);
}
