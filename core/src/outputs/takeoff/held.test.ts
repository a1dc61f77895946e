import { expect, test } from 'vitest';
import { marlStreet } from '../../../demo/marlStreet.ts';
import { computed, edited, planOf } from '../../../testing/index.ts';
import { twoInWall } from '../../../testing/twoInWall.ts';
import type { Plan } from '../../plan/index.ts';

const heldBy = (plan: Plan) => {
  const { takeoff } = computed(plan);
  return (item: string) => takeoff.lines.find((l) => l.item === item)?.quantity ?? 0;
};
/** So many cables over the walls from one box to the other: each is stapled near both, all in the same places. */
const together = (count: number, values: object = {}, cable = '14/2') =>
  planOf({
    ...twoInWall('2x4'),
    rules: { values },
    boxes: {
      b1: { on: { wall: 'w1', at: 40 }, gangs: 4 },
      b2: { on: { wall: 'w1', at: 100 }, gangs: 4 },
    },
    runs: Object.fromEntries(
      Array.from({ length: count }, (_, i) => [
        `k${i + 1}`,
        { from: 'b1', to: 'b2', circuit: 'c1', cable, way: 'over' },
      ]),
    ),
  });

// NEC 334.30 (from memory): flat and never on edge; common practice, no source: stackers where many come down one stud.
test('cables stapled in one place: each by itself, two flat ones under one staple, or all of them in stackers', () => {
  const alone = heldBy(together(1))('staple-1/2');
  expect(alone).toBeGreaterThan(2);
  expect(heldBy(together(3))('staple-1/2')).toBe(3 * alone);
  const listed = heldBy(together(2, { 'staple.under': 'listed' }));
  expect(listed('staple-1/2')).toBeLessThan(2 * alone);
  expect(listed('staple-1/2')).toBeGreaterThanOrEqual(alone);
  const four = heldBy(together(4));
  expect(four('stacker-4')).toBeGreaterThan(0);
  expect(four('staple-1/2') + 4 * four('stacker-4')).toBe(4 * alone);
});

test('round cable is never two under a staple', () => {
  const one = heldBy(together(1, {}, '14/3'))('staple-3/4');
  expect(heldBy(together(2, { 'staple.under': 'listed' }, '14/3'))('staple-3/4')).toBe(2 * one);
});

test('in the demo nothing that is stapled goes unheld, whatever the school', () => {
  const plan = marlStreet();
  const staples = Object.values(computed(plan).runs).reduce((sum, r) => sum + r.staples, 0);
  const all = heldBy(plan);
  const places = all('staple-1/2') + all('staple-3/4') + all('strap-data');
  expect(places + 4 * all('stacker-4')).toBeGreaterThanOrEqual(staples);
  const listed = heldBy(edited(plan, 'setRule', { rule: 'staple.under', value: 'listed' }));
  expect(listed('staple-1/2')).toBeLessThanOrEqual(all('staple-1/2'));
});
