import { describe, expect, test } from 'vitest';
import type { Member } from '../framing/index.ts';
import { bitSizes, cableNames, cables } from '../materials/index.ts';
import { ruleBook } from '../rules/index.ts';
import { computed, notEmpty } from '../../testing/index.ts';
import { twoInWall } from '../../testing/twoInWall.ts';
import { bitFor, boreNeeded, drillHoles, toDrill, type WantedHole } from './holes.ts';

const bag = (smallest: number, largest = 1) => ({ smallest, largest });

describe('the bit', () => {
  test('grows with the cables in a hole, and is one that is on the van', () => {
    for (const name of cableNames) {
      const sizes = [1, 2, 3].map((n) => bitFor(Array(n).fill(name) as string[]));
      expect(sizes).toEqual([...sizes].sort((a, b) => a - b));
      for (const size of sizes) expect(bitSizes).toContain(size);
      const { width, thickness } = cables[name]!;
      expect(sizes[0]).toBeGreaterThan(Math.max(width, thickness));
    }
  });

  test('with 3/4 as the smallest in the bag one bit drills all but what needs more', () => {
    expect([['14/2'], ['14/2', '14/2'], ['12/2', '12/2']].map((types) => bitFor(types, bag(0.75)))).toEqual([
      0.75, 0.75, 0.75,
    ]);
    expect(bitFor(['12/2', '12/2', '12/2'], bag(0.75))).toBe(1);
  });

  // Common practice, no source: 3/4 in for two 14/2 or 12/2.
  test('two of the usual cables pass three quarters of an inch', () => {
    expect(bitFor(['14/2', '14/2'])).toBeLessThanOrEqual(0.75);
    expect(bitFor(['12/2', '12/2'])).toBeLessThanOrEqual(0.75);
  });
});

const stud = (id: string, role: Member['role'] = 'stud'): Member =>
  ({ id, wall: 'w1', role, number: role === 'stud' ? 3 : null, at: 47.5, low: 1.5, high: 94.125 }) as Member;
const rules = ruleBook({ values: {}, reasons: {} } as never);
const through = (run: string, cable: string, more: Partial<WantedHole> = {}): WantedHole => ({
  run,
  cable,
  members: [stud('w1/s3')],
  drilledIn: 'w1',
  at: 47.5,
  z: 24,
  step: 0,
  order: 0,
  within: [3, 92],
  avoids: null,
  ...more,
});
const wood = { depthOf: () => 3.5, rules, drilled: [], largestIn: () => 1 };
const drilled = (wanted: WantedHole[], depth = 3.5) =>
  [...drillHoles(wanted, { ...wood, depthOf: () => depth }).entries()].flatMap(([run, own]) =>
    own.flatMap(({ bores }) => bores.map((bore) => ({ run, ...bore }))),
  );

describe('holes that cables share', () => {
  test('one hole for as many as the rule lets share; the next cable gets another, clear of the first', () => {
    const bores = drilled(['k1', 'k2', 'k3', 'k4'].map((run) => through(run, '14/2')));
    expect(bores.map((b) => [b.z, b.cables])).toEqual([
      [24, 3],
      [24, 3],
      [24, 3],
      [26, 1],
    ]);
    expect(new Set(bores.map((b) => b.hole)).size).toBe(2);
  });

  test('three heavy cables need three holes, for no bit on the van takes two', () => {
    const bores = drilled(['k1', 'k2', 'k3'].map((run) => through(run, '6/3')));
    expect(bores.map((b) => [b.z, b.diameter, b.cables])).toEqual([
      [24, 1, 1],
      [26, 1, 1],
      [22, 1, 1],
    ]);
  });

  test('a further hole stays in the wood: at the top of what a stud gives it goes down', () => {
    const tight = ['k1', 'k2', 'k3', 'k4'].map((run) => through(run, '14/2', { z: 92 }));
    expect(notEmpty(drilled(tight)).at(-1)!.z).toBe(90);
  });

  test('a plate is drilled where each cable comes through: 43 in. apart are two holes', () => {
    const plate = stud('w1/top-1', 'top-plate');
    const bores = drilled([
      through('k1', '14/2', { members: [plate], at: 40, z: 94.9, within: [35, 45] }),
      through('k2', '14/2', { members: [plate], at: 83, z: 94.9, within: [78, 88] }),
    ]);
    expect(bores.map((b) => [b.at, b.cables])).toEqual([
      [40, 1],
      [83, 1],
    ]);
    expect(new Set(bores.map((b) => b.hole)).size).toBe(2);
  });

  test('in a plate further holes lie beside each other, none nearer than an inch of wood', () => {
    const plate = stud('w1/top-1', 'top-plate');
    const many = Array.from({ length: 9 }, (_, i) =>
      through(`k${i}`, '12/2', { members: [plate], at: 40, z: 94.9, within: [33, 47] }),
    );
    const holes = [...new Map(drilled(many).map((b) => [b.hole, b])).values()].sort((a, b) => a.at - b.at);
    expect(holes.length).toBe(5);
    for (let k = 1; k < holes.length; k++) {
      const [a, b] = [holes[k - 1]!, holes[k]!];
      expect(b.at - a.at - (a.diameter + b.diameter) / 2).toBeGreaterThanOrEqual(1);
    }
  });

  test('members that stand against each other are bored at one height, clear in all of them', () => {
    const pair = { members: [stud('w1/s3'), stud('w1/s4')] };
    const first = drilled(['k1', 'k2', 'k3', 'k4'].map((run) => through(run, '14/2', pair)));
    const own = first.filter((b) => b.run === 'k4');
    expect(own.map((b) => [b.member, b.z])).toEqual([
      ['w1/s3', 26],
      ['w1/s4', 26],
    ]);
  });

  test('what is drilled already is kept clear of', () => {
    const [there] = drilled([through('k1', '14/2')]);
    const more = drillHoles([through('k2', '14/2')], { ...wood, drilled: [there!] });
    expect(more.get('k2')![0]!.bores[0]!.z).toBe(26);
  });

  test('power and data through one place have a hole each', () => {
    const bores = drilled([through('k1', '14/2'), through('k2', 'data')]);
    expect(new Set(bores.map((b) => b.z)).size).toBe(2);
  });

  // NEC 300.4(A)(1) (from memory): 1-1/4 in. to the nearest face, or steel on that face.
  test('dead centre in a 2x4 an inch leaves 1-1/4; in furring both faces are too near and both get a plate', () => {
    const heavy = through('k1', '6/3');
    expect(drilled([heavy])[0]).toMatchObject({ edge: 1.25, plate: false, plates: 0 });
    expect(drilled([heavy], 5.5)[0]).toMatchObject({ edge: 2.25, plates: 0 });
    expect(drilled([through('k1', '14/2')], 1.5)[0]).toMatchObject({ plate: true, plates: 2 });
  });
});

describe('holes that are in the wood already', () => {
  const measured = (more: object): Member =>
    ({ ...stud('w1/s3'), holes: [{ z: 25, diameter: 0.75, off: 0, ...more }] }) as Member;
  const one = (more: object, cable = '14/2') =>
    drilled([through('k1', cable, { members: [measured(more)] })])[0]!;
  // Worked by hand: 3.5 in. of wood, 3/4 hole 1/2 in. to the left: 1-3/8 − 1/2 = 7/8 on that face, 1-7/8 on the other.
  test('one off centre is gone through where it is, and only its near face wants steel', () => {
    expect(one({ off: 0.5 })).toMatchObject({ z: 25, diameter: 0.75, edge: 0.875, plates: 1, isThere: true });
    expect(one({ off: -0.5 })).toMatchObject({ edge: 0.875, plates: 1, off: -0.5 });
    expect(one({ off: 0.1 })).toMatchObject({ edge: 1.275, plates: 0 });
    expect(one({ diameter: 1.25 })).toMatchObject({ edge: 1.125, plates: 2 });
  });
  test('one too small or too far is left, and the new hole is clear of it', () => {
    const small = one({ diameter: 0.5, z: 24 }, '6/3');
    expect(small.isThere).toBe(false);
    expect(Math.abs(small.z - 24)).toBeGreaterThanOrEqual((0.5 + small.diameter) / 2 + 0.5);
    expect(one({ z: 40 })).toMatchObject({ z: 24, isThere: false, edge: 1.5 });
  });
  test('it is shared like any other, and the cables it does not take get a hole of their own', () => {
    const all = drilled(
      ['k1', 'k2', 'k3', 'k4'].map((run) => through(run, '14/2', { members: [measured({ diameter: 1 })] })),
    );
    expect(all.map((b) => b.isThere)).toEqual([true, true, true, false]);
    expect(toDrill(all).map((b) => b.hole)).toEqual([all[3]!.hole]);
  });
});

// IRC R602.6 (from memory): 40 % of a bearing 2x4 is 1.4 in., 60 % of one that is doubled 2.1.
test('a larger bit takes more cables, as far as the studs of the wall may lose it', () => {
  const cablesIn = (wall: object, members: object = {}) => {
    const plan = twoInWall('2x4', wall, {
      levels: { L1: { above: 'closed', below: 'slab' } },
      rules: { values: { 'drill.largestBit': 2, 'drill.perHole': 6 } },
      members,
      runs: Object.fromEntries(
        [1, 2, 3, 4, 5].map((n) => [`k${n}`, { from: 'b1', to: 'b2', circuit: 'c1', cable: '10/3' }]),
      ),
    });
    return computed(plan).runs['k1']!.bores.map((b) => [b.number, b.diameter, b.cables] as const);
  };
  expect(new Set(cablesIn({ bearing: true }).map(([, d]) => d))).toEqual(new Set([1.25]));
  expect(new Set(cablesIn({}).map(([, d]) => d))).toEqual(new Set([1.5]));
  const doubled = { m1: { wall: 'w1', at: 64, count: 2 } };
  const bores = cablesIn({ bearing: true }, doubled);
  expect(bores.filter(([, d]) => d === 1.5)).toHaveLength(2);
});

test('the hole round cables need is no smaller than the circle around them', () => {
  for (const [n, across] of [
    [1, 1],
    [2, 2],
    [3, 2.1547],
  ] as const)
    expect(boreNeeded(Array<string>(n).fill('6/3'))).toBeCloseTo(cables['6/3']!.width * across * 1.1, 9);
});
