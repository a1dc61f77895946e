import { describe, expect, test } from 'vitest';
import type { Member } from '../framing/index.ts';
import { bitSizes, cableNames, cables } from '../materials/index.ts';
import { ruleBook } from '../rules/index.ts';
import { notEmpty } from '../../testing/index.ts';
import { bitFor, boreNeeded, drillHoles, type WantedHole } from './holes.ts';

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
    expect([['14/2'], ['14/2', '14/2'], ['12/2', '12/2']].map((types) => bitFor(types, 0.75))).toEqual([
      0.75, 0.75, 0.75,
    ]);
    expect(bitFor(['12/2', '12/2', '12/2'], 0.75)).toBe(1);
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
const drilled = (wanted: WantedHole[], depth = 3.5) =>
  [...drillHoles(wanted, { depthOf: () => depth, rules, drilled: [] }).entries()].flatMap(([run, own]) =>
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
    const more = drillHoles([through('k2', '14/2')], { depthOf: () => 3.5, rules, drilled: [there!] });
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

test('the hole round cables need is no smaller than the circle around them', () => {
  for (const [n, across] of [
    [1, 1],
    [2, 2],
    [3, 2.1547],
  ] as const)
    expect(boreNeeded(Array<string>(n).fill('6/3'))).toBeCloseTo(cables['6/3']!.width * across * 1.1, 9);
});
