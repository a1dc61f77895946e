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

/** The steps of a graph laid flat with their costs; made once for each cost function and graph. */
interface FlatSteps {
  readonly first: Uint32Array;
  readonly to: Uint32Array;
  readonly cost: Float64Array;
  readonly length: Float64Array;
}

const heap = new RouteHeap();
const flattened = new WeakMap<StepCost, WeakMap<RouteGraph, FlatSteps>>();

function flatSteps(graph: RouteGraph, stepCost: StepCost): FlatSteps {
  const byGraph = flattened.get(stepCost) ?? new WeakMap<RouteGraph, FlatSteps>();
  flattened.set(stepCost, byGraph);
  const known = byGraph.get(graph);
  if (known) return known;
  const count = graph.steps.reduce((sum, s) => sum + s.length, 0);
  const flat: FlatSteps = {
    first: new Uint32Array(graph.nodes.length + 1),
    to: new Uint32Array(count),
    cost: new Float64Array(count),
    length: new Float64Array(count),
  };
  let at = 0;
  graph.steps.forEach((steps, node) => {
    flat.first[node] = at;
    for (const step of steps) {
      const cost = stepCost(step);
      if (cost < 0)
        throw new Error(`Step from node ${node} to ${step.to} costs ${cost}; a cost cannot be negative`);
      flat.to[at] = step.to;
      flat.cost[at] = cost;
      flat.length[at++] = step.length;
    }
  });
  flat.first[graph.nodes.length] = at;
  byGraph.set(graph, flat);
  return flat;
}

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
  const flat = flatSteps(graph, stepCost);
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
    const end = flat.first[node + 1]!;
    for (let k = flat.first[node]!; k < end; k++) {
      const next = flat.to[k]!;
      const reached = entry.cost + flat.cost[k]!;
      if (reached >= cost[next]!) continue;
      cost[next] = reached;
      length[next] = length[node]! + flat.length[k]!;
      before[next] = node;
      heap.push(next, reached);
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
