import { cross, type XYZ } from '../geometry/index.ts';
import { entryOf, nth } from '../lookups/index.ts';
import type { Run, Wall } from '../plan/index.ts';
import { toDecimals } from '../units/index.ts';
import type { Ways } from './ends.ts';
import type { Bore } from './holes.ts';

/** Cable that lies in a groove of foam block. */
export interface Groove {
  readonly wall: string;
  readonly inches: number;
  readonly wedges: number;
  readonly guarded: boolean;
}

/** Inches of a line that lie in a wall, along it or up and down. */
function inchesIn({ plan, framing }: Ways, wall: string, path: readonly XYZ[]): number {
  const { from, unit, depth, level } = entryOf(framing.lines, wall);
  const { high } = entryOf(framing.walls, wall);
  const { elevation } = entryOf(plan.levels, level);
  const isIn = ({ x, y, z }: XYZ) =>
    Math.abs(cross(unit, { x: x - from.x, y: y - from.y })) < depth / 2 &&
    z >= elevation &&
    z <= elevation + high + 1e-6;
  return path.slice(1).reduce((sum, b, i) => {
    const a = nth(path, i);
    if (!isIn({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: Math.min(a.z, b.z) })) return sum;
    const top = Math.min(Math.max(a.z, b.z), elevation + high) - Math.min(a.z, b.z);
    return sum + Math.hypot(b.x - a.x, b.y - a.y, top);
  }, 0);
}

/** Walls of one framing that a run may lie in: those its ends stand in, and those it bores. */
function wallsOfKind({ plan }: Ways, run: Run, bores: readonly Bore[], framing: Wall['framing']): string[] {
  const places = [run.from, run.to].flatMap((id) => {
    const on = id === null ? undefined : (plan.boxes[id] ?? plan.panels[id])?.on;
    return on && 'wall' in on ? [on.wall] : [];
  });
  const all = new Set([...places, ...bores.map((b) => b.wall)]);
  return [...all].filter((w) => entryOf(plan.walls, w).framing === framing);
}

export function groovesOf(w: Ways, run: Run, path: readonly XYZ[], bores: readonly Bore[]): Groove[] {
  return wallsOfKind(w, run, bores, 'foam-block').flatMap((wall) => {
    const inches = inchesIn(w, wall, path);
    if (inches === 0) return [];
    const wedges = Math.ceil(inches / w.rules('groove.wedges'));
    return [
      {
        wall,
        inches: toDecimals(inches, 3),
        wedges,
        guarded: w.rules('groove.depth') < w.rules('drill.edge'),
      },
    ];
  });
}

/** Furring a run lies in, too shallow to keep it from nails: by wall how far. */
export function guardedAlong(
  w: Ways,
  run: Run,
  path: readonly XYZ[],
  bores: readonly Bore[],
): { wall: string; inches: number }[] {
  return wallsOfKind(w, run, bores, 'furring').flatMap((wall) => {
    const inches = toDecimals(inchesIn(w, wall, path), 3);
    return inches > 0 ? [{ wall, inches }] : [];
  });
}
