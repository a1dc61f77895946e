import { add, dot, leftOf, scale, subtract, type XY } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entryOf } from '../lookups/index.ts';
import type { Boundary } from './faces.ts';

/** Coordinates of a room's own: x along its longest wall from that wall's beginning, y from its line into the room. Inches. */
export interface RoomFrame {
  readonly toRoom: (p: XY) => XY;
  readonly toPlan: (p: XY) => XY;
}

/** Lengths that differ by less are the same: then the wall with the first id is the longest. */
const same = 0.25;
const finest = 1e6;
const tidy = (x: number) => Math.round(x * finest) / finest;

/** The frame of a closed room, which goes with it when the house is turned or mirrored. */
export function frameOfRoom({ faces }: Boundary, framing: Pick<Framing, 'lines'>): RoomFrame {
  const walls = faces.flatMap((f) => (f.wall === null ? [] : [{ ...f, wall: f.wall }]));
  const spanOf = (f: (typeof walls)[number]) => Math.abs(f.endAt - f.startAt);
  const longest = Math.max(0, ...walls.map(spanOf));
  const axis = walls
    .filter((f) => spanOf(f) > longest - same)
    .sort(
      (a, b) => compareIds(a.wall, b.wall) || Math.min(a.startAt, a.endAt) - Math.min(b.startAt, b.endAt),
    )[0];
  const line = axis ? entryOf(framing.lines, axis.wall) : { from: { x: 0, y: 0 }, unit: { x: 1, y: 0 } };
  const inward = scale(leftOf(line.unit), !axis || axis.side === 'left' ? 1 : -1);
  return {
    toRoom: (p) => {
      const from = subtract(p, line.from);
      return { x: tidy(dot(from, line.unit)), y: tidy(dot(from, inward)) };
    },
    toPlan: (p) => add(line.from, add(scale(line.unit, p.x), scale(inward, p.y))),
  };
}
