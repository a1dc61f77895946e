import { expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { applyChange } from './gate.ts';
import { collections } from './index.ts';
import { mostEntries, tooMany } from './limits.ts';
import { readPlan } from './read.ts';

const plan = study();
const manyOpenings = (count: number) => {
  const [wall] = Object.keys(plan.walls) as [string];
  const own = Object.values(plan.openings)[0]!;
  return Object.fromEntries(Array.from({ length: count }, (_, i) => [`x${i}`, { ...own, wall, at: i }]));
};

test('every collection has a limit, well over what a wired house of 130 rooms has', () => {
  for (const name of collections) expect(mostEntries[name]).toBeGreaterThanOrEqual(20);
  expect(tooMany(plan)).toEqual([]);
  expect(tooMany(null)).toEqual([]);
});

test('a document with more is refused in words before it costs anything, whether read or changed', () => {
  const openings = manyOpenings(120_000);
  const from = performance.now();
  const read = readPlan({ ...plan, openings });
  expect(read.ok ? [] : read.problems.map((p) => `${p.path} ${p.message}`)).toEqual([
    'openings are 120000; a job may have 5000. Make two jobs of it',
  ]);
  const patches = Object.entries(openings).map(([id, value]) => ({
    op: 'add' as const,
    path: ['openings', id],
    value,
  }));
  const done = applyChange(plan, patches.slice(0, 6000));
  expect(done.ok ? [] : done.problems.map((p) => p.path)).toEqual(['openings']);
  expect(performance.now() - from).toBeLessThan(5000);
});

test('as many openings as are allowed on one wall are looked at in about twice the time of half of them', () => {
  const taken = (count: number) => {
    const from = performance.now();
    const read = readPlan({ ...plan, openings: manyOpenings(count) });
    expect(read.ok).toBe(false);
    return performance.now() - from;
  };
  taken(500);
  const [half, whole] = [Math.min(taken(2500), taken(2500)), Math.min(taken(5000), taken(5000))];
  expect(whole / half).toBeLessThan(6);
});
