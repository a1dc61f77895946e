import { lastOf, must, nth } from '../lookups/index.ts';
import type { FloorLine, SpacePiece } from '../rooms/index.ts';

/** A receptacle that counts, where it comes along a floor line. */
export interface ReachPoint {
  readonly box: string;
  readonly along: number;
}

/** Where a place on a wall falls along a floor line; null when the line does not pass it. */
export function alongLineOf(
  line: FloorLine,
  wall: string,
  side: 'left' | 'right',
  at: number,
): number | null {
  const piece = line.pieces.find(
    (p) => p.wall === wall && p.side === side && at >= p.start - 1e-6 && at <= p.end + 1e-6,
  );
  return piece ? alongPiece(piece, at) : null;
}

export function alongPiece(piece: SpacePiece, at: number): number {
  return piece.offset + (piece.side === 'left' ? at - piece.start : piece.end - at);
}

/** The place on a wall at a distance along a floor line; the last piece answers for what runs past. Null on an empty line. */
export function placeOnLine(
  line: FloorLine,
  along: number,
): { wall: string; side: 'left' | 'right'; at: number } | null {
  const piece = line.pieces.findLast((p) => along >= p.offset - 1e-6) ?? line.pieces[0];
  if (!piece) return null;
  const into = Math.min(Math.max(0, along - piece.offset), piece.end - piece.start);
  return {
    wall: piece.wall,
    side: piece.side,
    at: piece.side === 'left' ? piece.start + into : piece.end - into,
  };
}

/** Distance along the floor line from a point of it to the nearest receptacle; null when there is none. */
export function reachAt(line: FloorLine, points: readonly ReachPoint[], along: number): number | null {
  let best: number | null = null;
  for (const point of points) {
    const direct = Math.abs(point.along - along);
    const apart = line.ring ? Math.min(direct, line.length - direct) : direct;
    if (best === null || apart < best) best = apart;
  }
  return best;
}

/** The corners of the reach profile: where the distance to the nearest receptacle turns. Sorted along the line. */
export function reachProfile(
  line: FloorLine,
  points: readonly ReachPoint[],
): { along: number; distance: number }[] {
  const sorted = points.map((p) => p.along).sort((a, b) => a - b);
  if (sorted.length === 0) return [];
  const turns = [0, line.length, ...sorted];
  for (let i = 1; i < sorted.length; i++) turns.push((nth(sorted, i - 1) + nth(sorted, i)) / 2);
  if (line.ring) {
    const middle = (lastOf(sorted) + nth(sorted, 0) + line.length) / 2;
    turns.push(middle > line.length ? middle - line.length : middle);
  }
  return [...new Set(turns)]
    .sort((a, b) => a - b)
    .map((along) => ({
      along,
      distance: must(reachAt(line, points, along), 'the distance to a receptacle'),
    }));
}

/** The point farthest from any receptacle that counts, the first of equals, leaving out what counters serve; null when the line has none. */
export function farthestPoint(
  line: FloorLine,
  points: readonly ReachPoint[],
): { along: number; distance: number } | null {
  const served = line.served ?? [];
  const borders = points.length === 0 ? [] : served.flatMap((s) => [s.from, s.to]);
  const owed = [
    ...reachProfile(line, points).filter(
      (p) => !served.some((s) => p.along > s.from + 1e-9 && p.along < s.to - 1e-9),
    ),
    ...borders.map((along) => ({
      along,
      distance: must(reachAt(line, points, along), 'the distance to a receptacle'),
    })),
  ].sort((a, b) => a.along - b.along);
  return owed.reduce<{ along: number; distance: number } | null>(
    (worst, p) => (!worst || p.distance > worst.distance + 1e-9 ? p : worst),
    null,
  );
}
