import { cross, distance, dot, subtract, type XY } from './vector.ts';

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
