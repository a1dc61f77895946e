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

/** A straight stretch: on which line it lies, and from where to where on it. */
interface Stretch {
  /** The line's direction, from 0 to 180 degrees, and how far it lies from the origin. */
  readonly angle: number;
  readonly off: number;
  readonly from: number;
  readonly to: number;
}

function stretchesOf(lines: readonly (readonly XY[])[]): Stretch[] {
  return lines.flatMap((line) =>
    line.slice(1).flatMap((b, i): Stretch[] => {
      const a = line[i] ?? b;
      if (distance(a, b) < 1e-6) return [];
      const angle = ((Math.atan2(b.y - a.y, b.x - a.x) * 180) / Math.PI + 180 + 1e-6) % 180;
      const [x, y] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
      const [from, to] = [a.x * x + a.y * y, b.x * x + b.y * y].sort((p, q) => p - q) as [number, number];
      return [{ angle, off: a.y * x - a.x * y, from, to }];
    }),
  );
}

/** How long lines of corners are together, where those that run along each other within a width count once. */
export function coveredOnce(lines: readonly (readonly XY[])[], width: number): number {
  const left = stretchesOf(lines).sort((a, b) => a.angle - b.angle || a.off - b.off);
  let sum = 0;
  while (left.length > 0) {
    const first = left[0];
    if (!first) break;
    const isBeside = (s: Stretch) => Math.abs(s.angle - first.angle) < 0.5 && s.off - first.off <= width;
    const own = left.filter(isBeside).sort((a, b) => a.from - b.from);
    left.splice(0, left.length, ...left.filter((s) => !isBeside(s)));
    let reached = -Infinity;
    for (const { from, to } of own) {
      sum += Math.max(0, to - Math.max(from, reached));
      reached = Math.max(reached, to);
    }
  }
  return sum;
}
