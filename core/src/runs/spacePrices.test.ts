import { expect, test } from 'vitest';
import { marlStreet } from '../../demo/marlStreet.ts';
import { furnishedHouse } from '../../testing/furnishedHouse.ts';
import { houseToWire } from '../../testing/houseToWire.ts';
import { houseOf, randomFrom } from '../../testing/index.ts';
import { remodelled } from '../../testing/remodelled.ts';
import { nodesOnSide, numberOf, placeIn, spaceStep } from './graph.ts';
import { pricesOf } from './prices.ts';
import { stepCostFor } from './route.ts';
import { SpacePrices } from './spacePrices.ts';

test('what lies between two places of a space costs what the step between them does; nothing leads over shut ground, and what costs too much is not told', () => {
  const random = randomFrom(3);
  const seen = { open: 0, shut: 0 };
  // Finished ceilings and floors leave spaces that cable has to go around in.
  for (const plan of [marlStreet(), remodelled(houseToWire(12), 12)]) {
    const house = houseOf(plan);
    const graph = house.runs.graph();
    const cost = stepCostFor(house.rules, 'auto', 60);
    graph.spaces.forEach((space, k) => {
      const prices = new SpacePrices(space, pricesOf(graph, cost).spaces[k]!);
      const nodes = graph.inSpace[k]!;
      for (let n = 0; n < 60 && nodes.length > 1; n++) {
        const [a, b] = [0, 1].map(() => graph.nodes[nodes[Math.floor(random() * nodes.length)]!]!.at);
        const step = spaceStep(space, a!, b!);
        const between = prices.between(placeIn(space, a!), placeIn(space, b!));
        if (step) expect(between / Math.max(1e-9, cost(step))).toBeCloseTo(between === 0 ? 0 : 1, 3);
        else expect(between).toBe(Infinity);
        if (step && between > 0)
          expect(prices.between(placeIn(space, a!), placeIn(space, b!), false, between / 2)).toBe(Infinity);
        seen[step ? 'open' : 'shut']++;
      }
    });
  }
  expect(seen.open).toBeGreaterThan(30);
  expect(seen.shut).toBeGreaterThan(5);
});

test('every place of a space lies on its ground, though its wall may reach beyond', () => {
  const graph = houseOf(remodelled(furnishedHouse(12), 12)).runs.graph();
  let beyond = 0;
  graph.spaces.forEach((space, k) => {
    const own = new Set(graph.inSpace[k]!);
    for (const n of own) expect(space.ground.holds(graph.nodes[n]!.at)).toBe(true);
    for (const { wall, side } of space.walls)
      for (const node of nodesOnSide(graph.pieces.get(wall)!, side))
        if (!own.has(numberOf(graph, node))) beyond++;
  });
  expect(beyond).toBeGreaterThan(5);
});
