import { expect, test } from 'vitest';
import { fixtureKinds } from '../plan/index.ts';
import { fixtureHeight } from './fixtureHeights.ts';

test('everything that can stand in a room has a height; what is at a counter follows the counter', () => {
  const counterTop = 34;
  for (const kind of fixtureKinds) {
    expect(fixtureHeight(kind, counterTop), kind).toBeGreaterThan(12);
    expect(fixtureHeight(kind, counterTop), kind).toBeLessThan(97);
  }
  expect(fixtureHeight('sink', counterTop)).toBe(34);
  expect(fixtureHeight('bench', counterTop)).toBeGreaterThan(fixtureHeight('desk', counterTop));
});
