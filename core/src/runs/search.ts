import { levelWithin, passages, placeIn, type OpenSpace, type RouteGraph, type SpacePlace } from './graph.ts';
import { RouteHeap } from './heap.ts';
import {
  atLeast,
  boundOf,
  inchesBetween,
  pricesOf,
  type Bound,
  type Drilling,
  type Heading,
  type Prices,
  type StepCost,
} from './prices.ts';
import { SpacePrices } from './spacePrices.ts';
import { hangs, type Access, type Hanging, type WayEnd } from './wayEnd.ts';

const levelOnly = passages.indexOf('level');
const inGroove = passages.indexOf('groove');

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
/** At least what is left to go from a place, and the search that worked it out. */
let left = new Float64Array(0);
let leftOf = new Uint32Array(0);
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
  left = new Float64Array(size);
  leftOf = new Uint32Array(size);
}

/** One hole too many in a place costs this much more, so that a cable goes there only when it has no other way. */
export const crowded = 1e5;

/** Which of some places in order is the first with no less than a figure. */
function firstFrom(inOrder: Uint32Array, figures: Float64Array, least: number): number {
  let [from, to] = [0, inOrder.length];
  while (from < to) {
    const middle = (from + to) >> 1;
    if (figures[inOrder[middle]!]! < least) from = middle + 1;
    else to = middle;
  }
  return from;
}

/** One search under way: the cheapest way known to each place so far, and the places still to go on from. One at a time. */
export class Search {
  private readonly graph: RouteGraph;
  private readonly prices: Prices;
  private readonly bound: Bound;
  private readonly spaces: readonly SpacePrices[];
  /** More than the way looked for costs: no place beyond it is gone to. */
  limit = Infinity;
  /** Whether the ground of spaces is not looked at: for the least that ways can cost. */
  isAnyGroundOpen = false;
  /** Whether the goal hangs in a space, so that a place in it may be the last. */
  hangsAtGoal = true;
  /** Where the way looked for may leave a space for its goal, and what is left to go from there. */
  exits: readonly Access[] = [];

  constructor(
    { graph, prices, bound }: { graph: RouteGraph; prices: Prices; bound: Bound },
    private readonly heading: Heading | null,
    start: WayEnd,
    private readonly rooms: Rooms | null,
    atMost: number,
  ) {
    this.limit = atMost === Infinity ? Infinity : withDust(withDust(atMost));
    this.graph = graph;
    this.prices = prices;
    this.bound = bound;
    this.spaces = graph.spaces.map((space, i) => new SpacePrices(space, prices.spaces[i]!));
    const count = graph.nodes.length;
    reserve(count);
    if (hangs(start)) this.fromSpace(start);
    else
      for (const { node, cost: own } of start) {
        if (node < 0 || node >= count) throw new Error(`Route starts at unknown node ${node} of ${count}`);
        this.reach(node, own, -1, -1);
      }
  }

  /** From where a way begins in a space to every place in it. */
  private fromSpace({ space, at, isLoose }: Hanging): void {
    const prices = this.spaces[space]!;
    if (!prices.isOpen) return;
    const { inSpace, located } = this.graph;
    const from = placeIn(prices.space, at);
    const { each } = located[space]!;
    const list = inSpace[space]!;
    for (let i = 0; i < list.length; i++)
      this.reach(list[i]!, prices.between(from, each[i]!, isLoose), -1, space);
  }

  /** What a step from a place to where a way ends in a space costs; Infinity where there is none. */
  toHanging(node: number, { space, isLoose }: Hanging, there: SpacePlace, limit = Infinity): number {
    const prices = this.spaces[space]!;
    const here = this.placeOf(space, node);
    return here && prices.isOpen ? prices.between(here, there, isLoose, limit) : Infinity;
  }

  /** At least what is left to go from a place. */
  private ahead(node: number): number {
    if (!this.heading) return 0;
    if (leftOf[node] !== searches) {
      leftOf[node] = searches;
      left[node] = this.aheadTo(node, this.heading);
    }
    return left[node]!;
  }

  /** At least what is left to go from a place to where a goal lies. */
  aheadTo(node: number, { x, y, low, high, free }: Heading): number {
    const inches = inchesBetween(this.bound, this.graph.x[node]! - x, this.graph.y[node]! - y);
    const z = this.graph.z[node]!;
    return atLeast(this.bound, inches, Math.max(low - z, z - high, 0), free);
  }

  /** A place is reached from another. Of ways that cost the same the one from the lower number stays, so that no order of search decides. */
  private reach(node: number, reached: number, from: number, space: number): void {
    if (reached >= this.limit) return;
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
    const key = reached + this.ahead(node);
    if (key <= this.limit) heap.push(node, key, reached);
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
    const own = cost[node]!;
    const end = first[node + 1]!;
    for (let k = first[node]!; k < end; k++) this.reach(to[k]!, own + this.drilling(step[k]! >> 1), node, -1);
  }

  /** What a drilled step costs: less where a hole is there with room for the cable or what is closed is open, and far more where no more holes go. */
  drilling(step: number): number {
    const { drilled } = this.prices;
    const place = this.rooms ? this.rooms.placeOf[step]! : 0;
    if (place === 0) return drilled.new[step]!;
    const room = this.rooms!.roomAt(place);
    return room === 'none' ? drilled.beside[step]! + crowded : drilled[room][step]!;
  }

  private alongBay(node: number): void {
    const { bayFrom, bayTo, along, z, passage } = this.graph;
    const isGroove = passage[node] === inGroove;
    const { base, perInch, perAlong } = isGroove ? this.prices.groove : this.prices.inside;
    const perLevel = perInch + (isGroove ? perAlong : 0);
    const isLevel = passage[node] === levelOnly;
    const [end, x, height] = [bayTo[node]!, along[node]!, z[node]!];
    const own = cost[node]! + base;
    for (let n = bayFrom[node]!; n < end; n++)
      if (n !== node && !(isLevel && Math.abs(z[n]! - height) > levelWithin))
        this.reach(
          n,
          own + Math.abs(along[n]! - x) * perLevel + Math.abs(z[n]! - height) * perInch,
          node,
          -1,
        );
  }

  /** Whether going on in a space from a place in it may be shorter than going there at once: around what is shut, at corners, or anywhere along slanting edges. */
  private mayTurn(node: number, { ground }: OpenSpace): boolean {
    return !ground.isWhole && (!ground.isSquare || this.graph.nodes[node]!.turns === true);
  }

  /** Every place of a space is a step from any other, where the ground lets it: so from one that was reached through a space only a turn leads on in it. */
  private acrossSpaces(node: number): void {
    const { graph } = this;
    const came = through[node]!;
    for (let k = graph.spacesFirst[node]!; k < graph.spacesFirst[node + 1]!; k++) {
      const space = graph.spaceOf[k]!;
      const prices = this.spaces[space]!;
      if (!prices.isOpen || (came === space && !this.mayTurn(node, prices.space))) continue;
      this.limit = Math.min(this.limit, this.soonest(node, space));
      this.acrossSpace(node, space, prices);
    }
  }

  private acrossSpace(
    node: number,
    space: number,
    { rate, climb, perJoist, space: { ground } }: SpacePrices,
  ): void {
    const { inSpace, located, placeIn: numbers } = this.graph;
    const list = inSpace[space]!;
    const { inOrder, u, v, z, line, island, each } = located[space]!;
    const at = numbers[space]![node]!;
    const [hu, hv, hz, hline] = [u[at]!, v[at]!, z[at]!, line[at]!];
    const base = cost[node]! + rate.base;
    const { perInch } = rate;
    const { across } = this.bound;
    const leftHere = this.ahead(node);
    const isWhole = ground.isWhole || this.isAnyGroundOpen;
    const own = island[at]!;
    // An inch on takes no more than `across` off what is left, so that places farther off than this cost too much.
    const most =
      1e-6 +
      Math.min(
        (this.limit - base) / perInch,
        perInch > across ? (this.limit - base - leftHere) / (perInch - across) : Infinity,
      );
    for (let k = firstFrom(inOrder, u, hu - most); k < inOrder.length; k++) {
      const i = inOrder[k]!;
      if (u[i]! - hu > most) break;
      if (island[i] !== own && !isWhole) continue;
      const joists = Math.abs(line[i]! - hline);
      const inches =
        Math.abs(u[i]! - hu) + Math.abs(v[i]! - hv) + Math.abs(z[i]! - hz) + (joists > 0 ? climb : 0);
      const reached = base + inches * perInch + joists * perJoist;
      // Most places lie too far off for the way looked for, and the ground between need not be looked at.
      if (reached >= this.limit || reached + leftHere - across * inches > this.limit) continue;
      const n = list[i]!;
      if (n === node || (written[n] === searches && reached > cost[n]!)) continue;
      if (reached + this.ahead(n) + this.outOf(n, space) > this.limit) continue;
      if (isWhole || ground.betweenLocated(each[at]!, each[i]!)) this.reach(n, reached, node, space);
    }
  }

  /** At least what it costs to leave a space at a place for a bay; nothing where cable may turn there or go on in another space. */
  private outOf(node: number, space: number): number {
    const { first, step, spacesFirst } = this.graph;
    if (this.mayTurn(node, this.graph.spaces[space]!)) return 0;
    if (first[node + 1]! - first[node]! !== 1 || spacesFirst[node + 1]! - spacesFirst[node]! !== 1) return 0;
    if (this.hangsAtGoal) return 0;
    const at = first[node]!;
    // What it rises or falls on the way out is in what is left to go from there.
    const rise = Math.abs(this.graph.z[this.graph.to[at]!]! - this.graph.z[node]!);
    return Math.max(0, this.drilling(step[at]! >> 1) - rise * this.bound.inside);
  }

  /** A place as a space sees it; nothing for one that does not lie in it. */
  private placeOf(space: number, node: number): SpacePlace | undefined {
    const at = this.graph.placeIn[space]![node]!;
    return at < 0 ? undefined : this.graph.located[space]!.each[at];
  }

  /** What it costs from a place through a space they share to one that leads to a goal, and on to the goal; the limit where they share none or it costs no less. */
  toExit(node: number, exit: Access, limit: number): number {
    let best = limit;
    for (let k = this.graph.spacesFirst[node]!; k < this.graph.spacesFirst[node + 1]!; k++) {
      const space = this.graph.spaceOf[k]!;
      const [here, there] = [this.placeOf(space, node), this.placeOf(space, exit.node)];
      if (here && there && this.spaces[space]!.isOpen)
        best = Math.min(best, this.spaces[space]!.between(here, there, false, best - exit.cost) + exit.cost);
    }
    return best;
  }

  /** A bit over what the way would cost that leaves a space at once for its goal. */
  private soonest(node: number, space: number): number {
    let best = Infinity;
    const here = this.placeOf(space, node);
    for (const exit of this.exits) {
      const there = exit.node === node ? undefined : this.placeOf(space, exit.node);
      if (!here || !there) continue;
      const so = cost[node]! + exit.cost;
      const step = this.spaces[space]!.between(here, there, false, Math.min(best, this.limit) - so);
      best = Math.min(best, so + step);
    }
    return withDust(best);
  }

  /** Notes at each goal place what it costs from there on; the cheapest where two accesses share one. */
  noteGoals(goals: readonly Access[]): void {
    for (const { node, cost: rest } of goals) {
      if (goalOf[node] !== searches || rest < closing[node]!) closing[node] = rest;
      goalOf[node] = searches;
    }
  }

  /** What a place costs from there on to the goal; Infinity where it is no goal place. */
  restAt(node: number): number {
    return goalOf[node] === searches ? closing[node]! : Infinity;
  }

  /** Places passed on the way to a place, first to last. */
  pathTo(node: number): number[] {
    const nodes: number[] = [];
    for (let at = node; at >= 0; at = before[at]!) nodes.push(at);
    return nodes.reverse();
  }
}

/** What a cable finds at a place: how its hole would come about, or that no more go. */
export type Room = Drilling | 'none';

/** The holes that are there already, for a search. */
export interface Rooms {
  /** By step of the graph: the number of the place it is drilled at; 0 where there is no hole. */
  readonly placeOf: Uint32Array;
  readonly roomAt: (place: number) => Room;
}

/** What a search is told besides: where it is heading, and what holes there are. */
export interface Sought {
  readonly heading?: Heading;
  readonly rooms?: Rooms;
  /** What the way looked for costs at most. */
  readonly atMost?: number;
}

export const searchFrom = (graph: RouteGraph, start: WayEnd, stepCost: StepCost, sought: Sought): Search =>
  new Search(
    { graph, prices: pricesOf(graph, stepCost), bound: boundOf(graph, stepCost, sought.rooms !== undefined) },
    sought.heading ?? null,
    start,
    sought.rooms ?? null,
    sought.atMost ?? Infinity,
  );

/** Sums of the same inches in another order may differ by this much of themselves. */
const dust = 1e-9;
export const withDust = (limit: number): number => limit + dust * (1 + Math.abs(limit));
