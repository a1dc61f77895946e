import { z } from 'zod';
import { text } from './fields.ts';

/** Where stock is kept. */
export const stockPlaces = ['van', 'shop'] as const;

/** What is on hand already, or left on a coil; used up first. `item` as the list names it: lengths in feet, the rest by count. */
export const stockSchema = z.strictObject({
  item: text,
  feet: z.number().min(0).max(1e5).optional(),
  count: z.number().min(0).max(1e6).optional(),
  where: z.enum(stockPlaces).default('van'),
});
export type Stock = z.infer<typeof stockSchema>;
