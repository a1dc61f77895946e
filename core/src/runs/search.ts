import { joistLine, spaceStep, type OpenSpace, type RouteGraph, type Step } from './graph.ts';
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

/** What a step costs under the rules in force; Infinity forbids it. Must not be negative; in a space it grows evenly with inches and joists. */
export type StepCost = (step: Step) => number;

/** The steps of a graph laid flat with their costs; made once for each cost function and graph. */
interface FlatSteps {
  readonly first: Uint32Array;
  readonly to: Uint32Array;
  readonly cost: Float64Array;
  readonly length: Float64Array;
  readonly spaces: readonly FlatSpace[];
}

/** A space laid flat: a step in it costs `base` + inches × `perInch` + joists × `perJoist`. */
interface FlatSpace {
  readonly nodes: Uint32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly line: Int32Array;
  readonly base: number;
  readonly perInch: number;
  readonly perJoist: number;
}

function flatSpace(graph: RouteGraph, space: OpenSpace, stepCost: StepCost): FlatSpace {
  const price = (length: number, joists: number) =>
    stepCost({ to: 0, kind: space.kind, length, members: [], joists });
  const at = space.nodes.map((n) => graph.nodes[n]!.at);
  const base = price(0, 0);
  return {
    nodes: Uint32Array.from(space.nodes),
    x: Float64Array.from(at, (p) => p.x),
    y: Float64Array.from(at, (p) => p.y),
    line: Int32Array.from(at, (p) => (space.joists ? joistLine(p, space.joists) : 0)),
    base,
    perInch: Number.isFinite(base) ? price(1, 0) - base : 0,
    perJoist: Number.isFinite(base) ? price(0, 1) - base : 0,
  };
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
    spaces: graph.spaces.map((space) => flatSpace(graph, space, stepCost)),
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

/** One search under way: the cheapest way known to each node so far, and the nodes still to go on from. */
class Search {
  readonly cost: Float64Array;
  readonly length: Float64Array;
  readonly before: Int32Array;
  /** The space a node was reached through, or -1: going on in the same space is never shorter than going there at once. */
  private readonly through: Int32Array;

  constructor(
    private readonly graph: RouteGraph,
    private readonly flat: FlatSteps,
    starts: readonly Access[],
  ) {
    const count = graph.nodes.length;
    this.cost = new Float64Array(count).fill(Infinity);
    this.length = new Float64Array(count);
    this.before = new Int32Array(count).fill(-1);
    this.through = new Int32Array(count).fill(-1);
    heap.clear();
    for (const start of starts) {
      if (start.node < 0 || start.node >= count)
        throw new Error(`Route starts at unknown node ${start.node} of ${count}`);
      if (start.cost < this.cost[start.node]!) {
        this.cost[start.node] = start.cost;
        this.length[start.node] = start.length;
        heap.push(start.node, start.cost);
      }
    }
  }

  /** Goes on from a node along its steps in the walls. */
  alongSteps(node: number): void {
    const { first, to, cost, length } = this.flat;
    const end = first[node + 1]!;
    for (let k = first[node]!; k < end; k++) {
      const next = to[k]!;
      const reached = this.cost[node]! + cost[k]!;
      if (reached >= this.cost[next]!) continue;
      this.cost[next] = reached;
      this.length[next] = this.length[node]! + length[k]!;
      this.before[next] = node;
      this.through[next] = -1;
      heap.push(next, reached);
    }
  }

  /** Goes on from a node across the spaces over and under rooms that it lies in. */
  acrossSpaces(node: number): void {
    for (const index of this.graph.spacesOf[node]!) {
      const space = this.flat.spaces[index]!;
      if (this.through[node] === index || space.base === Infinity) continue;
      const own = space.nodes.indexOf(node);
      const [x, y, line] = [space.x[own]!, space.y[own]!, space.line[own]!];
      const from = this.cost[node]! + space.base;
      for (let k = 0; k < space.nodes.length; k++) {
        const inches = Math.abs(space.x[k]! - x) + Math.abs(space.y[k]! - y);
        const reached = from + inches * space.perInch + Math.abs(space.line[k]! - line) * space.perJoist;
        const next = space.nodes[k]!;
        if (reached >= this.cost[next]!) continue;
        this.cost[next] = reached;
        this.length[next] = this.length[node]! + inches;
        this.before[next] = node;
        this.through[next] = index;
        heap.push(next, reached);
      }
    }
  }

  /** Nodes passed on the way to a node, first to last. */
  pathTo(node: number): number[] {
    const nodes: number[] = [];
    for (let at = node; at >= 0; at = this.before[at]!) nodes.push(at);
    return nodes.reverse();
  }
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
  const search = new Search(graph, flatSteps(graph, stepCost), starts);
  const closing = new Map(goals.map((g) => [g.node, g]));
  let best: { goal: Access; cost: number } | null = null;
  for (let entry = heap.pop(); entry && (!best || entry.cost < best.cost); entry = heap.pop()) {
    const { item: node } = entry;
    if (entry.cost > search.cost[node]!) continue;
    const goal = closing.get(node);
    if (goal && (!best || entry.cost + goal.cost < best.cost)) best = { goal, cost: entry.cost + goal.cost };
    search.alongSteps(node);
    search.acrossSpaces(node);
  }
  return (
    best && {
      nodes: search.pathTo(best.goal.node),
      cost: best.cost,
      length: search.length[best.goal.node]! + best.goal.length,
    }
  );
}

/** The cheapest step between two neighbouring nodes of a path. */
export function stepBetween(graph: RouteGraph, from: number, to: number, stepCost: StepCost): Step {
  const across = graph.spacesOf[from]!.filter((s) => graph.spacesOf[to]!.includes(s));
  const steps = [
    ...graph.steps[from]!.filter((s) => s.to === to),
    ...across.map((index) => spaceStep(graph, graph.spaces[index]!, from, to)),
  ];
  return steps.reduce((best, s) => (stepCost(s) < stepCost(best) ? s : best));
}
