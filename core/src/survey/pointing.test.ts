import { expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { placeInPlan, placeOnWall, wallAtPoint } from './pointing.ts';

const plan = study();
const run = Object.keys(plan.runs)[1]!;

test('a place on the plan lies in the wall nearest to it, or in none', () => {
  const on = placeOnWall(plan, { wall: 'w2', at: 40 }, 24);
  expect(wallAtPoint(plan, 'L1', on)).toMatchObject({ wall: 'w2' });
  expect(wallAtPoint(plan, 'L1', on)!.at).toBeCloseTo(40, 1);
  expect(wallAtPoint(plan, 'L1', { x: 90, y: -70 })).toBeNull();
  expect(wallAtPoint(plan, 'L9', on)).toBeNull();
  // As far out as one reaches, and around a corner no farther.
  expect(wallAtPoint(plan, 'L1', { x: 90, y: -70 }, 120)).not.toBeNull();
  const corner = plan.points[plan.walls['w1']!.from]!;
  const out = (by: number) => wallAtPoint(plan, 'L1', { x: corner.x - by, y: corner.y + by }, 10);
  expect([out(7)?.wall, out(12)]).toEqual([expect.any(String), null]);
});

test('in a wall the line of holes is meant; in a room over its ceiling, or under its floor where the cable is told so', () => {
  const inWall = placeOnWall(plan, { wall: 'w2', at: 40 }, 0);
  expect(placeInPlan(plan, 'L1', inWall, run, 24).z).toBe(24);
  const inRoom = { x: 90, y: -70 };
  expect(placeInPlan(plan, 'L1', inRoom, run, 24).z).toBeGreaterThan(plan.levels['L1']!.ceiling);
  const told = (way: 'over' | 'under') => ({
    ...plan,
    runs: { ...plan.runs, [run]: { ...plan.runs[run]!, way } },
  });
  expect(placeInPlan(told('under'), 'L1', inRoom, run, 24).z).toBeLessThan(0);
  expect(placeInPlan(told('over'), 'L1', inWall, run, 24).z).toBeGreaterThan(97);
});
