import { z } from 'zod';
import { type Accepts, heightsFrom, heightsTo } from './rule.ts';

export const heightSchema = z.strictObject({
  value: z.number().min(0).max(600),
  to: z.enum(heightsTo).default('center'),
  from: z.enum(heightsFrom).default('finished'),
});

/** The schema of what a rule accepts. */
export function valueSchema(accepts: Accepts): z.ZodType {
  if (accepts.is === 'height') return heightSchema;
  if (accepts.is === 'one of') {
    const { values } = accepts;
    return z.custom((value) => (values as readonly unknown[]).includes(value), {
      error: `must be one of: ${values.join(', ')}`,
    });
  }
  const [low, high] = accepts.bounds;
  const number = z.number().min(low).max(high);
  return accepts.or === undefined ? number : z.union([z.literal(accepts.or), number]);
}
