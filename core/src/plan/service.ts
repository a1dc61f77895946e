import { z } from 'zod';
import { text } from './fields.ts';

/** What a service load is worked out from besides the plan itself. Areas in square feet, loads in volt-amperes. */
export const serviceSchema = z.strictObject({
  method: z.enum(['auto', 'standard', 'optional', 'existing', 'measured']).default('auto'),
  existingArea: z.number().min(0).max(1e5).default(0),
  /** Highest demand in a year of bills or a month of metering; 0 when not known. */
  measuredVa: z.number().min(0).max(1e6).default(0),
  heatingVa: z.number().min(0).max(1e6).default(0),
  coolingVa: z.number().min(0).max(1e6).default(0),
  /** Separately controlled heaters; four or more count less. */
  heatingUnits: z.number().int().min(1).max(50).default(1),
  /** Heating or cooling that this job adds to a house that stands. */
  heatingIsNew: z.boolean().default(false),
  /** Appliances of the house that the plan does not show. */
  appliances: z
    .array(
      z.strictObject({
        name: text,
        va: z.number().min(0).max(1e6),
        kind: z.enum(['fastened', 'range', 'dryer']).default('fastened'),
      }),
    )
    .default([]),
});
export type Service = z.infer<typeof serviceSchema>;
