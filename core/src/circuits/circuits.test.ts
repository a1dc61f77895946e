import { describe, expect, test } from 'vitest';
import { Computer } from '../compute/index.ts';
import { marlStreet } from '../../demo/marlStreet.ts';
import { study } from '../../demo/study.ts';
import { computed, edited, planOf } from '../../testing/index.ts';
import { reachFromPanel, segmentDrop } from './index.ts';
import { whyOnCircuit } from './why.ts';

/** Panel, then boxes in a row along one wall, 10 ft apart, wired in a chain. */
function chain(boxes: number, circuit: object, va = 1200) {
  const ids = Array.from({ length: boxes }, (_, i) => `b${i + 1}`);
  return planOf({
    points: { a: { x: 0, y: 0 }, b: { x: 600, y: 0 }, c: { x: 600, y: 144 }, d: { x: 0, y: 144 } },
    walls: {
      w1: { from: 'a', to: 'b' },
      w2: { from: 'b', to: 'c' },
      w3: { from: 'c', to: 'd' },
      w4: { from: 'd', to: 'a' },
    },
    rooms: { r1: { x: 300, y: 70, use: 'bedroom' } },
    panels: { n1: { on: { wall: 'w1', side: 'left', at: 24 } } },
    circuits: { c1: { panel: 'n1', ...circuit } },
    boxes: Object.fromEntries(
      ids.map((id, i) => [id, { on: { wall: 'w1', side: 'left', at: 120 * (i + 1) } }]),
    ),
    devices: Object.fromEntries(
      ids.map((id, i) => [
        `d${i + 1}`,
        { box: id, circuit: 'c1', va, kind: i === 1 ? 'gfci' : 'receptacle' },
      ]),
    ),
    runs: Object.fromEntries(
      ids.map((id, i) => [`k${i + 1}`, { from: i === 0 ? 'n1' : ids[i - 1], to: id, circuit: 'c1' }]),
    ),
  });
}

describe('voltage drop', () => {
  test('one segment by hand: 14 gauge, 50 ft, 12 A: 2 × 50 × 3.07 / 1000 × 12 = 3.684 V, 3.07 % of 120 (NEC Chapter 9 Table 8, from memory)', () => {
    expect(segmentDrop(50, 14, 12)).toBeCloseTo(3.684, 9);
    expect((segmentDrop(50, 14, 12) / 120) * 100).toBeCloseTo(3.07, 9);
  });

  test('a chain sums its segments, each with the load still ahead of it', () => {
    const result = computed(chain(3, { amps: 20, gauge: 12 }));
    const feet = (id: string) => {
      const { path, loops, ends } = result.runs[id]!.length;
      return (path + loops + ends) / 12;
    };
    const volts = (feet('k1') * 30 + feet('k2') * 20 + feet('k3') * 10) * 2 * (1.93 / 1000);
    expect(result.circuits['c1']).toMatchObject({ farthest: 'b3', va: 3600 });
    expect(result.circuits['c1']!.dropPercent).toBeCloseTo((volts / 120) * 100, 3);
  });
});

describe('heavier wire', () => {
  test('is offered where the drop is over the house’s figure: the lightest that keeps it, and what its cable costs more', () => {
    const plan = { ...chain(3, { amps: 15, gauge: 14 }), prices: {} };
    const result = computed(plan);
    const { dropPercent, heavier, drops } = result.circuits['c1']!;
    expect(dropPercent).toBeGreaterThan(3);
    // By hand from Table 8: 3.07 to 1.93, and to 1.21 ohm per 1000 ft.
    const with12 = (dropPercent * 1.93) / 3.07;
    const with10 = (dropPercent * 1.21) / 3.07;
    const expected = with12 <= 3 ? [12, with12] : [10, with10];
    expect(heavier!.gauge).toBe(expected[0]);
    expect(heavier!.percent).toBeCloseTo(expected[1]!, 2);
    // No prices: both cost the neutral figure, so the difference is none.
    expect(heavier!.cents).toBe(0);
    expect(drops.map((d) => d.box)).toEqual(['b1', 'b2', 'b3']);
    expect(drops.map((d) => d.percent)).toEqual([...drops.map((d) => d.percent)].sort((a, b) => a - b));
    const priced = edited(plan, 'setCircuit', { circuit: 'c1', changes: { gauge: heavier!.gauge } });
    expect(computed(priced).circuits['c1']!.dropPercent).toBeLessThanOrEqual(3);
    expect(computed(priced).circuits['c1']!.heavier).toBeNull();
  });
  test('what it costs is the feet times what a foot of each costs', () => {
    const plan = planOf({
      ...chain(3, { amps: 15, gauge: 14 }),
      prices: {
        'cable-14/2': { cents: 50, per: 'ft' },
        'cable-12/2': { cents: 80, per: 'ft' },
        'cable-10/2': { cents: 130, per: 'ft' },
      },
    });
    const result = computed(plan);
    const { heavier } = result.circuits['c1']!;
    const feet = Object.values(result.runs).reduce((sum, r) => sum + r.length.cut, 0) / 12;
    expect(heavier!.cents).toBe(Math.round(feet * (heavier!.gauge === 12 ? 30 : 80)));
  });
});

describe('protection', () => {
  test('a ground-fault receptacle covers itself and what is downstream, not what comes before it', () =>
    expect(
      computed(chain(4, { protection: 'gfci', protectAt: 'first-device' })).circuits['c1']!.protected,
    ).toEqual(['d2', 'd3', 'd4']));

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

describe('existing circuits', () => {
  /** A stair with a light to come, and an old box on an old circuit beside it. */
  const stairs = (found: object, box: object = {}) =>
    planOf({
      points: { a: { x: 0, y: 0 }, b: { x: 144, y: 0 }, c: { x: 144, y: 144 }, d: { x: 0, y: 144 } },
      walls: {
        w1: { from: 'a', to: 'b' },
        w2: { from: 'b', to: 'c' },
        w3: { from: 'c', to: 'd' },
        w4: { from: 'd', to: 'a' },
      },
      rooms: { r1: { x: 70, y: 70, use: 'stair' } },
      panels: { n1: { on: { wall: 'w3', side: 'right', at: 20, away: 300 } } },
      circuits: {
        c1: { panel: 'n1', space: 1, existing: true, name: 'Old', found: { outlets: 4, ...found } },
      },
      boxes: {
        b1: { on: { wall: 'w1', side: 'left', at: 60 }, existing: true, ...box },
        b2: { on: { ceiling: 'r1', x: 70, y: 70 } },
        b3: { on: { wall: 'w2', side: 'left', at: 60 } },
      },
      devices: {
        d1: { box: 'b1', circuit: 'c1' },
        d2: { box: 'b2', kind: 'light' },
        d3: { box: 'b3', kind: 'switch' },
      },
      controls: { k1: { switches: ['d3'], loads: ['d2'] } },
    });
  const circuitOf = (found: object) =>
    edited(stairs(found), 'propose', { only: ['circuits'] }).devices['d2']!.circuit;

  test('one that may be extended, and has room, takes what is near; else a circuit of its own is laid', () => {
    expect(circuitOf({ extend: true })).toBe('c1');
    expect(circuitOf({ extend: false })).toBe('c2');
    expect(circuitOf({ extend: true, outlets: 10 })).toBe('c2');
    expect(circuitOf({ extend: true, supply: 'standby' })).toBe('c2');
  });

  test('it is tapped at its old box, which is counted again with what is in it', () => {
    const there = { cables: [{ cable: '14/2' }, { cable: '14/2' }], model: 'metal-device-12.5' };
    const plan = edited(
      edited(stairs({ extend: true }, there), 'propose', { only: ['circuits'] }),
      'propose',
      { only: ['runs'] },
    );
    expect(Object.values(plan.runs).map((r) => [r.from, r.to, r.cable])).toEqual([
      ['b1', 'b3', '14/2'],
      ['b3', 'b2', '14/2'],
    ]);
    const result = computed(plan);
    expect(result.circuits['c1']).toMatchObject({ unreached: [], farthest: 'b2' });
    expect(result.circuits['c1']!.dropPercent).toBeGreaterThan(0);
    expect(result.boxes['b1']).toMatchObject({ used: 2 * (6 + 2 + 1 + 1), fits: false });
    expect(result.findings.map((f) => f.rule)).toContain('fill.volume');
  });

  test('a 20 A circuit on old 14 keeps to the smallest wire: a finding, and no larger breaker is let through on new work', () => {
    const plan = stairs({});
    const old = { ...plan, circuits: { c1: { ...plan.circuits['c1']!, amps: 20 } } };
    expect(computed(old).findings.find((f) => f.rule === 'circuit.breaker')!.says).toContain('takes 15 A');
  });
});

describe('why', () => {
  const plan = marlStreet();
  const { framing, rooms, rules } = new Computer().take(plan);
  test('every device of the demo on a circuit is explained: what it may share with first', () => {
    for (const [id, d] of Object.entries(plan.devices)) {
      if (d.circuit === null || plan.circuits[d.circuit]!.existing) continue;
      const [first, ...rest] = whyOnCircuit(id, plan, framing, rooms, rules);
      expect(first!.length, id).toBeGreaterThan(15);
      expect(rest.length, id).toBeGreaterThan(0);
    }
  });
  test('every new circuit says what it carries and what it costs', () => {
    for (const c of Object.values(plan.circuits)) if (!c.existing) expect(c.reason).toMatch(/\w/);
  });
  test('the demo’s legs are within a quarter, and its new circuits cost what its terms say', () => {
    const result = computed(plan);
    expect(result.findings.some((f) => f.rule === 'panel.legs')).toBe(false);
    expect(result.terms.circuits).toBe(Object.values(plan.circuits).filter((c) => !c.existing).length);
  });
});

describe('circuits made anew', () => {
  test('what is pinned or there already stays; the rest is shared out again the same way', () => {
    const plan = marlStreet();
    const pinned = Object.keys(plan.circuits).find((c) => plan.circuits[c]!.name.startsWith('Lighting'))!;
    const kept = edited(plan, 'setCircuit', { circuit: pinned, changes: { pinned: true } });
    const anew = edited(kept, 'propose', { only: ['circuits'], anew: true });
    const on = (p: typeof plan, c: string) =>
      Object.keys(p.devices).filter((d) => p.devices[d]!.circuit === c);
    expect(on(anew, pinned)).toEqual(on(kept, pinned));
    expect(on(anew, 'c1')).toEqual(on(kept, 'c1'));
    expect(
      Object.values(anew.devices).filter(
        (d) =>
          d.circuit === null &&
          plan.devices[Object.keys(anew.devices).find((k) => anew.devices[k] === d)!]!.circuit !== null,
      ),
    ).toEqual([]);
    expect(edited(kept, 'propose', { only: ['circuits'], anew: true })).toEqual(anew);
  });
});
