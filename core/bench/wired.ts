import { propose, type ProposalKind } from '../src/proposals/index.ts';
import type { Plan } from '../src/plan/index.ts';

/** A plan with everything that can be proposed in it: boxes, circuits in a panel with room for them, and the cables laid. */
export function wired(plan: Plan, parts: readonly ProposalKind[] = ['boxes', 'circuits', 'runs']): Plan {
  const house = structuredClone(plan);
  for (const panel of Object.values(house.panels)) panel.spaces = 84;
  for (const part of parts) propose(house, [part]);
  const { boxes, circuits, runs } = house;
  for (const [name, list] of Object.entries({ boxes, circuits, runs }))
    if (parts.includes(name as ProposalKind))
      if (Object.keys(list).length === 0) throw new Error(`a wired house has ${name}; this one has none`);
  return house;
}
