import { propose } from '../src/proposals/index.ts';
import type { Plan } from '../src/plan/index.ts';

/** A plan with everything that can be proposed in it: boxes, circuits in a panel with room for them, and the cables laid. */
export function wired(plan: Plan): Plan {
  const house = structuredClone(plan);
  for (const panel of Object.values(house.panels)) panel.spaces = 84;
  propose(house, ['boxes']);
  propose(house, ['circuits']);
  propose(house, ['runs']);
  const { boxes, circuits, runs } = house;
  for (const [name, list] of Object.entries({ boxes, circuits, runs }))
    if (Object.keys(list).length === 0) throw new Error(`a wired house has ${name}; this one has none`);
  return house;
}
