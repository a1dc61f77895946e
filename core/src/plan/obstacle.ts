import { z } from 'zod';
import { idSchema, position, span, text } from './fields.ts';

/** Something in a wall that boxes and cables keep clear of. `at` is its nearer edge. */
export const obstacleSchema = z.strictObject({
  wall: idSchema,
  at: position,
  width: span.default(1.5),
  low: z.number().min(0).max(600).default(0),
  high: z.number().min(0).max(600).default(97),
  kind: text.default('duct'),
});
export type Obstacle = z.infer<typeof obstacleSchema>;
