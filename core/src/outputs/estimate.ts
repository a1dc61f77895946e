import { never } from '../lookups/index.ts';
import type { RuleBook } from '../rules/index.ts';
import type { StageHours } from './hours.ts';
import type { TakeoffLine } from './takeoff/index.ts';

/** What a job costs the company, and what the customer is asked, each apart. Money in cents. */
export interface Estimate {
  readonly material: number;
  /** Lines of the list without a price: the material is at least so much. */
  readonly unpriced: number;
  readonly hours: number;
  readonly labour: number;
  /** Material and labour: what it costs. */
  readonly cost: number;
  readonly overhead: number;
  readonly profit: number;
  readonly tax: number;
  /** What the customer is asked. */
  readonly price: number;
}

/** What profit is added: by its share of what the job costs with its overhead, or of what is asked before tax. */
function profitOn(base: number, rules: RuleBook): number {
  const share = rules('cost.profit') / 100;
  const as = rules('cost.profitAs');
  switch (as) {
    case 'markup':
      return Math.round(base * share);
    case 'margin':
      return Math.round((base * share) / (1 - share));
    default:
      return never(as);
  }
}

/** The customer’s figure from the list and the hours, by the company’s own shares. */
export function estimateOf(
  lines: readonly Pick<TakeoffLine, 'cents'>[],
  stages: readonly StageHours[],
  rules: RuleBook,
): Estimate {
  const material = lines.reduce((sum, l) => sum + (l.cents ?? 0), 0);
  const hours = stages.reduce((sum, s) => sum + s.hours, 0);
  const labour = Math.round(hours * rules('cost.labour'));
  const cost = material + labour;
  const overhead = Math.round((cost * rules('cost.overhead')) / 100);
  const profit = profitOn(cost + overhead, rules);
  const taxed = rules('cost.taxOn') === 'material' ? material : cost + overhead + profit;
  const tax = Math.round((taxed * rules('cost.tax')) / 100);
  return {
    ...{ material, unpriced: lines.filter((l) => l.cents === null).length },
    ...{ hours: Math.round(hours * 100) / 100, labour, cost, overhead, profit, tax },
    price: cost + overhead + profit + tax,
  };
}
