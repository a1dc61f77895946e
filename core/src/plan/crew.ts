import { z } from 'zod';
import { text } from './fields.ts';

/** Days of a calendar, each as 2026-11-28. */
export const days = z.array(z.iso.date('must be a day, like 2027-03-01')).max(400);

/** Somebody who works on the job: how fast against the company’s minutes, and the days they are not there. */
export const crewPersonSchema = z.strictObject({
  name: text.min(1, 'must have a name'),
  /** Percent: 100 does in an hour what the minutes say, an apprentice less. */
  pace: z.number().min(10).max(200).default(100),
  off: days.default([]),
});
export type CrewPerson = z.infer<typeof crewPersonSchema>;
