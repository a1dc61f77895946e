import { cross, distance, distance3, dot, subtract, type XY, type XYZ } from './vector.ts';

/** Where the line through `a` along `u` meets the line through `b` along `v`; null when they are parallel. */
export function intersectLineLine(a: XY, u: XY, b: XY, v: XY, tolerance = 1e-9): XY | null {
  const denominator = cross(u, v);
  if (Math.abs(denominator) < tolerance) return null;
  const t = cross(subtract(b, a), v) / denominator;
  return { x: a.x + u.x * t, y: a.y + u.y * t };
}

/** Distance along `a → b` of the foot of the perpendicular from p (not clamped). */
export function alongLine(p: XY, a: XY, b: XY): number {
  const span = distance(a, b);
  return span === 0 ? 0 : dot(subtract(p, a), subtract(b, a)) / span;
}

/** Shortest distance from p to the segment a–b. */
export function distancePointSegment(p: XY, a: XY, b: XY): number {
  const span = distance(a, b);
  if (span === 0) return distance(p, a);
  const t = Math.max(0, Math.min(span, alongLine(p, a, b))) / span;
  return distance(p, { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t });
}

/** Where a line of corners comes nearest to a place: how far along it, and how far away. */
export function nearestOnLine(path: readonly XYZ[], p: XYZ): { along: number; away: number } {
  let best = { away: Infinity, along: 0 };
  let passed = 0;
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [path[i - 1], path[i]];
    if (!a || !b) break;
    const length = distance3(a, b);
    if (length === 0) continue;
    const t = ((p.x - a.x) * (b.x - a.x) + (p.y - a.y) * (b.y - a.y) + (p.z - a.z) * (b.z - a.z)) / length;
    const along = Math.max(0, Math.min(length, t));
    const on = (from: number, to: number) => from + ((to - from) * along) / length;
    const away = distance3(p, { x: on(a.x, b.x), y: on(a.y, b.y), z: on(a.z, b.z) });
    if (away < best.away - 1e-9) best = { away, along: passed + along };
    passed += length;
  }
  return best;
}
