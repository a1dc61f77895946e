import { nth } from '../lookups/index.ts';
import { z } from 'zod';

/** What a rule is, and how each kind of rule is written down. */

export const heightSchema = z.strictObject({
  value: z.number().min(0).max(600),
  to: z.enum(['bottom', 'center', 'top']).default('center'),
  from: z.enum(['finished', 'subfloor']).default('finished'),
});
export type Height = z.infer<typeof heightSchema>;

export interface Rule<T = unknown> {
  readonly title: string;
  readonly unit: 'in' | 'ft' | 'count' | 'A' | 'choice' | 'height' | 'in³' | 'min' | 'cents' | '%' | 'ratio';
  readonly schema: z.ZodType<T>;
  readonly default: T;
  readonly source: string;
  readonly says: string;
  /** Where practitioners disagree: each accepted value and what its people hold. */
  readonly schools?: readonly { readonly value: T; readonly says: string }[];
}

export const practice = 'common practice, no source';
export const code = (section: string) => `NEC 2023 ${section} (from memory)`;

export function choice<const V extends string | number>(
  title: string,
  source: string,
  says: string,
  schools: readonly { value: V; says: string }[],
  fallback: V = nth(schools, 0).value,
): Rule<V> {
  const values = schools.map((s) => s.value);
  const schema = z.custom<V>((value) => values.includes(value as V), {
    error: `must be one of: ${values.join(', ')}`,
  });
  return { title, unit: 'choice', schema, default: fallback, source, says, schools };
}

export function amount(
  title: string,
  unit: Rule['unit'],
  { default: value, bounds: [low, high] }: { default: number; bounds: readonly [low: number, high: number] },
  source: string,
  says: string,
): Rule<number> {
  return { title, unit, schema: z.number().min(low).max(high), default: value, source, says };
}

export function height(
  title: string,
  value: Height,
  source: string,
  says: string,
  schools: readonly { value: Height; says: string }[] = [],
): Rule<Height> {
  return { title, unit: 'height', schema: heightSchema, default: value, source, says, schools };
}

export const finished = (value: number, to: Height['to']): Height => ({ value, to, from: 'finished' });
