import { nth } from '../../lookups/index.ts';
import { cross, dot, type XY, type XYZ } from '../../geometry/index.ts';

/** A long thing as it stands in the plan: where it begins, which way it goes, how thick and high it is, inches. */
export interface PlanBox {
  readonly origin: XY;
  readonly along: XY;
  readonly length: number;
  readonly thickness: number;
  readonly low: number;
  readonly high: number;
}

/** The plan rectangle of least area around a shape: its long side is the wall, its short side the thickness. */
export function boxAround(corners: readonly XYZ[]): PlanBox | null {
  if (corners.length < 6) return null;
  const headings = new Set<number>();
  for (let i = 0; i + 1 < corners.length; i++) {
    const [dx, dy] = [nth(corners, i + 1).x - nth(corners, i).x, nth(corners, i + 1).y - nth(corners, i).y];
    if (Math.hypot(dx, dy) > 2)
      headings.add(Math.round((((Math.atan2(dy, dx) * 180) / Math.PI + 360) % 90) * 200) / 200);
  }
  let best: { area: number; box: PlanBox } | null = null;
  for (const degrees of headings) {
    const radians = (degrees * Math.PI) / 180;
    const u = { x: Math.cos(radians), y: Math.sin(radians) };
    const us = corners.map((c) => dot(c, u));
    const vs = corners.map((c) => cross(u, c));
    const [u0, u1, v0, v1] = [Math.min(...us), Math.max(...us), Math.min(...vs), Math.max(...vs)];
    const area = (u1 - u0) * (v1 - v0);
    if (best && area >= best.area - 1e-6) continue;
    const zs = corners.map((c) => c.z);
    const lengthwise = u1 - u0 >= v1 - v0;
    const along = lengthwise ? u : { x: -u.y, y: u.x };
    const at = (s: number, t: number) => ({ x: u.x * s - u.y * t, y: u.y * s + u.x * t });
    const origin = lengthwise ? at(u0, (v0 + v1) / 2) : at((u0 + u1) / 2, v0);
    const [length, thickness] = lengthwise ? [u1 - u0, v1 - v0] : [v1 - v0, u1 - u0];
    best = { area, box: { origin, along, length, thickness, low: Math.min(...zs), high: Math.max(...zs) } };
  }
  return best?.box ?? null;
}

/** The mean of a space’s corners on the floor, to name its room by; null when it has no floor. */
export function placeOf(corners: readonly XYZ[]): XY | null {
  const floor = Math.min(...corners.map((c) => c.z));
  const low = corners.filter((c) => Math.abs(c.z - floor) < 1);
  if (low.length < 3) return null;
  const sum = low.reduce((s, c) => ({ x: s.x + c.x, y: s.y + c.y }), { x: 0, y: 0 });
  return { x: sum.x / low.length, y: sum.y / low.length };
}
