import { stepsFrom, type RouteGraph } from '../src/runs/graph.ts';
import type { StepCost } from '../src/runs/prices.ts';
import type { Access } from '../src/runs/search.ts';

/** The plain answer for tests: relaxes every step until nothing changes (Bellman–Ford). Cost only; null when there is no way. */
export function cheapestCostPlainly(
  graph: RouteGraph,
  starts: readonly Access[],
  goals: readonly Access[],
  stepCost: StepCost,
): number | null {
  const cost = graph.nodes.map(() => Infinity);
  for (const s of starts) cost[s.node] = Math.min(cost[s.node]!, s.cost);
  const all = graph.nodes.map((_, node) => stepsFrom(graph, node));
  for (let changed = true; changed;) {
    changed = false;
    all.forEach((steps, from) => {
      for (const step of steps) {
        const reached = cost[from]! + stepCost(step);
        if (reached < cost[step.to]! - 1e-12) {
          cost[step.to] = reached;
          changed = true;
        }
      }
    });
  }
  const best = Math.min(...goals.map((g) => cost[g.node]! + g.cost));
  return Number.isFinite(best) ? best : null;
}
