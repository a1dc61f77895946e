import { query } from '../incremental/index.ts';
import {
  acrossFrom,
  insideStep,
  listedStep,
  spaceStep,
  type RouteGraph,
  type Step,
  type StepKind,
  type WallPiece,
} from './graph.ts';
import { RouteHeap } from './heap.ts';

/** A way into the graph from a box or panel: the place it reaches, by its number, and what getting there costs. */
export interface Access {
  readonly node: number;
  readonly cost: number;
}

export interface FoundPath {
  /** Numbers of the places passed, first to last. */
  readonly nodes: readonly number[];
  readonly cost: number;
}

/** What a step costs under the rules in force; Infinity forbids it. Must not be negative; in a bay and in a space it grows evenly with inches and joists, and nowhere by less an inch than in a bay. */
export type StepCost = (step: Step) => number;

/** Where a search is heading, so that it looks there first: no way to any of its goals is shorter than the way to it. */
export interface Heading {
  readonly x: number;
  readonly y: number;
  /** Between these heights the goal may lie. */
  readonly low: number;
  readonly high: number;
}

/** A step in a bay or space costs `base` + inches × `perInch` + joists × `perJoist`. */
interface Rate {
  readonly base: number;
  readonly perInch: number;
  readonly perJoist: number;
}

/** What the steps of a graph cost, made once for each cost function and graph. */
interface Prices {
  readonly drilled: Float64Array;
  readonly inside: Rate;
  /** By the rates of the graph. */
  readonly spaces: readonly Rate[];
}

function rateOf(stepCost: StepCost, kind: StepKind): Rate {
  const price = (length: number, joists: number) => stepCost({ kind, length, members: [], joists });
  const base = price(0, 0);
  if (!Number.isFinite(base)) return { base, perInch: 0, perJoist: 0 };
  return { base, perInch: price(1, 0) - base, perJoist: price(0, 1) - base };
}

/** The least a cable costs an inch, wherever it runs. */
export const leastPerInch = (stepCost: StepCost): number => rateOf(stepCost, 'inside').perInch;

function priceOf(step: Step, stepCost: StepCost): number {
  const price = stepCost(step);
  if (price < 0)
    throw new Error(`A ${step.kind} step of ${step.length} in. costs ${price}; a cost cannot be negative`);
  return price;
}

/** What the drilled steps of a piece cost: those within the wall, then those into others, as the graph lists them. */
const pricesOfPiece = query(
  'prices of piece',
  ({ drilled, meetings }: WallPiece, stepCost: StepCost): Float64Array =>
    Float64Array.from([...drilled, ...meetings], (step) => priceOf(step, stepCost)),
  Object.is,
);

const pricesOf = query(
  'prices of steps',
  (graph: RouteGraph, stepCost: StepCost): Prices => {
    const drilled = new Float64Array(graph.steps.length);
    let at = 0;
    for (const piece of graph.pieces.values()) {
      const own = pricesOfPiece(piece, stepCost);
      drilled.set(own, at);
      at += own.length;
    }
    return {
      drilled,
      inside: rateOf(stepCost, 'inside'),
      spaces: graph.rates.map(({ kind }) => rateOf(stepCost, kind)),
    };
  },
  Object.is,
);

const heap = new RouteHeap();
let size = 0;
let cost = new Float64Array(0);
let before = new Int32Array(0);
/** The space a place was reached through, or -1: going on in the same space is never shorter than going there at once. */
let through = new Int32Array(0);
/** The search that last wrote to a place; others have left their figures there. */
let written = new Uint32Array(0);
/** What a goal place costs from there on, and the search whose goal it is. */
let closing = new Float64Array(0);
let goalOf = new Uint32Array(0);
let searches = 0;

/** Places to write to, for a graph of so many. */
function reserve(count: number): void {
  searches++;
  heap.clear();
  if (count <= size) return;
  size = count * 2;
  cost = new Float64Array(size);
  before = new Int32Array(size);
  through = new Int32Array(size);
  written = new Uint32Array(size);
  closing = new Float64Array(size);
  goalOf = new Uint32Array(size);
}

/** One search under way: the cheapest way known to each place so far, and the places still to go on from. One at a time. */
class Search {
  constructor(
    private readonly graph: RouteGraph,
    private readonly prices: Prices,
    private readonly heading: Heading | null,
    starts: readonly Access[],
  ) {
    const count = graph.nodes.length;
    reserve(count);
    for (const start of starts) {
      if (start.node < 0 || start.node >= count)
        throw new Error(`Route starts at unknown node ${start.node} of ${count}`);
      this.reach(start.node, start.cost, -1, -1);
    }
  }

  /** At least what is left to go from a place. */
  private ahead(node: number): number {
    if (!this.heading) return 0;
    const { x, y, low, high } = this.heading;
    const [dx, dy, z] = [this.graph.x[node]! - x, this.graph.y[node]! - y, this.graph.z[node]!];
    return this.prices.inside.perInch * (Math.sqrt(dx * dx + dy * dy) + Math.max(low - z, z - high, 0));
  }

  /** A place is reached from another. Of ways that cost the same the one from the lower number stays, so that no order of search decides. */
  private reach(node: number, reached: number, from: number, space: number): void {
    if (reached === Infinity) return;
    const isNew = written[node] !== searches;
    if (!isNew && reached >= cost[node]!) {
      const isTie = reached === cost[node]! && from >= 0 && from < before[node]! && reached > cost[from]!;
      if (!isTie) return;
      before[node] = from;
      if (through[node] === space) return;
    }
    written[node] = searches;
    cost[node] = reached;
    before[node] = from;
    through[node] = space;
    heap.push(node, reached + this.ahead(node), reached);
  }

  /** The next place to go on from; -1 when there is none whose key is `limit` at most. */
  next(limit: number): number {
    while (heap.size > 0 && heap.least <= limit) {
      const reached = heap.cost;
      const node = heap.pop();
      if (reached === cost[node]!) return node;
    }
    return -1;
  }

  costOf(node: number): number {
    return written[node] === searches ? cost[node]! : Infinity;
  }

  goOn(node: number): void {
    this.alongSteps(node);
    this.alongBay(node);
    this.acrossSpaces(node);
  }

  private alongSteps(node: number): void {
    const { first, to, step } = this.graph;
    const { drilled } = this.prices;
    const own = cost[node]!;
    const end = first[node + 1]!;
    for (let k = first[node]!; k < end; k++) this.reach(to[k]!, own + drilled[step[k]! >> 1]!, node, -1);
  }

  private alongBay(node: number): void {
    const { bayFrom, bayTo, along, z } = this.graph;
    const { base, perInch } = this.prices.inside;
    const [end, x, height] = [bayTo[node]!, along[node]!, z[node]!];
    const own = cost[node]! + base;
    for (let n = bayFrom[node]!; n < end; n++)
      if (n !== node)
        this.reach(n, own + (Math.abs(along[n]! - x) + Math.abs(z[n]! - height)) * perInch, node, -1);
  }

  private acrossSpaces(node: number): void {
    const { x, y, lines } = this.graph;
    const [nx, ny, own, came] = [x[node]!, y[node]!, cost[node]!, through[node]!];
    for (const { to, rate, spaces } of acrossFrom(this.graph, node)) {
      const { base, perInch, perJoist } = this.prices.spaces[rate]!;
      if (base === Infinity || (came >= 0 && spaces.includes(came))) continue;
      const line = lines[rate]!;
      const from = own + base;
      const end = to[1];
      for (let n = to[0]; n < end; n++) {
        if (n === node) continue;
        const inches = Math.abs(x[n]! - nx) + Math.abs(y[n]! - ny);
        const joists = Math.abs(line[n]! - line[node]!);
        this.reach(n, from + inches * perInch + joists * perJoist, node, spaces[0]!);
      }
    }
  }

  /** Places passed on the way to a place, first to last. */
  pathTo(node: number): number[] {
    const nodes: number[] = [];
    for (let at = node; at >= 0; at = before[at]!) nodes.push(at);
    return nodes.reverse();
  }
}

/** Sums of the same inches in another order may differ by this much of themselves. */
const dust = 1e-9;
const withDust = (limit: number): number => limit + dust * (1 + Math.abs(limit));

/** Notes at each goal place what it costs from there on; the cheapest where two accesses share one. Elsewhere that is infinite. */
function noteGoals(goals: readonly Access[]): void {
  for (const { node, cost: rest } of goals) {
    if (goalOf[node] !== searches || rest < closing[node]!) closing[node] = rest;
    goalOf[node] = searches;
  }
}

/**
 * The cheapest way from any start to any goal through the framing (A*, by the straight distance to where it is heading). `null` when none
 * exists, which is a normal answer. Throws when a cost is negative or a place unknown. Of ways that cost the same the one through places of
 * lower numbers, from the goal back, is the answer.
 */
export function cheapestPath(
  graph: RouteGraph,
  starts: readonly Access[],
  goals: readonly Access[],
  stepCost: StepCost,
  heading: Heading | null = null,
): FoundPath | null {
  const search = new Search(graph, pricesOf(graph, stepCost), heading, starts);
  noteGoals(goals);
  let [best, goal] = [Infinity, -1];
  for (let node = search.next(Infinity); node >= 0; node = search.next(withDust(best))) {
    if (goalOf[node] === searches) {
      const total = search.costOf(node) + closing[node]!;
      if (total < best || (total === best && node < goal)) [best, goal] = [total, node];
    }
    search.goOn(node);
  }
  return best === Infinity ? null : { nodes: search.pathTo(goal), cost: best };
}

/** What it costs from any of the starts to every place of a graph; Infinity where there is no way. */
export function costsFrom(graph: RouteGraph, starts: readonly Access[], stepCost: StepCost): Float64Array {
  const search = new Search(graph, pricesOf(graph, stepCost), null, starts);
  for (let node = search.next(Infinity); node >= 0; node = search.next(Infinity)) search.goOn(node);
  return Float64Array.from(graph.nodes, (_, node) => search.costOf(node));
}

/** What the cheapest way to each of many goals costs, in one search (Dijkstra); Infinity where there is none. */
export function cheapestCosts(
  graph: RouteGraph,
  starts: readonly Access[],
  goals: readonly (readonly Access[])[],
  stepCost: StepCost,
): number[] {
  const search = new Search(graph, pricesOf(graph, stepCost), null, starts);
  const ending = new Map<number, { goal: number; cost: number }[]>();
  goals.forEach((accesses, goal) => {
    for (const { node, cost: rest } of accesses)
      ending.set(node, [...(ending.get(node) ?? []), { goal, cost: rest }]);
  });
  const best = goals.map(() => Infinity);
  for (let node = search.next(Infinity); node >= 0; node = search.next(withDust(Math.max(...best)))) {
    for (const { goal, cost: rest } of ending.get(node) ?? [])
      best[goal] = Math.min(best[goal]!, search.costOf(node) + rest);
    search.goOn(node);
  }
  return best;
}

/** The cheapest step between two neighbouring places of a path. */
export function stepBetween(graph: RouteGraph, from: number, to: number, stepCost: StepCost): Step {
  const steps: Step[] = [];
  for (let k = graph.first[from]!; k < graph.first[from + 1]!; k++)
    if (graph.to[k] === to) steps.push(listedStep(graph, k));
  if (to >= graph.bayFrom[from]! && to < graph.bayTo[from]!)
    steps.push(insideStep(graph.nodes[from]!, graph.nodes[to]!));
  for (const { to: range, rate } of acrossFrom(graph, from))
    if (to >= range[0] && to < range[1])
      steps.push(spaceStep(graph.rates[rate]!, graph.nodes[from]!, graph.nodes[to]!));
  return steps.reduce((best, s) => (stepCost(s) < stepCost(best) ? s : best));
}
