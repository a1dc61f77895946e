import { z } from 'zod';
import { idSchema } from './fields.ts';

/** Switches that work the same loads. Both name devices. */
export const controlSchema = z.strictObject({
  switches: z.array(idSchema).max(100).default([]),
  loads: z.array(idSchema).max(1000).default([]),
});
export type Control = z.infer<typeof controlSchema>;
