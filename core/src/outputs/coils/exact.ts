import { feetOf, ownLength, uselessOf, type Lot, type Pool } from './pool.ts';

/** Ways of sharing that are gone through at most: three to the power of the cuts, for each started coil and once for the new ones. */
const mostWays = 400_000;

/** Whether so few cuts and coils are there that every way of sharing them is gone through. */
export const isSmall = ({ cuts, stock }: Pool): boolean => 3 ** cuts.length * (stock.length + 1) <= mostWays;

/** One cost for what is compared in turn: feet bought, then what is left and of no use, then feet that come off new coils, then coils touched. */
const worth = { bought: 2.5e10, useless: 2e5, offNew: 16, touched: 1 } as const;

/** One kind of coil gone through: what each set of cuts costs with the coils so far, and what of the set comes off the last of them. */
interface Layer {
  readonly cost: Float64Array;
  readonly taken: Int32Array;
}

/** The lengths of every set of cuts, by the bits of the set. */
function sumsOf(cuts: readonly number[]): Float64Array {
  const sums = new Float64Array(1 << cuts.length);
  for (const [i, cut] of cuts.entries())
    for (let set = 0; set < 1 << i; set++) sums[set | (1 << i)] = (sums[set] ?? 0) + cut;
  return sums;
}

/**
 * The least new cable, of that the least left that is of no use, of that the least off new coils, of that the fewest coils: every way of sharing the cuts is gone through,
 * set by set. For few cuts only.
 */
export function packExactly({ cuts, stock, sizes, useful, spare }: Pool): Lot[] {
  const all = (1 << cuts.length) - 1;
  const sums = sumsOf(cuts);
  const sumOf = (set: number) => sums[set] ?? 0;
  const at = (costs: Float64Array, set: number) => costs[set] ?? Infinity;
  const touched = (length: number, set: number) =>
    worth.useless * uselessOf(length - sumOf(set), useful) + worth.touched;

  const layers: Layer[] = [];
  let before = new Float64Array(all + 1).fill(Infinity);
  before[0] = 0;
  for (const { length } of stock) {
    const layer = { cost: before.slice(), taken: new Int32Array(all + 1) };
    for (let set = 1; set <= all; set++)
      for (let own = set; own > 0; own = (own - 1) & set) {
        if (sumOf(own) > length - spare) continue;
        const cost = at(before, set ^ own) + touched(length, own);
        if (cost < at(layer.cost, set)) [layer.cost[set], layer.taken[set]] = [cost, own];
      }
    layers.push(layer);
    before = layer.cost;
  }

  // New coils: the lowest cut of a set comes off the next one, with others beside it.
  const fresh = { cost: new Float64Array(all + 1).fill(Infinity), taken: new Int32Array(all + 1) };
  fresh.cost[0] = 0;
  const lengthFor = (own: number) => {
    const fits = sizes.find((size) => sumOf(own) <= size - spare);
    const isOne = (own & (own - 1)) === 0;
    return fits ?? (isOne ? ownLength(sumOf(own), spare) : Infinity);
  };
  for (let set = 1; set <= all; set++) {
    const lowest = set & -set;
    for (let own = set; own > 0; own = (own - 1) & set) {
      const length = (own & lowest) === 0 ? Infinity : lengthFor(own);
      if (length === Infinity) continue;
      const bought = worth.bought * feetOf(length) + worth.offNew * feetOf(sumOf(own));
      const cost = at(fresh.cost, set ^ own) + bought + touched(length, own);
      if (cost < at(fresh.cost, set)) [fresh.cost[set], fresh.taken[set]] = [cost, own];
    }
  }

  let onStock = 0;
  const costWith = (set: number) => at(before, set) + at(fresh.cost, all ^ set);
  for (let set = 1; set <= all; set++) if (costWith(set) < costWith(onStock)) onStock = set;

  const lot = (from: string, length: number, set: number): Lot => ({
    ...{ from, length },
    cuts: cuts.flatMap((_, i) => (set & (1 << i) ? [i] : [])),
  });
  const started: Lot[] = [];
  for (let i = stock.length - 1, set = onStock; i >= 0; i--) {
    const own = layers[i]?.taken[set] ?? 0;
    const coil = stock[i];
    if (coil && own > 0) started.unshift(lot(coil.from, coil.length, own));
    set ^= own;
  }
  const bought: Lot[] = [];
  for (let set = all ^ onStock; set > 0;) {
    const own = fresh.taken[set] ?? 0;
    bought.push(lot('new', lengthFor(own), own));
    set ^= own;
  }
  return [...started, ...bought];
}
