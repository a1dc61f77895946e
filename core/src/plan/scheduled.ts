import { z } from 'zod';
import { day, idSchema } from './fields.ts';

/** The stages a job is done in, in their order: each waits for the one before it. */
export const scheduleStages = [
  'boxes',
  'holes',
  'closed walls',
  'lighting pull',
  'receptacle pull',
  'staple',
  'make-up',
  'self-check',
  'inspection',
  'cover',
  'trim',
  'test',
] as const;
export type ScheduleStage = (typeof scheduleStages)[number];

/** What is decided of a stage: the day it begins at the earliest, how many work on it, or who: left out, the house’s crew. */
export const scheduledSchema = z.strictObject({
  stage: z.enum(scheduleStages),
  from: day.default(''),
  people: z.number().int().min(1).max(50).optional(),
  who: z.array(idSchema).min(1).max(50).optional(),
});
export type Scheduled = z.infer<typeof scheduledSchema>;
