import { z } from 'zod';
import { coordinate, idSchema, position, side, span, text } from './fields.ts';
import { fixtureKinds } from './kinds.ts';

/** What stands in a room: against a wall, or on the floor at a place of its own. */
export const fixtureSchema = z.strictObject({
  room: idSchema,
  kind: z.enum(fixtureKinds).default('other'),
  wall: idSchema.optional(),
  side: side.default('left'),
  at: position.default(0),
  width: span.default(24),
  depth: span.default(24),
  /** Where a fixture that stands on no wall has its middle, and how it is turned, in degrees. */
  x: coordinate.optional(),
  y: coordinate.optional(),
  turn: z.number().default(0),
  va: z.number().min(0).max(1e6).default(0),
  label: text.default(''),
});
export type Fixture = z.infer<typeof fixtureSchema>;
