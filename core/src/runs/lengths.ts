import { boxSize } from '../boxes/kinds.ts';
import { catalogueOf, type Plan, type Run } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { toDecimals } from '../units/index.ts';

/** Parts of a cut, inches. `cut` is their sum. */
export interface CutLength {
  readonly path: number;
  readonly loops: number;
  readonly ends: number;
  readonly margin: number;
  readonly cut: number;
  /** The cut as it is told and made: up to the next inch, or as the house rounds. */
  readonly told: number;
}

/** What a free end has on top of its rule where it is measured from the face of its box: the depth of that. */
function depthAt(box: string, plan: Plan, rules: RuleBook): number {
  const own = plan.boxes[box];
  return own && rules('end.measured') !== 'sheath' ? boxSize(own, catalogueOf(plan)).depth : 0;
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
  const freeAt = (e: string | null): number => {
    if (e === null) return run.tail;
    if (isPanel(e)) return rules('end.panel');
    return hangs(e) ? rules('light.tail') : rules('end.free') + depthAt(e, plan, rules);
  };
  const free = ends.reduce((sum, e) => sum + freeAt(e), 0);
  const path = toDecimals(pathLength, 4);
  const margin = rules('run.margin');
  const cut = toDecimals(path + loops + free + margin, 4);
  const step = rules('run.roundTo');
  return { path, loops, ends: toDecimals(free, 4), margin, cut, told: Math.ceil(cut / step - 1e-6) * step };
}
