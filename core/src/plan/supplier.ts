import { z } from 'zod';
import { text } from './fields.ts';
import { priceSchema } from './price.ts';

/** Somebody who sells: what their things cost, and what it costs to have an order brought. Money in cents. */
export const supplierSchema = z.strictObject({
  name: text.min(1, 'must have a name'),
  /** For each order; nothing from `freeFrom` on, where that is not null. */
  freight: z.number().int().min(0).max(1e8).default(0),
  freeFrom: z.number().int().min(0).max(1e9).nullable().default(null),
  prices: z.record(text, priceSchema).default({}),
});
export type Supplier = z.infer<typeof supplierSchema>;
