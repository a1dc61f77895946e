import { exactly } from './exactSharing.ts';
import { bySearch } from './searchSharing.ts';
import { totalOf, type Sharing } from './sharing.ts';

export interface Shared {
  readonly groups: readonly (readonly number[])[];
  readonly total: number;
  /** Whether no sharing is cheaper, or the search could not tell. */
  readonly exact: boolean;
}

const mostExact = 13;

/** The cheapest sharing: exact up to thirteen items, beyond that merging by saving, then moves and swaps until none helps. */
export function shareOut(s: Sharing): Shared {
  const n = s.items.length;
  if (n === 0) return { groups: [], total: 0, exact: true };
  const groups = n <= mostExact ? exactly(s) : bySearch(s);
  const sorted = groups.map((g) => [...g].sort((a, b) => a - b)).sort((a, b) => a[0]! - b[0]!);
  return { groups: sorted, total: totalOf(sorted, s), exact: n <= mostExact };
}
