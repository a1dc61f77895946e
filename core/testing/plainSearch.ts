import { stepsFrom, type RouteGraph } from '../src/runs/graph.ts';
import type { StepCost } from '../src/runs/prices.ts';
import type { Access } from '../src/runs/wayEnd.ts';

/** The plain answer for tests: what it costs to every place, every step relaxed until nothing changes (Bellman–Ford, what changed first). Infinity where there is no way. */
export function plainCosts(graph: RouteGraph, starts: readonly Access[], stepCost: StepCost): number[] {
  const cost = graph.nodes.map(() => Infinity);
  for (const s of starts) cost[s.node] = Math.min(cost[s.node]!, s.cost);
  const steps = graph.nodes.map((): { to: number; price: number }[] | null => null);
  let changed = new Set(starts.map((s) => s.node));
  while (changed.size > 0) {
    const next = new Set<number>();
    for (const from of changed) {
      const own = (steps[from] ??= stepsFrom(graph, from).map((s) => ({ to: s.to, price: stepCost(s) })));
      for (const { to, price } of own) {
        const reached = cost[from]! + price;
        if (reached >= cost[to]! - 1e-12) continue;
        cost[to] = reached;
        next.add(to);
      }
    }
    changed = next;
  }
  return cost;
}

/** Cost of the cheapest way from any start to any goal; null when there is none. */
export function cheapestCostPlainly(
  graph: RouteGraph,
  starts: readonly Access[],
  goals: readonly Access[],
  stepCost: StepCost,
): number | null {
  const cost = plainCosts(graph, starts, stepCost);
  const best = Math.min(...goals.map((g) => cost[g.node]! + g.cost));
  return Number.isFinite(best) ? best : null;
}
