import { z } from 'zod';
import { coordinate, span, text } from './fields.ts';
import { layerSchema } from './layer.ts';
import { aboveKinds, accessKinds, belowKinds } from './kinds.ts';

/** A storey: its ceiling over the subfloor, and what is over and under it. */
export const levelSchema = z.strictObject({
  name: text.default(''),
  ceiling: span.default(97.125),
  above: z.enum(aboveKinds).default('attic'),
  /** What may be done with a closed ceiling: leave it alone, fish cable through it, or open a strip of it. */
  ceilingAccess: z.enum(accessKinds).default('leave'),
  below: z.enum(belowKinds).default('crawl'),
  /** The same of a closed floor: finished over, and no way to it from under. */
  floorAccess: z.enum(accessKinds).default('leave'),
  /** Whether it lies below the ground outside; left out, it does where a level over it has a basement under it. */
  belowGrade: z.boolean().optional(),
  floorFinish: z.number().min(0).max(12).default(0.75),
  /** Named layers that make up `floorFinish`, and the ceiling's finish, from the framing outwards. */
  floorLayers: z.array(layerSchema).max(20).default([]),
  ceilingLayers: z.array(layerSchema).max(20).default([]),
  /** Height of this level's subfloor above the lowest level's. */
  elevation: coordinate.default(0),
  joists: z
    .strictObject({ direction: z.number().default(0), spacing: span.default(16), depth: span.default(9.25) })
    .prefault({}),
});
export type Level = z.infer<typeof levelSchema>;
