import { expect, test } from 'vitest';
import { fixtureKinds } from '../plan/index.ts';
import { ruleBook } from '../rules/index.ts';
import { fixtureHeight } from './fixtureHeights.ts';

test('everything that can stand in a room has a height; what is at a counter follows the counter', () => {
  const rules = ruleBook({ 'counter.top': 34 });
  for (const kind of fixtureKinds) {
    expect(fixtureHeight(kind, rules), kind).toBeGreaterThan(12);
    expect(fixtureHeight(kind, rules), kind).toBeLessThan(97);
  }
  expect(fixtureHeight('sink', rules)).toBe(34);
  expect(fixtureHeight('bench', rules)).toBeGreaterThan(fixtureHeight('desk', rules));
});
