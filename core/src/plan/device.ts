import { z } from 'zod';
import { idSchema, text } from './fields.ts';
import { deviceKinds } from './kinds.ts';

/** What a box holds, by slot from the left of who faces it. */
export const deviceSchema = z.strictObject({
  box: idSchema,
  slot: z.number().int().min(0).max(7).default(0),
  kind: z.enum(deviceKinds).default('receptacle'),
  circuit: idSchema.nullable().default(null),
  va: z.number().min(0).max(1e6).optional(),
  label: text.default(''),
  /** A receptacle with its tab broken off: one half switched, the other always on. */
  half: z.boolean().default(false),
  /** Load that runs three hours or more: counts at 125 %. */
  continuous: z.boolean().default(false),
  /** Equipment fastened in place, not plugged in by hand. */
  fastened: z.boolean().default(false),
  /** Stays on its circuit when circuits are proposed anew. */
  pinned: z.boolean().default(false),
});
export type Device = z.infer<typeof deviceSchema>;
