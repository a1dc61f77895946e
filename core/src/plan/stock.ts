import { z } from 'zod';
import { text } from './fields.ts';

/** What is on the van already, or left on a coil; used up first. `item` as the list names it. */
export const stockSchema = z.strictObject({
  item: text,
  feet: z.number().min(0).max(1e5).optional(),
  count: z.number().min(0).optional(),
});
export type Stock = z.infer<typeof stockSchema>;
