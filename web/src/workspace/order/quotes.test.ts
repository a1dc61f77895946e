import type { Quote } from '@fieldchalk/contracts';
import type { TakeoffLine } from '@fieldchalk/core';
import { expect, test } from 'vitest';
import { askedOf, centsAt, pricesOf, quotedRows } from './quotes.ts';

const line = (item: string, toBuy: number, unit: TakeoffLine['unit'] = 'each'): TakeoffLine => ({
  ...{ item, name: item, quantity: toBuy, unit, why: '', cents: null },
  ...{ onHand: 0, toBuy },
});
const lines = [line('plate-1g', 120), line('cable-14/2', 500, 'ft'), line('pin-powder', 0)];
const quoteOf = (cents: number, available: number, own: Partial<Quote['lines'][number]> = {}): Quote => ({
  ...{ validUntil: '2026-12-12', freight: 0, freeFrom: null },
  lines: [
    {
      ...{ item: 'plate-1g', per: 'each', available, leadDays: 2 },
      breaks: [
        { from: 0, cents },
        { from: 100, cents: cents - 10 },
      ],
      ...own,
    },
  ],
});

test('what is left to buy is asked for', () => {
  expect(askedOf(lines).lines).toEqual([
    { item: 'plate-1g', quantity: 120, unit: 'each' },
    { item: 'cable-14/2', quantity: 500, unit: 'ft' },
  ]);
});

test('the last break that is reached is the price, and goes into the supplier’s prices with its day', () => {
  const breaks = [
    { from: 100, cents: 60 },
    { from: 0, cents: 70 },
  ];
  expect([centsAt({ breaks }, 99), centsAt({ breaks }, 100)]).toEqual([70, 60]);
  expect(pricesOf(quoteOf(70, 500), lines, '2026-11-28')).toEqual({
    'plate-1g': { cents: 60, per: 'each', on: '2026-11-28' },
  });
});

test('quotes side by side: the cheapest that has enough is best, one that is short says how much there is', () => {
  const answers = [
    { supplier: 'A', quote: quoteOf(70, 60), says: '' },
    { supplier: 'Gone', quote: null, says: 'Gone cannot be reached.' },
    { supplier: 'B', quote: quoteOf(75, 500), says: '' },
  ];
  expect(quotedRows(answers, lines, 250)).toEqual([
    {
      ...{ item: 'plate-1g', name: 'plate-1g', best: 1 },
      quoted: [
        { cents: 7200, leadDays: 2, short: 60 },
        { cents: 7800, leadDays: 2, short: null },
      ],
    },
    { item: 'cable-14/2', name: 'cable-14/2', quoted: [null, null], best: -1 },
  ]);
});
