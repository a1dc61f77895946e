import { expect, test } from 'vitest';
import { pricesFor, pricesToKeep } from './priceSources.ts';

const each = (cents: number, on = '2026-11-20') => ({ cents, per: 'each' as const, on });

test('only lines without a price are filled, by what the source has', () => {
  const lines = [
    { item: 'plate-1g', cents: null },
    { item: 'plate-2g', cents: 200 },
    { item: 'stacker-4', cents: null },
  ];
  const source = (item: string) => (item === 'stacker-4' ? null : each(70));
  expect(pricesFor(lines, { 'plate-2g': each(200) }, source)).toEqual({ 'plate-1g': each(70) });
});

test('an invented price gives way to one of the book, and to no other invented one', () => {
  const lines = [{ item: 'plate-1g', cents: 100 }];
  const prices = { 'plate-1g': each(100, 'invented') };
  expect(pricesFor(lines, prices, () => each(70))).toEqual({ 'plate-1g': each(70) });
  expect(pricesFor(lines, prices, () => each(80, 'invented'))).toEqual({});
});

test('the book is offered what it has not, or has otherwise; invented prices never', () => {
  const prices = {
    a: each(1),
    b: each(2),
    c: each(3),
    d: each(4, 'invented'),
    e: { ...each(6), supplier: 'North' },
  };
  expect(pricesToKeep(prices, { a: each(1, '2020-01-01'), b: each(5) })).toEqual({ b: each(2), c: each(3) });
});
