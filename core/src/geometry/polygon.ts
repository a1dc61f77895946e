import { nth } from '../lookups/index.ts';
import { cross, distance, type XY } from './vector.ts';

/** Area of a polygon; positive when its points run counter-clockwise. */
export function signedArea(points: readonly XY[]): number {
  let twice = 0;
  for (let i = 0; i < points.length; i++)
    twice += cross(nth(points, i), nth(points, (i + 1) % points.length));
  return twice / 2;
}

export function perimeterOf(points: readonly XY[]): number {
  let total = 0;
  for (let i = 0; i < points.length; i++)
    total += distance(nth(points, i), nth(points, (i + 1) % points.length));
  return total;
}

/** Whether p lies inside the polygon (even–odd). A point on the edge may fall either way. */
export function pointInPolygon(p: XY, points: readonly XY[]): boolean {
  let inside = false;
  for (let i = 0, j = points.length - 1; i < points.length; j = i++) {
    const a = nth(points, i);
    const b = nth(points, j);
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/** A point well inside a polygon: the middle of the widest stretch of the horizontal line through its middle height. */
export function innerPoint(points: readonly XY[]): XY | null {
  const ys = [...new Set(points.map((p) => p.y))].sort((a, b) => a - b);
  let best: { point: XY; width: number } | null = null;
  for (let i = 0; i + 1 < ys.length; i++) {
    const y = (nth(ys, i) + nth(ys, i + 1)) / 2;
    const hits: number[] = [];
    for (let k = 0; k < points.length; k++) {
      const a = nth(points, k);
      const b = nth(points, (k + 1) % points.length);
      if (a.y > y !== b.y > y) hits.push(a.x + ((y - a.y) * (b.x - a.x)) / (b.y - a.y));
    }
    hits.sort((a, b) => a - b);
    for (let k = 0; k + 1 < hits.length; k += 2) {
      const width = Math.min(nth(hits, k + 1) - nth(hits, k), nth(ys, i + 1) - nth(ys, i));
      if (!best || width > best.width + 1e-9)
        best = { point: { x: (nth(hits, k) + nth(hits, k + 1)) / 2, y }, width };
    }
  }
  return best?.point ?? null;
}
