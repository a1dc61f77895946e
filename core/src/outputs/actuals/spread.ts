import quantile from '@stdlib/stats-base-dists-t-quantile';
import { sampleStandardDeviation, sum } from 'simple-statistics';

/** What was expected of something, and what it took, in the same measure. */
export interface Sample {
  readonly expected: number;
  readonly actual: number;
}

/** How what it took compares with what was expected: 1 is as expected. */
export interface Spread {
  readonly count: number;
  readonly expected: number;
  readonly actual: number;
  /** All that it took over all that was expected: a long cable counts for more than a short one. */
  readonly ratio: number;
  /** How far single ones lie from each other (sample standard deviation of their ratios); null for one alone. */
  readonly deviation: number | null;
  /** Where the ratio lies for certain but for one time in twenty (Student’s t); null for one alone. */
  readonly between: readonly [number, number] | null;
}

/** From so few nothing is concluded. */
export const leastSamples = 5;
/** As narrow as this on both sides, in shares of one, it is well known. */
const wellKnown = 0.1;

/** How sure a spread is: too few to say, roughly, or well. */
export type Sureness = 'too few' | 'roughly' | 'well';

/** Null for no sample that anything was expected of. */
export function spreadOf(samples: readonly Sample[]): Spread | null {
  const own = samples.filter((s) => s.expected > 0);
  if (own.length === 0) return null;
  const [expected, actual] = [sum(own.map((s) => s.expected)), sum(own.map((s) => s.actual))];
  const told = { count: own.length, expected, actual, ratio: actual / expected };
  if (own.length === 1) return { ...told, deviation: null, between: null };
  const deviation = sampleStandardDeviation(own.map((s) => s.actual / s.expected));
  const half = (quantile(0.975, own.length - 1) * deviation) / Math.sqrt(own.length);
  return { ...told, deviation, between: [Math.max(0, told.ratio - half), told.ratio + half] };
}

export function surenessOf({ count, ratio, between }: Spread): Sureness {
  if (count < leastSamples || between === null) return 'too few';
  return between[1] - ratio <= wellKnown * ratio ? 'well' : 'roughly';
}
