import { z } from 'zod';
import { idSchema, text } from './fields.ts';

/** A finding a person has looked at and let stand: which check, what it is about, and why. */
export const acceptedSchema = z.strictObject({
  rule: text,
  about: z.array(z.string().max(200)).max(500).default([]),
  /** The wall it was seen on, where the same check may find the same room wanting twice. */
  wall: idSchema.nullable().default(null),
  reason: z.string().trim().min(1, 'must say why').max(1000),
});
export type Accepted = z.infer<typeof acceptedSchema>;

interface About {
  readonly rule: string;
  readonly about: readonly string[];
  readonly wall: string | null;
}

/** Whether two findings are the same one: the same check about the same things on the same wall, whatever its figures are now. */
export function isAbout(a: About, b: About): boolean {
  return a.rule === b.rule && a.wall === b.wall && [...a.about].sort().join() === [...b.about].sort().join();
}
