import { describe, expect, test } from 'vitest';
import { notEmpty, randomFrom } from '../../../testing/index.ts';
import type { Price, Supplier } from '../../plan/index.ts';
import type { TakeoffLine } from '../takeoff/index.ts';
import { aloneAt, changedPrices, cheapestSplit, unitsOf } from './index.ts';

const line = (item: string, toBuy: number, unit: TakeoffLine['unit'] = 'each'): TakeoffLine => ({
  ...{ item, name: item, quantity: toBuy, unit, why: '', cents: null },
  ...{ onHand: 0, toBuy },
});
const seller = (name: string, prices: Record<string, number>, more: Partial<Supplier> = {}): Supplier => ({
  ...{ name, freight: 0, freeFrom: null },
  prices: Object.fromEntries(
    Object.entries(prices).map(([item, cents]): [string, Price] => [item, { cents, per: 'each' }]),
  ),
  ...more,
});

/** What a price is for. */
test.each([
  ['each', 'each', 7, {}, 7],
  ['box', 'each', 101, { of: 100 }, 2],
  ['box', 'each', 100, { of: 100 }, 1],
  ['box', 'each', 100, {}, null],
  ['coil', 'ft', 500, { of: 250 }, 2],
  ['coil', 'ft', 500, { of: 1000 }, 1],
  ['coil', 'ft', 500, {}, 2],
  ['ft', 'in', 30, {}, 2.5],
  ['in', 'ft', 2, {}, 24],
  ['ft', 'each', 2, {}, null],
  ['each', 'ft', 2, {}, null],
] as const)('by %s of what is measured by %s: %d with %o is %s', (per, unit, amount, more, units) => {
  expect(unitsOf(unit, amount, { per, ...more }, 250)).toBe(units);
});

describe('the list shared among suppliers', () => {
  const lines = [line('a', 10), line('b', 5), line('c', 1)];

  test('each line where it is cheapest, unless the freight eats it', () => {
    const north = seller('North', { a: 10, b: 20, c: 300 });
    const south = seller('South', { a: 12, b: 15, c: 400 });
    expect(cheapestSplit(lines, [north, south], 250).orders).toMatchObject([
      {
        supplier: 'North',
        lines: [
          { item: 'a', cents: 100 },
          { item: 'c', cents: 300 },
        ],
        goods: 400,
        freight: 0,
      },
      { supplier: 'South', lines: [{ item: 'b', cents: 75 }], goods: 75 },
    ]);
    const far = { ...south, freight: 30 };
    expect(cheapestSplit(lines, [north, far], 250)).toMatchObject({
      cents: 500,
      orders: [{ supplier: 'North' }],
    });
    expect(aloneAt(lines, far, 250)).toEqual({ cents: 625, freight: 30, missing: 0 });
  });

  test('what nobody sells is told, what only one sells is bought there; what is on hand is not bought', () => {
    const north = seller('North', { a: 10 }, { freight: 50 });
    const south = seller('South', { b: 10 });
    const split = cheapestSplit([...lines, { ...line('d', 0), quantity: 4 }], [north, south], 250);
    expect(split).toMatchObject({ unpriced: ['c'], cents: 100 + 50 + 50 });
    expect(cheapestSplit(lines, [], 250)).toEqual({ orders: [], cents: 0, unpriced: ['a', 'b', 'c'] });
  });

  test('an order large enough to be brought free is filled up where that is cheaper in all', () => {
    const north = seller('North', { a: 10, b: 20, c: 300 }, { freight: 90, freeFrom: 500 });
    const south = seller('South', { b: 19, c: 299 });
    expect(cheapestSplit(lines, [north, south], 250)).toMatchObject({
      orders: [{ supplier: 'North', freight: 0 }],
      cents: 500,
    });
  });

  test('300 random lists cost what trying every share of every line comes to', () => {
    for (let seed = 1; seed <= 300; seed++) {
      const random = randomFrom(seed);
      const some = (most: number) => Math.floor(random() * most);
      const own = Array.from({ length: 1 + some(6) }, (_, i) => line(`i${i}`, 1 + some(20)));
      const suppliers = Array.from({ length: 1 + some(3) }, (_, s) =>
        seller(
          `S${s}`,
          Object.fromEntries(own.flatMap(({ item }) => (random() < 0.8 ? [[item, 50 + some(400)]] : []))),
          { freight: some(3) * 700 },
        ),
      );
      const split = cheapestSplit(own, suppliers, 250);
      const sold = own.filter((l) => suppliers.some((s) => s.prices[l.item]));
      let least = Infinity;
      for (let way = 0; way < suppliers.length ** sold.length; way++) {
        const at = sold.map((_, i) => Math.floor(way / suppliers.length ** i) % suppliers.length);
        if (sold.some((l, i) => !suppliers[at[i]!]!.prices[l.item])) continue;
        const goods = sold.reduce((sum, l, i) => sum + suppliers[at[i]!]!.prices[l.item]!.cents * l.toBuy, 0);
        const freight = suppliers.reduce((sum, s, k) => sum + (at.includes(k) ? s.freight : 0), 0);
        least = Math.min(least, goods + freight);
      }
      expect(split.cents, `seed ${seed}`).toBe(sold.length === 0 ? 0 : least);
      expect(split.unpriced.length + split.orders.flatMap((o) => o.lines).length).toBe(own.length);
    }
  });
});

test('prices that changed since the job was priced are told, from the book or from the supplier they are of', () => {
  const was: Record<string, Price> = {
    a: { cents: 10, per: 'each' },
    b: { cents: 20, per: 'box', of: 100, supplier: 'North' },
    c: { cents: 30, per: 'each', supplier: 'Gone' },
    d: { cents: 40, per: 'each', on: '2026-01-01' },
  };
  const changed = changedPrices(
    was,
    {
      a: { cents: 12, per: 'each' },
      b: { cents: 1, per: 'each' },
      d: { cents: 40, per: 'each', on: '2026-05-01' },
    },
    { North: { b: { cents: 20, per: 'box', of: 50 } } },
  );
  expect(notEmpty(changed).map((c) => [c.item, c.now])).toEqual([
    ['a', { cents: 12, per: 'each' }],
    ['b', { cents: 20, per: 'box', of: 50, supplier: 'North' }],
  ]);
});
