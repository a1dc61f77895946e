import { nth } from '../../lookups/index.ts';
import type { Unrolled, UnrolledWall } from './unrolled.ts';

/** Pixels of a row that do not grow with it: names over the walls; stud numbers and, where it is drawn, the reach profile under them. */
export interface RowFurniture {
  readonly over: number;
  readonly under: number;
  /** Inches drawn past the walls: on each side, and over and under them for cable that leaves. */
  readonly sides: number;
  readonly past: number;
}

export interface RowLayout {
  /** How many rows. */
  readonly rows: number;
  /** Pixels an inch. */
  readonly scale: number;
}

/** The longest row, where walls are shared out in order over `rows` rows so that it is as short as can be; and where the rows begin. */
function shared(walls: readonly UnrolledWall[], rows: number): { longest: number; starts: number[] } {
  const whole = walls.reduce((sum, w) => sum + w.length, 0);
  const startsFor = (most: number): number[] => {
    const starts = [0];
    let length = 0;
    walls.forEach((w, i) => {
      if (length > 0 && length + w.length > most + 1e-6) {
        starts.push(i);
        length = 0;
      }
      length += w.length;
    });
    return starts;
  };
  let [low, high] = [Math.max(0, ...walls.map((w) => w.length)), whole];
  while (high - low > 0.01) {
    const middle = (low + high) / 2;
    if (startsFor(middle).length <= rows) high = middle;
    else low = middle;
  }
  return { longest: high, starts: startsFor(high) };
}

/** A second row has to make the drawing so many times as large to be worth the break. */
const worthARow = 1.06;

/** In how many rows a room is drawn largest within a pane, and how large: one row unless another makes it a good deal larger. */
export function rowLayout(
  unrolled: Unrolled,
  pane: { readonly width: number; readonly height: number },
  furniture: RowFurniture,
  most = 4,
): RowLayout {
  let best: RowLayout = { rows: 1, scale: 0 };
  for (let rows = 1; rows <= Math.min(most, Math.max(1, unrolled.walls.length)); rows++) {
    const { longest, starts } = shared(unrolled.walls, rows);
    const high = pane.height / starts.length - furniture.over - furniture.under;
    const scale = Math.min(
      pane.width / (Math.max(longest, 60) + 2 * furniture.sides),
      high / (unrolled.height + 2 * furniture.past),
    );
    if (scale > best.scale * (rows > 1 ? worthARow : 1)) best = { rows: starts.length, scale };
  }
  return best;
}

/** A room cut into rows, each a ribbon of its own that begins at 0; whole walls, in their order. */
export function ribbonRows(unrolled: Unrolled, rows: number): Unrolled[] {
  if (rows <= 1) return [unrolled];
  const { starts } = shared(unrolled.walls, rows);
  return starts.map((start, i) => {
    const walls = unrolled.walls.slice(start, starts[i + 1] ?? unrolled.walls.length);
    const from = nth(walls, 0).x;
    const width = walls.reduce((sum, w) => sum + w.length, 0);
    const isLast = i === starts.length - 1;
    const isIn = (x: number) =>
      x >= from - 1e-6 && (isLast ? x <= from + width + 1e-6 : x < from + width - 1e-6);
    const middle = (points: readonly { readonly x: number }[]) =>
      points.reduce((sum, p) => sum + p.x, 0) / points.length;
    const moved = <P extends { readonly x: number }>(p: P): P => ({ ...p, x: p.x - from });
    return {
      walls: walls.map(moved),
      width,
      height: unrolled.height,
      counterTop: unrolled.counterTop,
      profile: unrolled.profile
        .filter((p) => p.points.length > 0 && isIn(middle(p.points)))
        .map((p) => ({ ...p, points: p.points.map(moved) })),
      worst: unrolled.worst.filter((w) => isIn(w.x)).map(moved),
    };
  });
}
