import { expect, test } from 'vitest';
import { groupOfRule, ruleGroups, ruleIds } from './index.ts';

test('every rule stands under a heading of words, and no two groups share one', () => {
  const used = new Set(ruleIds.map((id) => ruleGroups[groupOfRule(id)]));
  expect(used.size).toBe(Object.keys(ruleGroups).length);
  for (const name of used) expect(name).toMatch(/^[A-Z][a-z-]+( [a-z-]+)*$/);
});
