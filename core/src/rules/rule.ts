import { nth } from '../lookups/index.ts';

/** What a rule is, and how each kind of rule is written down. */

/** What a height is measured to, and from where. */
export const heightsTo = ['bottom', 'center', 'top'] as const;
export const heightsFrom = ['finished', 'subfloor'] as const;

/** A height in inches. */
export interface Height {
  value: number;
  to: (typeof heightsTo)[number];
  from: (typeof heightsFrom)[number];
}

/** What a rule accepts: checked by `valueSchema`, which a page that only reads rules need not load. */
export type Accepts =
  | { readonly is: 'one of'; readonly values: readonly (string | number)[] }
  | { readonly is: 'number'; readonly bounds: readonly [low: number, high: number]; readonly or?: string }
  | { readonly is: 'height' };

export interface Rule<T = unknown> {
  readonly title: string;
  readonly unit: 'in' | 'ft' | 'count' | 'A' | 'choice' | 'height' | 'in³' | 'min' | 'cents' | '%' | 'ratio';
  readonly accepts: Accepts;
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
  const accepts = { is: 'one of', values: schools.map((s) => s.value) } as const;
  return { title, unit: 'choice', accepts, default: fallback, source, says, schools };
}

export function amount(
  title: string,
  unit: Rule['unit'],
  { default: value, bounds }: { default: number; bounds: readonly [low: number, high: number] },
  source: string,
  says: string,
): Rule<number> {
  return { title, unit, accepts: { is: 'number', bounds }, default: value, source, says };
}

export function height(
  title: string,
  value: Height,
  source: string,
  says: string,
  schools: readonly { value: Height; says: string }[] = [],
): Rule<Height> {
  return { title, unit: 'height', accepts: { is: 'height' }, default: value, source, says, schools };
}

export const finished = (value: number, to: Height['to']): Height => ({ value, to, from: 'finished' });
