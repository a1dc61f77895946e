import { nth } from '../lookups/index.ts';
import type { XYZ } from '../geometry/index.ts';
import type { Level, Plan, Run } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { toDecimals } from '../units/index.ts';

/** Parts of a cut, inches. `cut` is their sum. */
export interface CutLength {
  readonly path: number;
  readonly loops: number;
  readonly ends: number;
  readonly margin: number;
  readonly cut: number;
}

/** Path + service loops + free ends + margin: each part from its rule. A panel end has no loop; an open end has its tail, and so has a light without a box. */
export function cutLength(
  run: Run,
  pathLength: number,
  plan: Plan,
  rules: RuleBook,
  isHanging: (box: string) => boolean = () => false,
): CutLength {
  const isPanel = (id: string | null) => id !== null && Object.hasOwn(plan.panels, id);
  const ends = [run.from, run.to];
  const hangs = (id: string | null) => id !== null && plan.boxes[id] !== undefined && isHanging(id);
  const loops = ends.filter((e) => e !== null && !isPanel(e) && !hangs(e)).length * rules('end.loop');
  const free = ends.reduce(
    (sum, e) =>
      sum + (e === null ? run.tail : rules(isPanel(e) ? 'end.panel' : hangs(e) ? 'light.tail' : 'end.free')),
    0,
  );
  const path = toDecimals(pathLength, 4);
  const margin = rules('run.margin');
  return { path, loops, ends: free, margin, cut: toDecimals(path + loops + free + margin, 4) };
}

/**
 * Staples on a run: one near each box or panel, then one every `staple.every` on stretches that nothing else supports.
 * Level stretches inside a wall lie in bored studs and need none unless a bay is wider than that: NEC 334.30(A) (from memory).
 */
export function stapleCount(
  path: readonly XYZ[],
  run: Run,
  levels: readonly Level[],
  rules: RuleBook,
): number {
  const every = rules('staple.every');
  const first = rules('staple.first');
  let count = run.to === null ? 1 : 2;
  for (let i = 1; i < path.length; i++) {
    const [a, b] = [nth(path, i - 1), nth(path, i)];
    const span = Math.hypot(b.x - a.x, b.y - a.y, b.z - a.z);
    const vertical = Math.abs(b.z - a.z) > 1e-6;
    const outside = !levels.some((l) => a.z >= l.elevation && a.z <= l.elevation + l.ceiling);
    if (!vertical && !outside && run.way !== 'surface') continue;
    const atEnd = i === 1 || i === path.length - 1;
    count += Math.floor(Math.max(0, span - (atEnd ? first : 0)) / every);
  }
  return count;
}
