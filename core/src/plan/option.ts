import { z } from 'zod';
import { longText, text } from './fields.ts';
import { mostPatches } from './limits.ts';

/** One thing that is otherwise in a plan: the place by its keys, and what stands there then. A list is given whole. */
export const otherwiseSchema = z.strictObject({
  op: z.enum(['add', 'remove', 'replace']),
  path: z.array(z.string().max(120)).min(1).max(8),
  value: z.unknown().optional(),
});

/** Changes of a plan one after the other. */
export const otherwisesSchema = z.array(otherwiseSchema).max(mostPatches);

/** Work a customer may choose besides: what it is, and what of the plan is otherwise with it. */
export const optionSchema = z.strictObject({
  name: text.min(1, 'must have a name'),
  /** What the customer reads of it. */
  says: longText.default(''),
  changes: otherwisesSchema.min(1, 'must change something'),
});
export type Option = z.infer<typeof optionSchema>;

/** What stands on the page a customer signs, besides the work and its price. */
export const proposalSchema = z.strictObject({
  /** Words before the work. */
  opening: longText.default(''),
  /** What is not in the price. */
  excluded: longText.default(''),
  /** The price holds for so many days. */
  validDays: z.number().int().min(1).max(365).default(30),
});
export type Proposal = z.infer<typeof proposalSchema>;
