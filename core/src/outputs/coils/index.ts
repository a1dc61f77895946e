import { leastBought } from './bound.ts';
import { isSmall, packExactly } from './exact.ts';
import { feetOf, poolOf, uselessOf, type Cut, type Packing } from './pool.ts';
import { packShared } from './shared.ts';

export type { Cut, Packing } from './pool.ts';

/** A coil and the cuts that come off it, in the order they are cut. Feet; `from` is `new`, or the id of a started coil. */
export interface Coil {
  readonly item: string;
  readonly from: string;
  readonly feet: number;
  readonly cuts: readonly Cut[];
  readonly left: number;
  /** The coil of the plan it was cut as; null while it is only planned. */
  readonly cutAs: string | null;
  /** Cut off for cables that are gone or became longer since. */
  readonly wasted: number;
}

/** Coils for all cuts of a kind, and how good that is. Feet. */
export interface Packed {
  readonly coils: readonly Omit<Coil, 'item' | 'cutAs' | 'wasted'>[];
  /** New cable bought, and what must be bought at least. */
  readonly bought: number;
  readonly boughtAtLeast: number;
  /** Left on coils that are cut from, in pieces too short to be of use. */
  readonly useless: number;
  /** Whether every way was gone through: nothing better there is. */
  readonly isBest: boolean;
}

/**
 * Which cuts come off which coil: started coils first, so that the least new cable is bought, of that the least is left in pieces of no
 * use. Of few cuts the best there is; of many as good as is found, with what must be bought at least. A cut longer than all coils gets one
 * of its own length. Cuts of a coil longest first.
 */
export function packCuts(packing: Packing): Packed {
  const pool = poolOf(packing);
  if (pool.cuts.length === 0) return { coils: [], bought: 0, boughtAtLeast: 0, useless: 0, isBest: true };
  const isBest = isSmall(pool);
  const least = isBest ? 0 : leastBought(pool);
  const lots = isBest ? packExactly(pool) : packShared(pool, least);
  const coils = lots.map(({ from, length, cuts }) => {
    const given = cuts.reduce((sum, i) => sum + (pool.cuts[i] ?? 0), 0);
    return {
      ...{ from, feet: feetOf(length), left: feetOf(length - given) },
      cuts: cuts.map((i) => ({ run: pool.runs[i] ?? '', feet: feetOf(pool.cuts[i] ?? 0) })),
    };
  });
  const bought = coils.reduce((sum, c) => sum + (c.from === 'new' ? c.feet : 0), 0);
  const left = lots.map((lot) => lot.length - lot.cuts.reduce((sum, i) => sum + (pool.cuts[i] ?? 0), 0));
  return {
    coils,
    bought,
    boughtAtLeast: isBest ? bought : feetOf(least),
    useless: feetOf(left.reduce((sum, l) => sum + uselessOf(l, pool.useful), 0)),
    isBest,
  };
}

/** The cuts of a coil in the order of the work; the long ones first where little is left on the coil, so that one cut too long costs a short one. */
export function inOrderOfWork(
  cuts: readonly Cut[],
  left: number,
  useful: number,
  order: ReadonlyMap<string, number>,
): Cut[] {
  if (left < useful) return [...cuts];
  return [...cuts].sort((a, b) => (order.get(a.run) ?? Infinity) - (order.get(b.run) ?? Infinity));
}
