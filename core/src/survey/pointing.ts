import { cross, dot, subtract, type XY } from '../geometry/index.ts';
import { entriesOf } from '../incremental/index.ts';
import { entryOf } from '../lookups/index.ts';
import type { Plan, RunPlace } from '../plan/index.ts';
import { wallSegment } from './snapping.ts';

/** Where the pointer is in a wall's own terms: inches along it. */
export interface InWall {
  readonly wall: string;
  readonly at: number;
}

/** A press this far out of a wall is still meant for it. Inches. */
const beside = 2;

/** The wall of a level that a place on the plan lies in, or so many inches out of, the nearest of them; null where there is none. */
export function wallAtPoint(plan: Plan, level: string, at: XY, reach = beside): InWall | null {
  let best: (InWall & { off: number }) | null = null;
  for (const [wall, { from }] of entriesOf(plan.walls)) {
    const segment = wallSegment(plan, wall);
    if (!segment || plan.points[from]?.level !== level) continue;
    const away = subtract(at, segment.a);
    const [along, across] = [dot(away, segment.u), Math.abs(cross(segment.u, away))];
    const off = Math.hypot(across, Math.max(-along, along - segment.span, 0));
    if (off > segment.half + reach) continue;
    if (!best || off < best.off - 1e-9) best = { wall, at: Math.max(0, Math.min(segment.span, along)), off };
  }
  return best && { wall: best.wall, at: best.at };
}

const sixteenth = (value: number) => Math.round(value * 16) / 16;

/** A place in a wall, so far along it and so high over its subfloor, as one a cable goes through. Inches. */
export function placeOnWall(plan: Plan, { wall, at }: InWall, z: number): RunPlace {
  const { from, to } = entryOf(plan.walls, wall);
  const [a, b] = [entryOf(plan.points, from), entryOf(plan.points, to)];
  const t = at / (Math.hypot(b.x - a.x, b.y - a.y) || 1);
  const on = (p: number, q: number) => sixteenth(p + (q - p) * t);
  return { level: a.level, x: on(a.x, b.x), y: on(a.y, b.y), z: sixteenth(z) };
}

/** Over a ceiling and under a floor, this far from it. Inches. */
const beyond = 1.5;

/**
 * What is meant by a place on the plan that a cable is to go through: in a wall the height of the line of holes, unless the cable is told to go
 * over or under; elsewhere over the ceiling, or under the floor where it is told so. Inches.
 */
export function placeInPlan(plan: Plan, level: string, at: XY, run: string, line: number): RunPlace {
  const { ceiling } = entryOf(plan.levels, level);
  const { way } = entryOf(plan.runs, run);
  const outside = way === 'under' ? -beyond : ceiling + beyond;
  const isLevel = way !== 'over' && way !== 'under' && wallAtPoint(plan, level, at) !== null;
  return { level, x: Math.round(at.x), y: Math.round(at.y), z: isLevel ? line : outside };
}
