import { distance, type XY } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';

/** Where the walls around a room fail to meet: the two loose ends nearest each other and how far apart they are. */
export interface ClosureGap {
  readonly from: { readonly wall: string; readonly at: XY };
  readonly to: { readonly wall: string; readonly at: XY };
  readonly distance: number;
  /** From the first loose end to the second. */
  readonly right: number;
  readonly up: number;
}

/** The closest pair of loose wall ends on a level, preferring those near a place; null when no two ends are loose. */
export function closureGap(framing: Framing, level: string, near: XY): ClosureGap | null {
  const loose = Object.values(framing.lines)
    .filter((line) => line.level === level)
    .flatMap((line) =>
      (['from', 'to'] as const)
        .filter((end) => framing.junctions[line.id]![end].kind === 'free')
        .map((end) => ({ wall: line.id, end, at: line[end] })),
    )
    .sort((a, b) => distance(a.at, near) - distance(b.at, near));
  let best: ClosureGap | null = null;
  for (const [i, a] of loose.slice(0, 8).entries()) {
    for (const b of loose.slice(i + 1, 8)) {
      const apart = distance(a.at, b.at);
      if (a.wall === b.wall && loose.length > 2) continue;
      if (!best || apart < best.distance)
        best = { from: { wall: a.wall, at: a.at }, to: { wall: b.wall, at: b.at }, distance: apart, right: b.at.x - a.at.x, up: b.at.y - a.at.y };
    }
  }
  return best;
}
