import { z } from 'zod';
import { ampsByFeeder } from '../materials/index.ts';
import { idSchema, keysOf, position, side, span, text } from './fields.ts';

/** A panel: where its cables leave, its spaces, and what feeds it. */
export const panelSchema = z.strictObject({
  on: z.strictObject({
    wall: idSchema,
    side: side.default('left'),
    at: position,
    /** Inches of cable from where it leaves this wall to a panel that stands elsewhere; 0 when the panel is on the wall. */
    away: z.number().min(0).max(6000).default(0),
    /** Which way the cable leaves the wall for a panel that stands elsewhere. */
    leaves: z.enum(['below', 'above']).default('below'),
  }),
  name: text.default(''),
  amps: z.number().positive().max(2000).default(200),
  spaces: z.number().int().min(1).max(84).default(40),
  source: z.union([z.literal('service'), z.literal('standby'), idSchema]).default('service'),
  existing: z.boolean().default(true),
  /** 2 for 120/240 V, 1 where both poles are fed alike. */
  legs: z.union([z.literal(1), z.literal(2)]).default(2),
  /** Spaces, from the bottom up, that take a breaker with two halves. */
  tandems: z.number().int().min(0).max(84).default(0),
  /** The breaker that feeds a panel from another: its space there, its amperes and its copper. */
  feeder: z
    .strictObject({
      space: z.number().int().min(1).max(84).nullable().default(null),
      amps: z.number().positive().max(400).default(60),
      gauge: z.enum(keysOf(ampsByFeeder)).default('6'),
    })
    .optional(),
  /** Where it stands, for what the code forbids; worked out from its wall unless a person says. */
  place: z.enum(['auto', 'clear', 'bathroom', 'clothes-closet', 'over-stairs']).default('auto'),
  /** Clear space measured in front of it, inches. */
  clear: z
    .strictObject({ width: span.optional(), depth: span.optional(), height: span.optional() })
    .prefault({}),
});
export type Panel = z.infer<typeof panelSchema>;
