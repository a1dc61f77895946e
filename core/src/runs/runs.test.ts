import { describe, expect, test } from 'vitest';
import { Computer } from '../compute/index.ts';
import { cables } from '../materials/index.ts';
import { study } from '../../demo/study.ts';
import { polylineLength } from '../geometry/index.ts';
import { segmentDrop } from '../circuits/index.ts';
import type { Plan } from '../plan/index.ts';
import { computed, edited, notEmpty, randomFrom, roomOf } from '../../testing/index.ts';
import { bayWidth } from './graph.ts';
import { stepCostFor } from './route.ts';
import { cheapestPath } from './paths.ts';
import { cheapestCostPlainly } from '../../testing/plainSearch.ts';

function twoBoxes(door: boolean, way: Plan['runs'][string]['way'] = 'auto'): Plan {
  let plan = roomOf('160\n130\n160\n130');
  if (door) plan = edited(plan, 'addOpening', { wall: 'w1', kind: 'door', at: 65, width: 32 });
  plan = edited(plan, 'addBox', { wall: 'w1', side: 'right', at: 46.125 });
  plan = edited(plan, 'addBox', { wall: 'w1', side: 'right', at: 113.875 });
  plan = edited(plan, 'addCircuit', { name: 'Test' });
  return {
    ...plan,
    runs: {
      k1: {
        from: 'b1',
        to: 'b2',
        circuit: 'c1',
        cable: '14/2',
        way,
        pinned: false,
        through: [] as never[],
        tail: 0,
      },
    },
  };
}

describe('laying a run', () => {
  test('through the studs at the drilling height, every part of the cut stated', () => {
    const { runs, members } = computed(twoBoxes(false, 'wall'));
    const run = runs.k1!;
    const studs = members.filter((m) => m.wall === 'w1' && m.number !== null && m.at > 46 && m.at < 114);
    expect(run.way).toBe('wall');
    expect(run.bores.map((b) => b.member)).toEqual(studs.map((m) => m.id));
    expect(notEmpty(run.bores).every((b) => b.z === 24 && !b.plate && b.edge >= 1.25)).toBe(true);
    // up 24 − 18-3/8 from each box, across 113-7/8 − 46-1/8
    expect(run.length).toEqual({
      path: 67.75 + 2 * 5.625,
      loops: 12,
      ends: 16,
      margin: 0,
      cut: 67.75 + 11.25 + 28,
      told: 107,
    });
    expect(polylineLength(run.path)).toBeCloseTo(run.length.path, 6);
    expect(run.staples).toBe(2);
  });

  test('a door: over the header through cripples in the wall, over the plates, or under the floor', () => {
    const ways = (['wall', 'over', 'under'] as const).map((way) => computed(twoBoxes(true, way)).runs.k1!);
    expect(ways.map((r) => r.way)).toEqual(['wall', 'over', 'under']);
    expect(ways[0]!.bores.some((b) => b.member.includes('cripple'))).toBe(true);
    expect(ways[1]!.bores.filter((b) => b.member.includes('top-1'))).toHaveLength(2);
    expect(ways[2]!.bores.filter((b) => b.member.includes('bottom'))).toHaveLength(2);
    for (const run of ways) expect(polylineLength(run.path)).toBeCloseTo(run.length.path, 6);
    const { path } = computed(twoBoxes(true, 'wall')).runs.k1!;
    const legs = path.slice(1).map((to, i) => [path[i]!, to] as const);
    const acrossDoorway = legs.filter(([a, b]) => Math.min(a.x, b.x) < 97 && Math.max(a.x, b.x) > 65);
    expect(notEmpty(acrossDoorway).every(([a, b]) => Math.min(a.z, b.z) > 83)).toBe(true);
  });

  test('a closed wall is never bored; on a slab with a closed ceiling no way is a finding, not a failure', () => {
    let plan = edited(twoBoxes(false), 'setWall', { wall: 'w1', changes: { cover: 'closed' } });
    plan = { ...plan, levels: { L1: { ...plan.levels.L1!, above: 'closed', below: 'slab' } } };
    const result = computed(plan);
    expect(result.runs.k1!.bores).toEqual([]);
    expect(result.findings.map((f) => f.rule)).toContain('run.no-route');
  });

  test('bores keep to IRC R602.6 and NEC 300.4(A)(1), from memory: 1 in. in a 2x4 leaves 1-1/4; 1-1/2 in furring needs a plate', () => {
    const crowd = (framing: '2x4' | 'furring', cable = '14/2') => {
      const plan = edited(twoBoxes(false, 'wall'), 'setWall', {
        wall: 'w1',
        changes: { framing, bearing: true },
      });
      const runs = Object.fromEntries(['k1', 'k2', 'k3'].map((id) => [id, { ...plan.runs.k1!, cable }]));
      return computed({ ...plan, runs });
    };
    const full = crowd('2x4').runs.k1!.bores[0]!;
    expect(full).toMatchObject({ cables: 3, diameter: 0.75, plate: false });
    const thin = crowd('furring');
    expect(thin.runs.k1!.bores[0]!.plate).toBe(true);
    // Holes stay within what furring may lose, where the cables go by smaller ones; one alone that does not is found.
    expect(thin.findings.some((f) => f.rule === 'bore.size')).toBe(false);
    expect(crowd('furring', '6/3').findings.some((f) => f.rule === 'bore.size')).toBe(true);
  });

  test('a switch box in the line of holes lifts the hole over it', () => {
    let plan = edited(twoBoxes(false, 'wall'), 'addBox', {
      wall: 'w1',
      side: 'right',
      at: 81.875,
      height: { value: 22, to: 'bottom', from: 'subfloor' },
    });
    plan = edited(plan, 'setBox', { box: 'b3', changes: { pinned: true } });
    const lifted = computed(plan).runs.k1!.bores.filter((b) => b.z > 24);
    expect(lifted).toHaveLength(1);
    expect(lifted[0]!.z).toBeCloseTo(22 + 3.25 + 5 * cables['12/2']!.width, 2);
  });
});

test('the search costs what a plain relaxation costs, 24 seeded pairs over the demo', () => {
  const stages = new Computer().take(study());
  const graph = stages.runs.graph();
  for (let seed = 1; seed <= 24; seed++) {
    const random = randomFrom(seed);
    const pick = () => ({ node: Math.floor(random() * graph.nodes.length), cost: random() * 10 });
    const [starts, goals] = [
      [pick(), pick()],
      [pick(), pick()],
    ];
    const cost = stepCostFor(stages.rules, (['auto', 'wall', 'over'] as const)[seed % 3]!, 50);
    const found = cheapestPath(graph, starts, goals, cost)?.cost ?? null;
    const plain = cheapestCostPlainly(graph, starts, goals, cost);
    if (found === null || plain === null ? found !== plain : Math.abs(found - plain) > 1e-6 * plain)
      throw new Error(`seed ${seed}: ${found} against ${plain}`);
  }
});

test('voltage drop: 14 AWG, 100 ft at 10 A loses 6.14 V (NEC Chapter 9 Table 8, 3.07 ohm per 1000 ft, from memory)', () => {
  expect(segmentDrop(100, 14, 10)).toBeCloseTo(6.14, 9);
});

test('the demo is whole: every box reached, nothing wrong, breaker and gauge checked', () => {
  const plan = study();
  const result = computed(plan);
  expect(result.findings.filter((f) => f.level === 'error')).toEqual([]);
  expect(Object.values(result.circuits).flatMap((c) => c.unreached)).toEqual([]);
  const wrong = { ...plan, circuits: { ...plan.circuits, c1: { ...plan.circuits['c1']!, amps: 20 } } };
  expect(computed(wrong).findings.map((f) => f.rule)).toEqual(
    expect.arrayContaining(['circuit.breaker', 'circuit.cable']),
  );
});

describe('a search that knows where it is heading', () => {
  const house = new Computer().take(study());
  const graph = house.runs.graph();
  const random = randomFrom(77);
  const pick = () => Math.floor(random() * graph.nodes.length);
  const headingTo = (node: number, free: number) => {
    const { x, y, z } = graph.nodes[node]!.at;
    return { x, y, low: z, high: z, free };
  };

  test.each(['cost', 'cable', 'holes', 'in-wall'] as const)(
    'finds the same places at the same cost as one that looks everywhere, where the house prefers %s',
    (prefer) => {
      const { rules } = new Computer().take({
        ...study(),
        rules: { ...study().rules, values: { 'route.prefer': prefer } },
      });
      let found = 0;
      for (let n = 0; n < 60; n++) {
        const [from, to] = [pick(), pick()];
        const way = (['auto', 'wall', 'over', 'under'] as const)[n % 4]!;
        const cost = stepCostFor(rules, way, 50);
        const [starts, goals] = [[{ node: from, cost: 0 }], [{ node: to, cost: 0 }]];
        const anywhere = cheapestPath(graph, starts, goals, cost);
        for (const free of [bayWidth(graph.pieces.get(graph.nodes[to]!.wall)!, graph.nodes[to]!), Infinity])
          expect(
            cheapestPath(graph, starts, goals, cost, { heading: headingTo(to, free) }),
            `pair ${n}`,
          ).toEqual(anywhere);
        if (anywhere) found++;
      }
      expect(found).toBeGreaterThan(20);
    },
  );
});
