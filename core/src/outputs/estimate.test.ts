import { expect, test } from 'vitest';
import { ruleBook } from '../rules/index.ts';
import { estimateOf } from './estimate.ts';

const lines = [{ cents: 60_000 }, { cents: 40_000 }, { cents: null }];
const stages = [
  { stage: 'boxes' as const, hours: 12 },
  { stage: 'pull' as const, hours: 8 },
];
const estimate = (values: Record<string, unknown> = {}) =>
  estimateOf(lines, stages, ruleBook({ 'cost.labour': 7500, ...values }));

// Worked by hand: $1,000 of material and 20 h at $75 cost $2,500.
test('material and labour are the cost; overhead, profit and tax come on top, each apart', () => {
  expect(estimate({ 'cost.overhead': 10, 'cost.profit': 20, 'cost.tax': 8 })).toEqual({
    ...{ material: 100_000, unpriced: 1, hours: 20, labour: 150_000, cost: 250_000 },
    ...{ overhead: 25_000, profit: 55_000, tax: 8000, price: 338_000 },
  });
  const plain = { 'cost.overhead': 0, 'cost.profit': 0, 'cost.tax': 0 };
  expect(estimate(plain)).toMatchObject({ price: 250_000, overhead: 0, profit: 0, tax: 0 });
});

test('profit as a share of what is asked is more than the same share of the cost', () => {
  const values = { 'cost.overhead': 0, 'cost.profit': 20, 'cost.profitAs': 'margin', 'cost.tax': 0 };
  const { profit, price } = estimate(values);
  expect([profit, price, profit / price]).toEqual([62_500, 312_500, 0.2]);
});

test('tax is on the material, or on all of it', () => {
  const values = { 'cost.overhead': 10, 'cost.profit': 20, 'cost.tax': 8 };
  expect(estimate({ ...values, 'cost.taxOn': 'all' }).tax).toBe(26_400);
});
