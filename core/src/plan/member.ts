import { z } from 'zod';
import { idSchema, position } from './fields.ts';

export const memberRoles = [
  'stud',
  'king',
  'jack',
  'cripple',
  'header',
  'sill',
  'bottom-plate',
  'top-plate',
  'corner',
  'partition',
  'block',
] as const;
export type MemberRole = (typeof memberRoles)[number];

/** A member measured where it stands: it overrides the generated one. `at` is its centre along the wall. */
export const memberSchema = z.strictObject({
  wall: idSchema,
  role: z.enum(memberRoles).default('stud'),
  at: position,
});
export type MeasuredMember = z.infer<typeof memberSchema>;
