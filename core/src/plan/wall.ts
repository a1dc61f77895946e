import { z } from 'zod';
import { accessKinds } from './kinds.ts';
import { framingKinds } from '../materials/index.ts';
import { finishThickness, idSchema, keysOf, span, wallEnd } from './fields.ts';
import { layerSchema } from './layer.ts';

/** A wall: the centre line of its framing from one point to another. */
export const wallSchema = z.strictObject({
  from: idSchema,
  to: idSchema,
  framing: z.enum(keysOf(framingKinds)).default('2x4'),
  spacing: z.number().min(6).max(48).default(16),
  layoutFrom: wallEnd.default('from'),
  bearing: z.boolean().default(false),
  exterior: z.boolean().default(false),
  cover: z.enum(['open', 'closed']).default('open'),
  /** What may be done with a closed wall: leave it alone, fish cable through it, or open a strip of it. */
  access: z.enum(accessKinds).default('leave'),
  /** Top of a wall that stops below the ceiling; the level's ceiling when not given. */
  height: span.optional(),
  /** Rated for fire or built against sound: boxes on its two sides keep apart. */
  rated: z.enum(['none', 'fire', 'sound']).default('none'),
  locked: z.boolean().default(false),
  layers: z
    .strictObject({
      left: z.array(layerSchema).max(20).default([]),
      right: z.array(layerSchema).max(20).default([]),
    })
    .prefault({}),
  finish: z
    .strictObject({ left: finishThickness.default(0.5), right: finishThickness.default(0.5) })
    .prefault({}),
});
export type Wall = z.infer<typeof wallSchema>;
