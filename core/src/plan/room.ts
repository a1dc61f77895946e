import { z } from 'zod';
import { framingKinds } from '../materials/index.ts';
import { coordinate, idSchema, keysOf, span, text } from './fields.ts';
import { aboveKinds, accessKinds, belowKinds, roomUses } from './kinds.ts';

/** A room: any point inside it, and what it is for. Its walls are found from the plan. */
export const roomSchema = z.strictObject({
  level: idSchema.default('L1'),
  x: coordinate,
  y: coordinate,
  name: text.default(''),
  use: z.enum(roomUses).default('living'),
  /** What lies over or under this room where it differs from the rest of its level. */
  above: z.enum(aboveKinds).optional(),
  ceilingAccess: z.enum(accessKinds).optional(),
  below: z.enum(belowKinds).optional(),
  floorAccess: z.enum(accessKinds).optional(),
  /** Whether it lies below the ground outside, where that is not as its level. */
  belowGrade: z.boolean().optional(),
  /** Its walls by their letters, A first, as they were when one of them was taken away: the others keep theirs. */
  letters: z.array(idSchema).max(500).optional(),
  /** The walk of a room still open, as it was typed; gone once its walls close. `own`: the walls it made, leg by leg. */
  walk: z
    .strictObject({
      x: coordinate,
      y: coordinate,
      heading: z.number(),
      framing: z.enum(keysOf(framingKinds)).default('2x4'),
      legs: z
        .array(
          z.strictObject({ length: span, turn: z.number(), own: z.array(idSchema).max(100).default([]) }),
        )
        .max(500),
    })
    .optional(),
});
export type Room = z.infer<typeof roomSchema>;
