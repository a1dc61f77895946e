import { expect, test } from 'vitest';
import { marlStreet } from '../../demo/index.ts';
import { computed } from '../../testing/index.ts';
import type { Plan } from '../plan/index.ts';
import { starterPrice } from './starterPrices.ts';

test('with starter prices no line of the demo is without a price, none is free, and each is marked as invented', () => {
  const plan = marlStreet();
  const { lines } = computed({ ...plan, prices: {} }).takeoff;
  const prices: Plan['prices'] = Object.fromEntries(
    lines.flatMap((l) => {
      const price = starterPrice(l.item);
      return price ? [[l.item, price]] : [];
    }),
  );
  const priced = computed({ ...plan, prices }).takeoff.lines;
  expect(priced.length).toBeGreaterThan(30);
  for (const l of priced) {
    expect(l.cents, l.item).not.toBe(null);
    if (!l.item.startsWith('tail-')) expect(l.cents, l.item).toBeGreaterThan(0);
  }
  for (const price of Object.values(prices)) expect(price.on).toBe('invented');
});

test('larger wire costs more, and a breaker by its poles and what it protects against', () => {
  const cents = (item: string) => starterPrice(item)!.cents;
  expect(cents('cable-12/2')).toBeGreaterThan(cents('cable-14/2'));
  expect(cents('cable-14/3')).toBeGreaterThan(cents('cable-14/2'));
  expect(cents('breaker-20a-2p-none')).toBeGreaterThan(cents('breaker-20a-1p-none'));
  expect(cents('breaker-15a-1p-dual')).toBeGreaterThan(cents('breaker-15a-1p-none'));
  expect(starterPrice('tail-14-black')).toBe(null);
});
