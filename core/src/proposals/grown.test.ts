import { describe, expect, test } from 'vitest';
import { Computer } from '../compute/index.ts';
import { computed, planOf, wallOf } from '../../testing/index.ts';
import type { Plan } from '../plan/index.ts';
import { clearGrown, growBoxes } from './grown.ts';

/** A wall of studs at 16 in. with one box; the pinned and the old one stay where people have them. */
const wall = (box: object, more: object = {}): Plan =>
  wallOf(160, {}, { boxes: { b1: { on: { wall: 'w1', at: 49.875 }, ...box } }, ...more });
const cleared = (plan: Plan): Plan => {
  const draft = structuredClone(plan);
  const computer = new Computer();
  clearGrown(draft, () => computer.take(planOf(draft)));
  return draft;
};
const placeOf = (plan: Plan, box = 'b1') => plan.boxes[box]!.on as { at: number };

describe('boxes that grew', () => {
  // Studs 48 and 64, 1-1/2 wide: 14-1/2 between them. A duct leaves 6 beside the first.
  const duct = { obstacles: { x1: { wall: 'w1', at: 54.75, width: 8.5, low: 0, high: 96, kind: 'duct' } } };

  test('one that now stands in a duct goes to the nearest clear place in reach, and is held by blocking', () => {
    const plan = wall({ model: 'metal-square-42', exact: true, on: { wall: 'w1', at: 53 } }, duct);
    expect(computed(plan).findings.some((f) => f.rule === 'box.collides')).toBe(true);
    const after = cleared(plan);
    // 48-3/4 to 54-3/4 is clear, and the box is 4-11/16 wide.
    expect(placeOf(after).at).toBeGreaterThanOrEqual(48.75 + 4.6875 / 2 - 1 / 32);
    expect(placeOf(after).at).toBeLessThanOrEqual(54.75 - 4.6875 / 2 + 1 / 32);
    expect(after.boxes['b1']!.exact).toBe(true);
    expect(computed(after).findings.filter((f) => f.rule === 'box.collides')).toEqual([]);
  });

  test('one that people pinned, one that was there, and one no wider than its gangs stay where they are', () => {
    const inDuct = { exact: true, on: { wall: 'w1', at: 56 } };
    for (const box of [
      { ...inDuct, model: 'metal-square-42', pinned: true },
      { ...inDuct, model: 'metal-square-42', existing: true },
      { ...inDuct, gangs: 2, model: 'plastic-2g-34' },
    ]) {
      const plan = wall(box, duct);
      expect(cleared(plan)).toEqual(plan);
    }
  });

  test('one with no clear place in reach stays, and its finding says so', () => {
    const full = { obstacles: { x1: { wall: 'w1', at: 2, width: 156, low: 0, high: 96, kind: 'duct' } } };
    const plan = wall({ model: 'metal-square-42', exact: true }, full);
    const after = cleared(plan);
    expect(after).toEqual(plan);
    expect(computed(after).findings.some((f) => f.rule === 'box.collides')).toBe(true);
  });

  test('a box that holds more than its model takes gets the smallest that does', () => {
    const ends = { b1: 'plastic-1g-18', b2: 'auto', b3: 'auto', b4: 'auto' };
    const plan = wallOf(
      300,
      {},
      {
        circuits: { c1: { amps: 20, gauge: 12 } },
        boxes: Object.fromEntries(
          Object.entries(ends).map(([id, model], i) => [id, { on: { wall: 'w1', at: 40 + 60 * i }, model }]),
        ),
        devices: Object.fromEntries(Object.keys(ends).map((box, i) => [`d${i}`, { box, circuit: 'c1' }])),
        runs: Object.fromEntries(
          ['b2', 'b3', 'b4'].map((to, i) => [`k${i}`, { from: 'b1', to, circuit: 'c1', cable: '12/2' }]),
        ),
      },
    );
    // Six wires of 12, grounds and a device: nine times 2.25 in³.
    expect(computed(plan).boxes['b1']).toMatchObject({
      used: 20.25,
      fits: false,
      smallest: 'plastic-1g-22.5',
    });
    const draft = structuredClone(plan);
    const computer = new Computer();
    growBoxes(draft, 'c1', () => computer.take(planOf(draft)));
    expect(draft.boxes['b1']!.model).toBe('plastic-1g-22.5');
    expect(draft.boxes['b2']!.model).toBe('auto');
    expect(computed(planOf(draft)).boxes['b1']!.fits).toBe(true);
  });
});
