import { entryOf } from '../lookups/index.ts';
import type { Plan } from '../plan/index.ts';
import type { RunLayout } from '../runs/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { lengthInFeet, toDecimals } from '../units/index.ts';

export interface StageHours {
  readonly stage: 'boxes' | 'holes' | 'closed walls' | 'pull' | 'staple' | 'make-up' | 'trim';
  readonly hours: number;
}

/** Stage 9: hours by stage of the work, from the company's own minutes. */
export function countHours(plan: Plan, runs: RunLayout, rules: RuleBook): StageHours[] {
  const laid = Object.values(runs.runs);
  const holes = new Map(laid.flatMap((r) => r.bores.map((b) => [b.hole, b] as const)));
  const inPlates = [...holes.values()].filter((b) => b.number === null && b.role !== 'cripple').length;
  const joists = laid.reduce((sum, r) => sum + r.joists, 0);
  const boxes = Object.values(plan.boxes).filter((b) => !b.existing).length;
  const devices = Object.values(plan.devices).filter((d) => !entryOf(plan.boxes, d.box).existing).length;
  const feet = lengthInFeet(laid.reduce((sum, r) => sum + r.length.path, 0));
  const staples = laid.reduce((sum, r) => sum + r.staples, 0);
  const minutes: Record<StageHours['stage'], number> = {
    boxes: boxes * rules('minutes.box'),
    holes: (holes.size - inPlates + joists) * rules('minutes.bore') + inPlates * rules('minutes.plateBore'),
    'closed walls': laid
      .flatMap((r) => r.closed)
      .reduce((sum, c) => sum + (c.how === 'fish' ? c.fishMinutes : c.openMinutes), 0),
    pull: feet * rules('minutes.pullFoot'),
    staple: staples * rules('minutes.staple'),
    'make-up': boxes * rules('minutes.makeup'),
    trim: devices * rules('minutes.device'),
  };
  return Object.entries(minutes).map(([stage, m]) => ({
    stage: stage as StageHours['stage'],
    hours: toDecimals(m / 60, 2),
  }));
}
