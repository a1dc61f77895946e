import { z } from 'zod';
import { itemId, type Item } from '../materials/index.ts';
import { text } from './fields.ts';

/** What an item of the list costs, in cents, and the day that was so. */
export const priceSchema = z.strictObject({
  cents: z.number().min(0).max(1e8),
  per: z.enum(['ft', 'each', 'box', 'coil', 'in']).default('each'),
  /** How many pieces are in the box, or feet on the coil. */
  of: z.number().min(1).max(1e5).optional(),
  on: text.optional(),
  /** Whose price it is, by the supplier’s name; the company’s own where nobody’s. */
  supplier: text.optional(),
});
export type Price = z.infer<typeof priceSchema>;

/** The job's price of an item; undefined while it has none. */
export function priceOf(
  { prices }: { readonly prices: Readonly<Record<string, Price>> },
  item: Item,
): Price | undefined {
  return prices[itemId(item)];
}
