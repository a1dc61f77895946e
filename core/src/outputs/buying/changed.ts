import type { Price } from '../../plan/index.ts';

/** An item whose price is another now than the job was priced with. */
export interface ChangedPrice {
  readonly item: string;
  readonly was: Price;
  readonly now: Price;
}

const isSame = (a: Price, b: Price): boolean => a.cents === b.cents && a.per === b.per && a.of === b.of;

/** Prices of a job that its book, or the supplier they are from, has otherwise now; one that is no longer there is not told. */
export function changedPrices(
  job: Readonly<Record<string, Price>>,
  book: Readonly<Record<string, Price>>,
  suppliers: Readonly<Record<string, Readonly<Record<string, Price>>>>,
): ChangedPrice[] {
  return Object.entries(job).flatMap(([item, was]) => {
    const found = was.supplier === undefined ? book[item] : suppliers[was.supplier]?.[item];
    if (!found || isSame(was, found)) return [];
    return [{ item, was, now: was.supplier === undefined ? found : { ...found, supplier: was.supplier } }];
  });
}
