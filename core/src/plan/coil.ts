import { z } from 'zod';
import { day, idSchema, text } from './fields.ts';

/** A coil that was cut: which cables came off it, in feet each. Cables that stand no more stay told: what was cut is cut. */
export const coilSchema = z.strictObject({
  /** The cable as the list names it. */
  item: text,
  feet: z.number().min(0).max(1e5),
  /** `new` for one that was bought for the job, else the stock it came from. */
  from: z.string().max(40).default('new'),
  cuts: z.record(idSchema, z.number().min(0).max(1e5)).default({}),
  /** The day it was cut, as 2026-11-28. */
  on: day.default(''),
});
export type CutCoil = z.infer<typeof coilSchema>;

/** What is left on it when all its cuts are off, feet. */
export const leftOnCoil = ({ feet, cuts }: Pick<CutCoil, 'feet' | 'cuts'>): number =>
  Math.round((feet - Object.values(cuts).reduce((sum, f) => sum + f, 0)) * 100) / 100;
