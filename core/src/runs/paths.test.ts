import { describe, expect, test } from 'vitest';
import { houseToWire } from '../../testing/houseToWire.ts';
import { plainCosts } from '../../testing/plainSearch.ts';
import { houseOf, randomFrom } from '../../testing/index.ts';
import { propose } from '../proposals/index.ts';
import { runEnd, type RunEnd } from './ends.ts';
import { spaceStep, type RouteGraph } from './graph.ts';
import type { StepCost } from './prices.ts';
import { findWay, isInOneBay, routeCosts, stepBetweenEnds, stepCostFor, wayEndOf } from './route.ts';
import { costsFrom } from './paths.ts';
import type { Access } from './wayEnd.ts';

const seeds = Number(process.env['FIELDCHALK_SEEDS'] ?? 6);

/** Ratios of what should be equal. */
const same = ['1.000000000', '1.000000000'];

/** An end as places with what each costs, those of a space one by one. */
function accessesOf(end: RunEnd, graph: RouteGraph, stepCost: StepCost): Access[] {
  const found = wayEndOf(end, graph, stepCost);
  if (!found) return [];
  if (!('space' in found)) return [...found];
  const space = graph.spaces[found.space]!;
  return graph.nodes.flatMap((node, n) => {
    if (!graph.inSpace[found.space]!.includes(n)) return [];
    const step = spaceStep(space, found.at, node.at, found.isLoose);
    return step ? [{ node: n, cost: stepCost(step) }] : [];
  });
}

describe(`ways between boxes of ${seeds} random houses`, () => {
  test(
    'cost what a plain relaxation of every step costs, from any kind of end to any, one by one and all at once',
    () => {
      let compared = 0;
      for (let seed = 1; seed <= seeds; seed++) {
        const plan = houseToWire(seed);
        propose(plan, { only: ['boxes'] });
        const house = houseOf(plan);
        const graph = house.runs.graph();
        const random = randomFrom(seed);
        const ids = [...Object.keys(plan.boxes), ...Object.keys(plan.panels)];
        const pick = () => runEnd(house, ids[Math.floor(random() * ids.length)]!);
        for (const way of ['auto', 'wall', 'over', 'under'] as const) {
          const cost = stepCostFor(house.rules, way, 60);
          const from = pick();
          const others = Array.from({ length: 4 }, pick);
          if (!from) continue;
          const there = others.filter((to) => to !== null);
          const atOnce = routeCosts(from, there, graph, cost);
          const plainly = plainCosts(graph, accessesOf(from, graph, cost), cost);
          there.forEach((to, i) => {
            if (isInOneBay(from, to, 'auto') || stepBetweenEnds(from, to, graph.spaces)) return;
            const plain = Math.min(...accessesOf(to, graph, cost).map((a) => plainly[a.node]! + a.cost));
            const found = findWay({ from, to }, graph, cost)?.cost ?? Infinity;
            compared++;
            const told = `seed ${seed} ${way}`;
            if (plain === Infinity) expect([found, atOnce[i]], told).toEqual([Infinity, Infinity]);
            else
              expect(
                [found / plain, atOnce[i]! / plain].map((x) => x.toFixed(9)),
                told,
              ).toEqual(same);
          });
        }
      }
      expect(compared).toBeGreaterThan(seeds * 6);
    },
    60_000 + seeds * 20_000,
  );

  test('no way costs less than its least, were every hole there already', () => {
    const plan = houseToWire(3);
    propose(plan, { only: ['boxes'] });
    const house = houseOf(plan);
    const graph = house.runs.graph();
    const cost = stepCostFor(house.rules, 'auto', 60);
    const ids = Object.keys(plan.boxes).slice(0, 12);
    const [first, ...rest] = ids.map((id) => runEnd(house, id)).filter((e) => e !== null);
    const every = { placeOf: new Uint32Array(graph.steps.length).fill(1), roomAt: () => 'shared' as const };
    const least = costsFrom(graph, wayEndOf(first!, graph, cost)!, cost, every);
    for (const to of rest) {
      const floor = Math.min(...accessesOf(to, graph, cost).map((a) => least[a.node]! + a.cost));
      const found = findWay({ from: first!, to }, graph, cost);
      if (found) expect(found.cost).toBeGreaterThanOrEqual(floor - 1e-9);
    }
  });
});
