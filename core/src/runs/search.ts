import { query } from '../incremental/index.ts';
import {
  acrossFrom,
  insideStep,
  listedStep,
  spaceStep,
  type Across,
  type Range,
  type RouteGraph,
  type Step,
} from './graph.ts';
import { RouteHeap } from './heap.ts';
import {
  atLeast,
  boundOf,
  flat,
  inchesBetween,
  pricesOf,
  type Bound,
  type Heading,
  type Prices,
  type StepCost,
} from './prices.ts';

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

/** Places of a side from where one direction is even with a place to where the other is, and one more at either end. Those beyond are farther in both. */
function abreastOf({ x, y, along }: RouteGraph, node: number, [from, to]: Range): Range {
  const last = to - 1;
  const span = along[last]! - along[from]!;
  if (span <= 0) return [from, to];
  const [ux, uy] = [(x[last]! - x[from]!) / span, (y[last]! - y[from]!) / span];
  let [low, high] = [Infinity, -Infinity];
  for (const [unit, start, at] of [
    [ux, x[from]!, x[node]!],
    [uy, y[from]!, y[node]!],
  ] as const) {
    if (Math.abs(unit) < flat) continue;
    const even = along[from]! + (at - start) / unit;
    low = Math.min(low, even);
    high = Math.max(high, even);
  }
  const first = firstPast(along, from, to, low - flat) - 1;
  const end = firstPast(along, from, to, high + flat) + 1;
  return [Math.max(first, from), Math.min(end, to)];
}

/** The first place of a side farther along its wall. */
function firstPast(along: Float64Array, from: number, to: number, limit: number): number {
  let [low, high] = [from, to];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (along[middle]! > limit) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** What is abreast of each place on each side it leads to: asked for by every search, worked out by the first. */
interface Abreast {
  /** Where the sides of each place begin in the lists. */
  readonly first: Uint32Array;
  readonly from: Uint32Array;
  readonly to: Uint32Array;
}
const unasked = 0xffffffff;

const abreastIn = query(
  'places abreast',
  (graph: RouteGraph): Abreast => {
    const first = new Uint32Array(graph.nodes.length + 1);
    for (let n = 0; n < graph.nodes.length; n++) first[n + 1] = first[n]! + acrossFrom(graph, n).length;
    const count = first[graph.nodes.length]!;
    return { first, from: new Uint32Array(count).fill(unasked), to: new Uint32Array(count) };
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
  private readonly graph: RouteGraph;
  private readonly prices: Prices;
  private readonly bound: Bound;
  private readonly beside: Abreast;

  constructor(
    { graph, prices, bound, beside }: { graph: RouteGraph; prices: Prices; bound: Bound; beside: Abreast },
    private readonly heading: Heading | null,
    starts: readonly Access[],
  ) {
    this.graph = graph;
    this.prices = prices;
    this.bound = bound;
    this.beside = beside;
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
    const { x, y, low, high, free } = this.heading;
    const inches = inchesBetween(this.bound, this.graph.x[node]! - x, this.graph.y[node]! - y);
    const z = this.graph.z[node]!;
    return atLeast(this.bound, inches, Math.max(low - z, z - high, 0), free);
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

  /** Other sides are reached at the places abreast of this one; along each side it goes on from place to place, which comes to the same. */
  private acrossSpaces(node: number): void {
    const came = through[node]!;
    const own = this.graph.side[node]!;
    if (own < 0) return;
    const leads = this.graph.across[own]!;
    for (let k = 0; k < leads.length; k++) {
      const lead = leads[k]!;
      const { base, isEven } = this.prices.spaces[lead.rate]!;
      const isDone = came >= 0 && lead.spaces.includes(came);
      if (base === Infinity || (isDone && !(isEven && this.graph.side[lead.to[0]] === own))) continue;
      const space = isDone ? came : lead.spaces[0]!;
      if (isEven) {
        const at = this.abreast(node, k, lead.to);
        this.acrossTo(node, lead, this.beside.from[at]!, this.beside.to[at]!, space);
      } else this.acrossTo(node, lead, lead.to[0], lead.to[1], space);
    }
  }

  /** Where what is abreast of a place on one of the sides it leads to is listed. */
  private abreast(node: number, lead: number, side: Range): number {
    const { first, from, to } = this.beside;
    const at = first[node]! + lead;
    if (from[at] === unasked) [from[at], to[at]] = abreastOf(this.graph, node, side);
    return at;
  }

  private acrossTo(node: number, { rate }: Across, first: number, end: number, space: number): void {
    const { x, y, lines } = this.graph;
    const { base, perInch, perJoist } = this.prices.spaces[rate]!;
    const [nx, ny, from] = [x[node]!, y[node]!, cost[node]! + base];
    const line = lines[rate]!;
    for (let n = first; n < end; n++) {
      if (n === node) continue;
      const inches = Math.abs(x[n]! - nx) + Math.abs(y[n]! - ny);
      const joists = Math.abs(line[n]! - line[node]!);
      this.reach(n, from + inches * perInch + joists * perJoist, node, space);
    }
  }

  /** Places passed on the way to a place, first to last. */
  pathTo(node: number): number[] {
    const nodes: number[] = [];
    for (let at = node; at >= 0; at = before[at]!) nodes.push(at);
    return nodes.reverse();
  }
}

const searchFrom = (
  graph: RouteGraph,
  starts: readonly Access[],
  stepCost: StepCost,
  heading: Heading | null,
): Search => {
  const [prices, bound] = [pricesOf(graph, stepCost), boundOf(graph, stepCost)];
  return new Search({ graph, prices, bound, beside: abreastIn(graph) }, heading, starts);
};

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
 * The cheapest way from any start to any goal through the framing (A*, by the least that the ground to where it is heading can cost). `null` when none
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
  const search = searchFrom(graph, starts, stepCost, heading);
  noteGoals(goals);
  let [best, goal] = [Infinity, -1];
  for (let node = search.next(Infinity); node >= 0; node = search.next(withDust(best))) {
    if (goalOf[node] === searches) {
      const total = search.costOf(node) + closing[node]!;
      if (total < best || (total === best && node < goal)) [best, goal] = [total, node];
    }
    search.goOn(node);
  }
  return best === Infinity ? null : { nodes: straightened(graph, search.pathTo(goal), stepCost), cost: best };
}

/** The step across a space both places lie in; null where there is none. */
function stepAcross(graph: RouteGraph, from: number, to: number, stepCost: StepCost): Step | null {
  const leads = acrossFrom(graph, from).filter(({ to: range }) => to >= range[0] && to < range[1]);
  const steps = leads.map(({ rate }) => spaceStep(graph.rates[rate]!, graph.nodes[from]!, graph.nodes[to]!));
  return steps.reduce<Step | null>((best, s) => (!best || stepCost(s) < stepCost(best) ? s : best), null);
}

/** A way without the places it only passes on its way across a space. */
function straightened(graph: RouteGraph, nodes: readonly number[], stepCost: StepCost): number[] {
  const across = (a: number, b: number) => {
    const step = stepAcross(graph, a, b, stepCost);
    return step ? stepCost(step) : Infinity;
  };
  const kept: number[] = [];
  for (const node of nodes) {
    while (kept.length > 1) {
      const [a, b] = [kept.at(-2)!, kept.at(-1)!];
      const once = across(a, node);
      if (once === Infinity || once > withDust(across(a, b) + across(b, node))) break;
      kept.pop();
    }
    kept.push(node);
  }
  return kept;
}

/** What it costs from any of the starts to every place of a graph; Infinity where there is no way. */
export function costsFrom(graph: RouteGraph, starts: readonly Access[], stepCost: StepCost): Float64Array {
  const search = searchFrom(graph, starts, stepCost, null);
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
  const search = searchFrom(graph, starts, stepCost, null);
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
  const across = stepAcross(graph, from, to, stepCost);
  if (across) steps.push(across);
  return steps.reduce((best, s) => (stepCost(s) < stepCost(best) ? s : best));
}
