import { invented, type Plan, type TakeoffLine } from '@fieldchalk/core';

type Price = Plan['prices'][string];

/** Prices from a source for the lines that have none of somebody’s: what is invented gives way to what is not. */
export function pricesFor(
  lines: readonly Pick<TakeoffLine, 'item' | 'cents'>[],
  prices: Plan['prices'],
  source: (item: string) => Price | null | undefined,
): Plan['prices'] {
  return Object.fromEntries(
    lines.flatMap(({ item, cents }) => {
      const [has, price] = [prices[item], source(item)];
      const isOpen = has ? has.on === invented && price?.on !== invented : cents === null;
      return price && isOpen ? [[item, price]] : [];
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
