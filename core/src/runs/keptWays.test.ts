import { expect, test } from 'vitest';
import { computed, planOf } from '../../testing/index.ts';
import { Computer } from '../compute/index.ts';
import type { Plan } from '../plan/index.ts';

/** Two rooms under an attic along one side of a wall, and a room with a finished ceiling along the other; two boxes in the stretch of the wall that the first room has. */
function alongThree(first: object): Plan {
  const points = {
    a: { x: 0, y: 0 },
    b: { x: 120, y: 0 },
    c: { x: 240, y: 0 },
    d: { x: 240, y: 120 },
    e: { x: 120, y: 120 },
    f: { x: 0, y: 120 },
    g: { x: 0, y: -120 },
    h: { x: 240, y: -120 },
  };
  const walls = { w1: 'ac', w2: 'be', w3: 'cd', w4: 'de', w5: 'ef', w6: 'fa', w7: 'ag', w8: 'gh', w9: 'hc' };
  return planOf({
    points,
    walls: Object.fromEntries(Object.entries(walls).map(([id, [from, to]]) => [id, { from, to }])),
    levels: { L1: { below: 'slab' } },
    // Studs are dear to bore, so that cable goes over where it may.
    rules: { values: { 'minutes.bore': 30, 'minutes.plateBore': 5 } },
    rooms: {
      r1: { x: 60, y: 60, ...first },
      r2: { x: 180, y: 60 },
      r3: { x: 120, y: -60, above: 'closed', ceilingAccess: 'open' },
    },
    boxes: {
      b1: { on: { wall: 'w1', side: 'left', at: 24 } },
      b2: { on: { wall: 'w1', side: 'left', at: 100 } },
    },
    circuits: { c1: {} },
    runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' } },
  });
}

test('a way over an attic that is closed costs what it does over the ceiling beside it, and is no measure for others', () => {
  const [open, closed] = [alongThree({}), alongThree({ above: 'closed' })];
  expect(computed(open).runs['k1']).toMatchObject({ way: 'over', ceilings: [] });
  const kept = new Computer();
  for (const plan of [open, closed, open])
    expect(JSON.stringify(kept.compute(plan).runs)).toBe(JSON.stringify(computed(plan).runs));
  expect(computed(closed).runs['k1']!.path.length).toBeGreaterThan(0);
});

test('a box past the edge of its bay is reached as before when only holes have changed', () => {
  // The last bay ends at 117-1/4, where the corner begins; the box is told to stand at 118.
  const plan = alongThree({});
  const onCorner = planOf({
    ...plan,
    walls: { w1: plan.walls['w1']!, w6: plan.walls['w6']! },
    rooms: {},
    boxes: {
      b1: { on: { wall: 'w6', side: 'left', at: 20 } },
      b2: { on: { wall: 'w6', side: 'left', at: 118 }, exact: true },
    },
    runs: Object.fromEntries(['k1', 'k2'].map((id) => [id, { ...plan.runs['k1']!, way: 'wall' }])),
  });
  const kept = new Computer();
  expect(kept.compute(onCorner).runs['k1']!.path.length).toBeGreaterThan(0);
  for (const left of ['k1', 'k2']) {
    const one = { ...onCorner, runs: { [left]: onCorner.runs[left]! } };
    for (const next of [one, onCorner])
      expect(JSON.stringify(kept.compute(next).runs)).toBe(JSON.stringify(computed(next).runs));
  }
});
