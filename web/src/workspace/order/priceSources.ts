import { invented, type Plan, type TakeoffLine } from '@fieldchalk/core';

type Price = Plan['prices'][string];

/** Prices from a source for the lines that have none. */
export function pricesFor(
  lines: readonly Pick<TakeoffLine, 'item' | 'cents'>[],
  prices: Plan['prices'],
  source: (item: string) => Price | null | undefined,
): Plan['prices'] {
  const missing = lines.filter((l) => l.cents === null && !prices[l.item]);
  return Object.fromEntries(
    missing.flatMap(({ item }) => {
      const price = source(item);
      return price ? [[item, price]] : [];
    }),
  );
}

/** Prices of a job that the company’s book does not have so. Invented ones are nobody’s. */
export function pricesToKeep(prices: Plan['prices'], book: Plan['prices']): Plan['prices'] {
  return Object.fromEntries(
    Object.entries(prices).filter(
      ([item, p]) =>
        p.on !== invented &&
        p.supplier === undefined &&
        (book[item]?.cents !== p.cents || book[item].per !== p.per),
    ),
  );
}
