import { type Actual, feetUsed, formatLength, type KindActual, type Sureness } from '@fieldchalk/core';
import { stageWords } from './orderRows.ts';

const percent = (ratio: number): string => {
  const by = Math.round((ratio - 1) * 100);
  return by === 0 ? 'as expected' : `${by > 0 ? '+' : '−'}${Math.abs(by)} %`;
};

/** How what it took compares: “+12 %, between +4 % and +20 %”. */
export function ratioWords({ ratio, between }: Pick<KindActual, 'ratio' | 'between'>): string {
  if (!between) return percent(ratio);
  return `${percent(ratio)}, between ${percent(between[0])} and ${percent(between[1])}`;
}

export const sureWords: Readonly<Record<Sureness, string>> = {
  'too few': 'too few to say',
  roughly: 'roughly known',
  well: 'well known',
};

/** What a kind is called: a stage, or a cable. */
export const kindWords = ({ kind, of }: Pick<KindActual, 'kind' | 'of'>): string =>
  kind === 'hours' ? stageWords(of) : `${of.replace(/^cable-/, '')} cable`;

const hours = (n: number): string => `${Math.round(n * 100) / 100} h`;
const feet = (n: number): string => formatLength(Math.round(n * 12));

/** An entry as it is listed: what, what was expected, and what it took. `called`: a run by its ends, or an item by its name. */
export function actualWords(
  actual: Actual,
  called: (id: string) => string,
): { readonly what: string; readonly expected: string; readonly took: string } {
  switch (actual.kind) {
    case 'length':
      return { what: called(actual.run), expected: feet(actual.expected), took: feet(feetUsed(actual)) };
    case 'hours':
      return {
        what: stageWords(actual.stage),
        expected: hours(actual.expected),
        took: hours(actual.hours),
      };
    default: {
      const { item, count, feet: length } = actual;
      return {
        what: called(item),
        expected: '',
        took: length === undefined ? String(count ?? 0) : `${length} ft`,
      };
    }
  }
}
