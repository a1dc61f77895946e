import type { RouteGraph, Step } from './graph.ts';
import { RouteHeap } from './heap.ts';

/** A way into the graph from a box or panel: the node it reaches and what getting there costs. */
export interface Access {
  readonly node: number;
  readonly cost: number;
  readonly length: number;
}

export interface FoundPath {
  /** Nodes passed, first to last. */
  readonly nodes: readonly number[];
  readonly cost: number;
  readonly length: number;
}

/** What a step costs under the rules in force; Infinity forbids it. Must not be negative. */
export type StepCost = (step: Step) => number;

const heap = new RouteHeap();

/**
 * The cheapest way from any start to any goal through the framing (Dijkstra). `null` when none exists, which is a normal
 * answer. Throws when a cost is negative or a node unknown. Ties leave in the order found, so the answer is repeatable.
 */
export function cheapestPath(
  graph: RouteGraph,
  starts: readonly Access[],
  goals: readonly Access[],
  stepCost: StepCost,
): FoundPath | null {
  const count = graph.nodes.length;
  const cost = new Float64Array(count).fill(Infinity);
  const length = new Float64Array(count);
  const before = new Int32Array(count).fill(-1);
  const closing = new Map(goals.map((g) => [g.node, g]));
  heap.clear();
  for (const start of starts) {
    if (start.node < 0 || start.node >= count)
      throw new Error(`Route starts at unknown node ${start.node} of ${count}`);
    if (start.cost < cost[start.node]!) {
      cost[start.node] = start.cost;
      length[start.node] = start.length;
      heap.push(start.node, start.cost);
    }
  }
  let best: { node: number; cost: number } | null = null;
  for (let entry = heap.pop(); entry && (!best || entry.cost < best.cost); entry = heap.pop()) {
    const { item: node } = entry;
    if (entry.cost > cost[node]!) continue;
    const goal = closing.get(node);
    if (goal && (!best || entry.cost + goal.cost < best.cost)) best = { node, cost: entry.cost + goal.cost };
    for (const step of graph.steps[node]!) {
      const by = stepCost(step);
      if (by < 0)
        throw new Error(`Step from node ${node} to ${step.to} costs ${by}; a cost cannot be negative`);
      const reached = entry.cost + by;
      if (reached < cost[step.to]!) {
        cost[step.to] = reached;
        length[step.to] = length[node]! + step.length;
        before[step.to] = node;
        heap.push(step.to, reached);
      }
    }
  }
  if (!best) return null;
  const nodes: number[] = [];
  for (let at = best.node; at >= 0; at = before[at]!) nodes.push(at);
  return {
    nodes: nodes.reverse(),
    cost: best.cost,
    length: length[best.node]! + closing.get(best.node)!.length,
  };
}

/** The cheapest step between two neighbouring nodes of a path. */
export function stepBetween(graph: RouteGraph, from: number, to: number, stepCost: StepCost): Step {
  const steps = graph.steps[from]!.filter((s) => s.to === to);
  return steps.reduce((best, s) => (stepCost(s) < stepCost(best) ? s : best));
}
