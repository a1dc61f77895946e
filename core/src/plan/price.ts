import { z } from 'zod';
import { text } from './fields.ts';

/** What an item of the list costs, in cents, and the day that was so. */
export const priceSchema = z.strictObject({
  cents: z.number().min(0).max(1e8),
  per: z.enum(['ft', 'each', 'box', 'coil', 'in']).default('each'),
  on: text.optional(),
});
export type Price = z.infer<typeof priceSchema>;
