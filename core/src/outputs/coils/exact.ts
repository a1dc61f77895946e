import { feetOf, ownLength, uselessOf, type Lot, type Pool } from './pool.ts';

/** Ways of sharing that are gone through at most: three to the power of the cuts, for each started coil and once for the new ones. */
const mostWays = 600_000;

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

/** What each set of cuts costs on one coil. */
const costsOf = (sums: Float64Array, cost: (sum: number, set: number) => number): Float64Array =>
  sums.map((sum, set) => cost(sum, set));

/**
 * Of a set of cuts the share that comes off one coil for the least, the rest as it costs without that coil: any of `free` may be
 * in the share, the others of the set are. The innermost of what is gone through, on plain numbers alone.
 */
function leastShare(
  { cost, taken }: Layer,
  set: number,
  free: number,
  rest: Float64Array,
  own: Float64Array,
): void {
  const always = set ^ free;
  let [least, share] = [cost[set] ?? Infinity, 0];
  for (let sub = free; ; sub = (sub - 1) & free) {
    const part = sub | always;
    const total = (rest[set ^ part] ?? Infinity) + (own[part] ?? Infinity);
    if (part !== 0 && total < least) [least, share] = [total, part];
    if (sub === 0) break;
  }
  if (share === 0) return;
  cost[set] = least;
  taken[set] = share;
}

/**
 * The least new cable, of that the least left that is of no use, of that the least off new coils, of that the fewest coils: every way of sharing the cuts is gone through,
 * set by set. For few cuts only.
 */
export function packExactly({ cuts, stock, sizes, useful, spare }: Pool): Lot[] {
  const all = (1 << cuts.length) - 1;
  const sums = sumsOf(cuts);
  const sumOf = (set: number) => sums[set] ?? 0;
  const touched = (length: number, sum: number) =>
    worth.useless * uselessOf(length - sum, useful) + worth.touched;

  const layers: Layer[] = [];
  let before = new Float64Array(all + 1).fill(Infinity);
  before[0] = 0;
  for (const { length } of stock) {
    const touching = costsOf(sums, (sum) => (sum <= length - spare ? touched(length, sum) : Infinity));
    const layer = { cost: before.slice(), taken: new Int32Array(all + 1) };
    for (let set = 1; set <= all; set++) leastShare(layer, set, set, before, touching);
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
  const opening = costsOf(sums, (sum, own) => {
    const length = own === 0 ? Infinity : lengthFor(own);
    if (length === Infinity) return Infinity;
    return worth.bought * feetOf(length) + worth.offNew * feetOf(sum) + touched(length, sum);
  });
  for (let set = 1; set <= all; set++) leastShare(fresh, set, set & (set - 1), fresh.cost, opening);

  let onStock = 0;
  const costWith = (set: number) => (before[set] ?? Infinity) + (fresh.cost[all ^ set] ?? Infinity);
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
