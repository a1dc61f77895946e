import { never } from '../lookups/index.ts';
import { priceOf, type Plan } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';

/** Cents a foot for a cable: the job's price, or a neutral figure while none is given. A coil holds what the house buys, `coil.feet`. */
export function cableCents(plan: Plan, cable: string, rules: RuleBook): number {
  const price = priceOf(plan, { kind: 'cable', cable });
  if (!price) return neutralCents;
  switch (price.per) {
    case 'ft':
      return price.cents;
    case 'in':
      return price.cents * 12;
    case 'coil':
    case 'box':
    case 'each':
      return price.cents / rules('coil.feet');
    default:
      return never(price.per);
  }
}
const neutralCents = 60;
