import type { Plan, Run } from '../plan/index.ts';
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
