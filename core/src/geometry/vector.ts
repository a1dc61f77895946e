import { nth } from '../lookups/index.ts';
/** Plane vectors. x to the right, y up; units are the caller's (inches throughout Field Chalk). */
export interface XY {
  readonly x: number;
  readonly y: number;
}
export interface XYZ extends XY {
  readonly z: number;
}

export const add = (a: XY, b: XY): XY => ({ x: a.x + b.x, y: a.y + b.y });
export const subtract = (a: XY, b: XY): XY => ({ x: a.x - b.x, y: a.y - b.y });
export const scale = (a: XY, by: number): XY => ({ x: a.x * by, y: a.y * by });
export const dot = (a: XY, b: XY): number => a.x * b.x + a.y * b.y;
/** Positive when b lies to the left of a. */
export const cross = (a: XY, b: XY): number => a.x * b.y - a.y * b.x;
export const lengthOf = (a: XY): number => Math.hypot(a.x, a.y);
export const distance = (a: XY, b: XY): number => Math.hypot(a.x - b.x, a.y - b.y);
/** The normal on the left hand of someone looking along `a`; same length as `a`. */
/** Between two places in space. */
export const distance3 = (a: XYZ, b: XYZ): number => Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z);
export const leftOf = (a: XY): XY => ({ x: -a.y, y: a.x });

/** Unit vector from a to b; null when the points coincide. */
export function direction(a: XY, b: XY): XY | null {
  const span = distance(a, b);
  return span === 0 ? null : { x: (b.x - a.x) / span, y: (b.y - a.y) / span };
}

/** Unit vector at an angle in degrees, counter-clockwise from +x. Right angles come out exact. */
export function headingVector(degrees: number): XY {
  const turns = ((degrees % 360) + 360) % 360;
  if (turns % 90 === 0)
    return nth(
      [
        { x: 1, y: 0 },
        { x: 0, y: 1 },
        { x: -1, y: 0 },
        { x: 0, y: -1 },
      ],
      turns / 90,
    );
  const radians = (turns * Math.PI) / 180;
  return { x: Math.cos(radians), y: Math.sin(radians) };
}

/** Angle of a vector in degrees, 0 to 360, counter-clockwise from +x. */
export function headingOf(a: XY): number {
  const degrees = (Math.atan2(a.y, a.x) * 180) / Math.PI;
  return degrees < 0 ? degrees + 360 : degrees;
}

/** Length of a polyline in space. */
export function polylineLength(points: readonly XYZ[]): number {
  let total = 0;
  for (let i = 1; i < points.length; i++) {
    const a = nth(points, i - 1);
    const b = nth(points, i);
    total += Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z);
  }
  return total;
}
