import type { XY } from '../../geometry/index.ts';
import type { WallSegment } from '../../survey/snapping.ts';

/** A place along a wall and off its middle, on the screen. */
export const at = ({ a, u }: WallSegment, along: number, off: number) => ({
  x: a.x + u.x * along - u.y * off,
  y: -(a.y + u.y * along + u.x * off),
});
export const show = (p: XY) => `${p.x.toFixed(2)},${p.y.toFixed(2)}`;
/** The four corners of a piece of a wall between two places along it. */
export const block = (line: WallSegment, start: number, end: number, off = line.half) =>
  [at(line, start, off), at(line, end, off), at(line, end, -off), at(line, start, -off)].map(show).join(' ');

/** A light bow from a switch to what it works, so that lines side by side can be told apart. */
export function bow(from: XY, to: XY): string {
  const middle = {
    x: (from.x + to.x) / 2 - (to.y - from.y) * 0.12,
    y: (from.y + to.y) / 2 + (to.x - from.x) * 0.12,
  };
  return `M${show(from)}Q${show(middle)} ${show(to)}`;
}
