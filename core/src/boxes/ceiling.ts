import { alongLine, distancePointSegment, subtract, type XY } from '../geometry/index.ts';
import type { Face } from '../rooms/index.ts';

/**
 * What a ceiling box is measured from: the nearest wall it stands square to, and the nearest that runs across that one. Inches from the
 * framing's face to the middle of the box, in the order the walls come around the room. Fewer than two where the room has no such walls.
 */
export function squareDistances(at: XY, faces: readonly Face[]): { wall: string; distance: number }[] {
  const square = faces
    .flatMap((f) => {
      const into = alongLine(at, f.a, f.b);
      return f.wall !== null && into >= 0 && into <= f.length
        ? [{ wall: f.wall, face: f, distance: distancePointSegment(at, f.a, f.b) }]
        : [];
    })
    .sort((a, b) => a.distance - b.distance);
  const [first] = square;
  if (!first) return [];
  const along = subtract(first.face.b, first.face.a);
  const across = square.find(({ face }) => {
    const other = subtract(face.b, face.a);
    return Math.abs(along.x * other.x + along.y * other.y) < 0.2 * first.face.length * face.length;
  });
  const chosen = [first, ...(across ? [across] : [])];
  chosen.sort((a, b) => faces.indexOf(a.face) - faces.indexOf(b.face));
  return chosen.map(({ wall, distance }) => ({
    wall,
    distance: Math.round(distance * 1e6) / 1e6,
  }));
}
