import { z } from 'zod';
import { idSchema, position, side, span, wallEnd } from './fields.ts';
import { openingKinds } from './kinds.ts';

/** A hole in a wall's framing, or a cabinet against it: `at` is the nearer edge of the finished opening. */
export const openingSchema = z.strictObject({
  wall: idSchema,
  kind: z.enum(openingKinds).default('door'),
  at: position,
  width: span.default(32),
  sill: z.number().min(0).max(600).default(0),
  head: span.default(82),
  hinge: wallEnd.default('from'),
  swing: side.default('left'),
});
export type Opening = z.infer<typeof openingSchema>;
