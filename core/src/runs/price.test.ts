import { expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { ruleBook } from '../rules/index.ts';
import type { Plan } from '../plan/index.ts';
import { cableCents } from './index.ts';

const priced = (cents: number, per: 'ft' | 'coil', coil = 250): Plan => {
  const plan = study();
  return {
    ...plan,
    rules: { ...plan.rules, values: { ...plan.rules.values, 'coil.feet': coil } },
    prices: { ...plan.prices, 'cable-14/2': { cents, per } },
  };
};
const cents = (plan: Plan) => cableCents(plan, '14/2', ruleBook(plan.rules.values));

test('a foot off a coil costs its share of a coil as long as this house buys them', () => {
  expect(cents(priced(11_000, 'coil', 250))).toBe(44);
  expect(cents(priced(11_000, 'coil', 1000))).toBe(11);
  expect(cents(priced(44, 'ft', 1000))).toBe(44);
});
