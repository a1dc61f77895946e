import { z } from 'zod';
import { cables } from '../materials/index.ts';
import { coordinate, idSchema, keysOf } from './fields.ts';

/** A place a cable is told to go through, or where it waits open: `z` above the subfloor of its level. Inches. */
const placeSchema = z.strictObject({
  level: idSchema.default('L1'),
  x: coordinate,
  y: coordinate,
  z: coordinate,
});
export type RunPlace = z.infer<typeof placeSchema>;

/** A cable is told to go through so many places at most. */
export const mostStops = 12;

/** A cable between a box or panel and another, or to an open end. */
export const runSchema = z.strictObject({
  from: idSchema,
  to: idSchema.nullable().default(null),
  circuit: idSchema.nullable().default(null),
  cable: z.enum(keysOf(cables)).default('14/2'),
  way: z.enum(['auto', 'wall', 'over', 'under', 'surface']).default('auto'),
  pinned: z.boolean().default(false),
  /** Places it is told to go through, in the order from where it starts. */
  through: z.array(placeSchema).max(mostStops).default([]),
  endsAt: placeSchema.optional(),
  tail: z.number().min(0).max(6000).default(0),
});
export type Run = z.infer<typeof runSchema>;
