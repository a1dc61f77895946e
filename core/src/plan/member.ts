import { z } from 'zod';
import { idSchema, position } from './fields.ts';
import { memberRoles } from './kinds.ts';

/** A hole that is in an upright already: its height above the subfloor, and how far off the middle of the framing it is, more than nothing towards the wall's left. Inches. */
const measuredHoleSchema = z.strictObject({
  z: z.number().min(0).max(600),
  diameter: z.number().min(0.25).max(4).default(0.75),
  off: z.number().min(-6).max(6).default(0),
});
export type MeasuredHole = z.infer<typeof measuredHoleSchema>;

/** A member measured where it stands: it overrides the generated one. `at` is its centre along the wall; of several nailed together, that of the first. */
export const memberSchema = z.strictObject({
  wall: idSchema,
  role: z.enum(memberRoles).default('stud'),
  at: position,
  /** How many are nailed together, one after another along the wall. */
  count: z.int().min(1).max(4).default(1),
  /** Holes that are in all of them. */
  holes: z.array(measuredHoleSchema).max(20).default([]),
});
export type MeasuredMember = z.infer<typeof memberSchema>;
