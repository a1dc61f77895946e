import { z } from 'zod';
import { text } from './fields.ts';

/** A box model people have added to the catalogue. Sizes in inches, volume in cubic inches as stamped. */
export const modelSchema = z.strictObject({
  name: text.min(1, 'must have a name'),
  gangs: z.number().int().min(1).max(8).default(1),
  volume: z.number().min(0).max(500),
  width: z.number().positive().max(24),
  height: z.number().positive().max(24).default(3.25),
  depth: z.number().positive().max(12),
  material: z.enum(['plastic', 'metal']).default('plastic'),
  clamps: z.enum(['none', 'internal', 'external']).default('none'),
  mount: z.enum(['new-work', 'old-work', 'ceiling']).default('new-work'),
  fanRated: z.boolean().default(false),
  mostCables: z.number().int().min(1).max(20).nullable().default(null),
  lowVoltage: z.boolean().default(false),
  byHand: z.boolean().default(false),
});
export type Model = z.infer<typeof modelSchema>;
