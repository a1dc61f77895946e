import { must } from '../../lookups/index.ts';
import type { Supplier } from '../../plan/supplier.ts';
import type { TakeoffLine } from '../takeoff/index.ts';
import { unitsOf } from './units.ts';

/** What is bought of one supplier. Money in cents. */
export interface SupplierOrder {
  readonly supplier: string;
  readonly lines: readonly { readonly item: string; readonly cents: number }[];
  readonly goods: number;
  readonly freight: number;
}

/** Who is asked for what, and what all of it costs; items that none of them has a price for are not in it. */
export interface Split {
  readonly orders: readonly SupplierOrder[];
  readonly cents: number;
  readonly unpriced: readonly string[];
}

/** So many suppliers are weighed against each other at most. */
export const mostSuppliers = 10;

type Offers = readonly (readonly [item: string, cents: readonly (number | null)[]])[];

/** What each supplier takes for each line that is to be bought; null where one has no price that tells. */
function offersOf(lines: readonly TakeoffLine[], suppliers: readonly Supplier[], coilFeet: number): Offers {
  return lines
    .filter((l) => l.toBuy > 0)
    .map(({ item, unit, toBuy }) => [
      item,
      suppliers.map(({ prices }) => {
        const price = prices[item];
        const units = price ? unitsOf(unit, toBuy, price, coilFeet) : null;
        return price && units !== null ? Math.round(price.cents * units) : null;
      }),
    ]);
}

const freightOf = ({ freight, freeFrom }: Supplier, goods: number): number =>
  goods === 0 || (freeFrom !== null && goods >= freeFrom) ? 0 : freight;

/** Every line at the cheapest of some suppliers, the first of those alike: which one it is, by line. Null where a line that somebody sells is sold by none of them. */
function cheapestOf(offers: Offers, among: readonly number[]): number[] | null {
  const chosen: number[] = [];
  for (const [, cents] of offers) {
    const own = among.filter((s) => cents[s] !== null);
    const [first] = own;
    if (first === undefined) return null;
    chosen.push(own.reduce((best, s) => ((cents[s] ?? 0) < (cents[best] ?? 0) ? s : best), first));
  }
  return chosen;
}

const totalOf = (offers: Offers, chosen: readonly number[], suppliers: readonly Supplier[]) => {
  const goods = suppliers.map(() => 0);
  offers.forEach(([, cents], i) => {
    const s = must(chosen[i], 'who sells a line');
    goods[s] = (goods[s] ?? 0) + (cents[s] ?? 0);
  });
  const freight = suppliers.map((s, i) => freightOf(s, goods[i] ?? 0));
  const sum = (list: readonly number[]) => list.reduce((total, n) => total + n, 0);
  return { goods, freight, cents: sum(goods) + sum(freight) };
};

/** Lines moved to another supplier one by one while that costs less in all: where a little more there saves its freight. */
function improved(offers: Offers, start: readonly number[], suppliers: readonly Supplier[]): number[] {
  const chosen = [...start];
  for (let better = true; better;) {
    better = false;
    for (const [i, [, cents]] of offers.entries())
      for (let s = 0; s < suppliers.length; s++) {
        const before = must(chosen[i], 'who sells a line');
        if (s === before || cents[s] === null) continue;
        const now = totalOf(offers, chosen, suppliers).cents;
        chosen[i] = s;
        if (totalOf(offers, chosen, suppliers).cents < now) better = true;
        else chosen[i] = before;
      }
  }
  return chosen;
}

/**
 * The list shared among suppliers for the least money, freight counted: every set of them is tried, with each line at the cheapest of the set.
 * Without orders that are brought free from some sum on, nothing cheaper there is; with them, lines are moved one by one while it gets cheaper.
 * @throws for more than `mostSuppliers`.
 */
export function cheapestSplit(
  lines: readonly TakeoffLine[],
  suppliers: readonly Supplier[],
  coilFeet: number,
): Split {
  if (suppliers.length > mostSuppliers)
    throw new Error(`${suppliers.length} suppliers; ${mostSuppliers} are weighed at most`);
  const all = offersOf(lines, suppliers, coilFeet);
  const offers = all.filter(([, cents]) => cents.some((c) => c !== null));
  const unpriced = all.flatMap(([item, cents]) => (cents.every((c) => c === null) ? [item] : []));
  let best: number[] = [];
  let least = Infinity;
  for (let set = 1; set < 1 << suppliers.length; set++) {
    const among = suppliers.map((_, s) => s).filter((s) => set & (1 << s));
    const start = cheapestOf(offers, among);
    if (!start) continue;
    const hasFree = among.some((s) => suppliers[s]?.freeFrom !== null);
    const chosen = hasFree ? improved(offers, start, suppliers) : start;
    const { cents } = totalOf(offers, chosen, suppliers);
    if (cents < least) [best, least] = [chosen, cents];
  }
  const { goods, freight } = totalOf(offers, best, suppliers);
  const orders = suppliers.flatMap(({ name }, s): SupplierOrder[] => {
    const own = offers.flatMap(([item, cents], i) => (best[i] === s ? [{ item, cents: cents[s] ?? 0 }] : []));
    return own.length > 0
      ? [{ supplier: name, lines: own, goods: goods[s] ?? 0, freight: freight[s] ?? 0 }]
      : [];
  });
  return { orders, cents: orders.reduce((sum, o) => sum + o.goods + o.freight, 0), unpriced };
}

/** What the whole list costs of each supplier alone: with how many lines it has no price for. */
export function aloneAt(lines: readonly TakeoffLine[], supplier: Supplier, coilFeet: number) {
  const { orders, cents, unpriced } = cheapestSplit(lines, [supplier], coilFeet);
  const [order] = orders;
  return { cents, freight: order?.freight ?? 0, missing: unpriced.length };
}
