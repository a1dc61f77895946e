import { fullest } from './fullest.ts';
import { ownLength, type Pool } from './pool.ts';

const sum = (list: readonly number[]): number => list.reduce((total, n) => total + n, 0);

/** New coils of some sizes: their whole length, and how many of each. */
export interface Bought {
  readonly total: number;
  readonly coils: readonly number[];
}

/** Sets of new coils that hold so much together, the shortest in all first, of as long ones the fewest; up to one more of the longest than must be. */
export function boughtSets(needed: number, sizes: readonly number[], spare: number): Bought[] {
  const longest = Math.max(...sizes);
  const most = Math.ceil(needed / (longest - spare)) + 1;
  const grow = (left: readonly number[], coils: readonly number[], room: number): Bought[] => {
    const [size, ...shorter] = left;
    if (size === undefined) return room >= needed ? [{ total: sum(coils), coils }] : [];
    const own: Bought[] = [];
    const limit = size === longest ? most : Math.ceil(longest / size);
    for (let count = 0; count <= limit; count++) {
      const more = Array.from({ length: count }, () => size);
      own.push(...grow(shorter, [...coils, ...more], room + count * (size - spare)));
    }
    return own;
  };
  return grow([...sizes].reverse(), [], 0).sort(
    (a, b) => a.total - b.total || a.coils.length - b.coils.length,
  );
}

/** Coils of one size that long cuts need, however the rest is cut: Martello and Toth, Knapsack Problems (1990), bound L2 (from memory). */
function coilsForLongCuts(cuts: readonly number[], room: number): number {
  let most = 0;
  for (const least of new Set([0, ...cuts.filter((c) => 2 * c <= room)])) {
    const alone = cuts.filter((c) => c > room - least).length;
    const long = cuts.filter((c) => 2 * c > room && c <= room - least);
    const rest = sum(cuts.filter((c) => 2 * c <= room && c >= least));
    const over = Math.max(0, Math.ceil((rest - (long.length * room - sum(long))) / room));
    most = Math.max(most, alone + long.length + over);
  }
  return most;
}

/** New cable that must be bought at least: what the started coils cannot give, in whole coils, and a coil of its own for every cut longer than all coils. */
export function leastBought({ cuts, stock, sizes, spare }: Pool): number {
  const longest = Math.max(...sizes) - spare;
  const started = Math.max(0, ...stock.map((s) => s.length - spare));
  const alone = cuts.filter((c) => c > longest && c > started);
  const shared = cuts.filter((c) => c <= longest || c <= started);
  const own = sum(alone.map((c) => ownLength(c, spare)));
  const given = sum(
    stock.map(({ length }) => sum(fullest(length - spare, shared, 1).map((i) => shared[i] ?? 0))),
  );
  const needed = sum(shared) - given;
  if (needed <= 0) return own;
  const [least] = boughtSets(needed, sizes, spare);
  const long = stock.length === 0 && sizes.length === 1 ? coilsForLongCuts(shared, longest) : 0;
  return own + Math.max(least?.total ?? 0, long * Math.max(...sizes));
}
