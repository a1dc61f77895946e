import { expect, test } from 'vitest';
import { houseToWire } from '../../testing/houseToWire.ts';
import { houseOf, notEmpty } from '../../testing/index.ts';
import { propose } from '../proposals/index.ts';
import { placesOf, type HolePlace } from './drilling.ts';
import { runEnd } from './ends.ts';
import { findWay, stepCostFor } from './route.ts';
import { isOwnChanged, isStillBest } from './stillBest.ts';

const hole = (key: string, x: number, y: number): HolePlace => ({
  key,
  at: { x, y },
  step: 0,
  isPlate: true,
  most: 4,
  largest: 1,
});

test('a way is another matter where a cable finds other room at one of its own places', () => {
  const changed = [{ place: hole('w1 10.00 0.00', 10, 0), isBetter: false }];
  expect(isOwnChanged([hole('w1 10.00 0.00', 10, 0)], changed)).toBe(true);
  expect(isOwnChanged([hole('w2 10.00 0.00', 10, 0)], changed)).toBe(false);
});

test('a way stays the best when holes come far off, or go; not surely when one comes beside it, nor where there was no way', () => {
  const plan = houseToWire(5);
  propose(plan);
  const house = houseOf(plan);
  const graph = house.runs.graph();
  const stepCost = stepCostFor(house.rules, 'auto', 60);
  const checked = Object.values(plan.runs).flatMap((run) => {
    const [from, to] = [runEnd(house, run.from), run.to === null ? null : runEnd(house, run.to)];
    if (!from || !to) return [];
    const way = findWay({ from, to }, graph, stepCost);
    const [beside] = way ? placesOf(way, () => 1) : [];
    if (!beside) return [];
    const found = { from, to, stepCost, way };
    const at = (isBetter: boolean, x: number, y: number) => [{ place: hole('elsewhere', x, y), isBetter }];
    expect(isStillBest(found, at(true, 1e5, 1e5), graph)).toBe(true);
    expect(isStillBest(found, at(false, beside.at.x, beside.at.y), graph)).toBe(true);
    expect(isStillBest(found, at(true, beside.at.x, beside.at.y), graph)).toBe(false);
    expect(isStillBest({ ...found, way: null }, at(true, 1e5, 1e5), graph)).toBe(false);
    return [run];
  });
  notEmpty(checked);
});
