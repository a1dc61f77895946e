import { describe, expect, test } from 'vitest';
import { study } from '../demo/study.ts';
import { computed, edited, planOf } from '../testing.ts';
import { reachFromPanel, segmentDrop } from './index.ts';

/** Panel, then boxes in a row along one wall, 10 ft apart, wired in a chain. */
function chain(boxes: number, circuit: object, va = 1200) {
  const ids = Array.from({ length: boxes }, (_, i) => `b${i + 1}`);
  return planOf({
    points: { a: { x: 0, y: 0 }, b: { x: 600, y: 0 }, c: { x: 600, y: 144 }, d: { x: 0, y: 144 } },
    walls: { w1: { from: 'a', to: 'b' }, w2: { from: 'b', to: 'c' }, w3: { from: 'c', to: 'd' }, w4: { from: 'd', to: 'a' } },
    rooms: { r1: { x: 300, y: 70, use: 'bedroom' } },
    panels: { n1: { on: { wall: 'w1', side: 'left', at: 24 } } },
    circuits: { c1: { panel: 'n1', ...circuit } },
    boxes: Object.fromEntries(ids.map((id, i) => [id, { on: { wall: 'w1', side: 'left', at: 120 * (i + 1) } }])),
    devices: Object.fromEntries(ids.map((id, i) => [`d${i + 1}`, { box: id, circuit: 'c1', va, kind: i === 1 ? 'gfci' : 'receptacle' }])),
    runs: Object.fromEntries(ids.map((id, i) => [`k${i + 1}`, { from: i === 0 ? 'n1' : ids[i - 1], to: id, circuit: 'c1' }])),
  }); // prettier-ignore
}

describe('voltage drop', () => {
  test('one segment by hand: 14 gauge, 50 ft, 12 A: 2 × 50 × 3.07 / 1000 × 12 = 3.684 V, 3.07 % of 120 (NEC Chapter 9 Table 8, from memory)', () => {
    expect(segmentDrop(50, 14, 12)).toBeCloseTo(3.684, 9);
    expect((segmentDrop(50, 14, 12) / 120) * 100).toBeCloseTo(3.07, 9);
  });

  test('a chain sums its segments, each with the load still ahead of it', () => {
    const result = computed(chain(3, { amps: 20, gauge: 12 }));
    const feet = (id: string) => result.runs[id]!.length.path / 12;
    const volts = (feet('k1') * 30 + feet('k2') * 20 + feet('k3') * 10) * 2 * (1.93 / 1000);
    expect(result.circuits['c1']).toMatchObject({ farthest: 'b3', va: 3600 });
    expect(result.circuits['c1']!.dropPercent).toBeCloseTo((volts / 120) * 100, 3);
  });
});

describe('protection', () => {
  test('a ground-fault receptacle covers itself and what is downstream, not what comes before it', () =>
    expect(computed(chain(4, { protection: 'gfci', protectAt: 'first-device' })).circuits['c1']!.protected).toEqual(['d2', 'd3', 'd4'])); // prettier-ignore

  test('a ground-fault breaker covers them all', () =>
    expect(computed(chain(3, { protection: 'dual' })).circuits['c1']!.protected).toEqual(['d1', 'd2', 'd3']));
});

describe('order', () => {
  test('boxes in the order the cable reaches them, whichever way round a run was written', () => {
    const plan = chain(3, {});
    const turned = planOf({
      ...plan,
      runs: { ...plan.runs, k2: { ...plan.runs['k2'], from: 'b2', to: 'b1' } },
    });
    expect(reachFromPanel(turned, 'c1').map((r) => r.box)).toEqual(['b1', 'b2', 'b3']);
    expect(computed(turned).circuits['c1']!.order).toEqual(['n1', 'b1', 'b2', 'b3']);
  });

  test('a box no run reaches is said to be so', () => {
    const plan = chain(3, {});
    const { k3: _, ...rest } = plan.runs;
    expect(computed(planOf({ ...plan, runs: rest })).circuits['c1']!.unreached).toEqual(['b3']);
  });
});

test('a circuit added by hand takes the next free space', () => {
  const plan = edited(study(), 'addCircuit', { panel: 'n1', name: 'Spare' });
  const spaces = Object.values(plan.circuits).map((c) => c.space);
  expect(new Set(spaces).size).toBe(spaces.length);
  expect(spaces).not.toContain(null);
});
