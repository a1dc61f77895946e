import { listUnder } from '../lookups/index.ts';
import {
  bayOf,
  insideStep,
  listedStep,
  placeIn,
  spacesAt,
  spaceStep,
  type RouteGraph,
  type SpacePlace,
  type Step,
} from './graph.ts';
import { pricesOf, type Heading, type StepCost } from './prices.ts';
import { searchFrom, withDust, type Rooms, type Search, type Sought } from './search.ts';
import { SpacePrices } from './spacePrices.ts';
import { hangs, type Access, type Hanging, type WayEnd } from './wayEnd.ts';

export interface FoundPath {
  /** Numbers of the places passed, first to last. */
  readonly nodes: readonly number[];
  readonly cost: number;
}

/** Places outside that a hole leads to from places of a goal, and what is left to go from them. */
function exitsTo(graph: RouteGraph, goals: readonly Access[], search: Search): Access[] {
  return goals.flatMap(({ node, cost: rest }) => {
    const exits: Access[] = [];
    for (let k = graph.first[node]!; k < graph.first[node + 1]!; k++) {
      const to = graph.to[k]!;
      if (graph.spacesFirst[to]! < graph.spacesFirst[to + 1]!)
        exits.push({ node: to, cost: rest + search.drilling(graph.step[k]! >> 1) });
    }
    return exits;
  });
}

/**
 * The cheapest way from a start to a goal through the framing (A*, by the least that the ground to where it is heading can cost). `null` when
 * none exists, which is a normal answer. Throws when a cost is negative or a place unknown. Of ways that cost the same the one through places
 * of lower numbers, from the goal back, is the answer. Ends that hang in one space with open ground between them are a step apart, and no
 * matter for a search.
 */
export function cheapestPath(
  graph: RouteGraph,
  start: WayEnd,
  goal: WayEnd,
  stepCost: StepCost,
  sought: Sought = {},
): FoundPath | null {
  const search = searchFrom(graph, start, stepCost, sought);
  if (!hangs(goal)) {
    search.noteGoals(goal);
    search.hangsAtGoal = false;
    search.exits = exitsTo(graph, goal, search);
  }
  const there = hangs(goal) ? placeIn(graph.spaces[goal.space]!, goal.at) : null;
  let [best, last] = [Infinity, -1];
  for (let node = search.next(Infinity); node >= 0; node = search.next(withDust(best))) {
    const rest =
      hangs(goal) && there
        ? search.toHanging(node, goal, there, best - search.costOf(node) + tie)
        : search.restAt(node);
    const total = search.costOf(node) + rest;
    if (total < best || (total === best && total < Infinity && node < last)) {
      [best, last] = [total, node];
      search.limit = Math.min(search.limit, withDust(best));
    }
    search.goOn(node);
  }
  return best === Infinity ? null : { nodes: straightened(graph, search.pathTo(last), stepCost), cost: best };
}

/** Ways that cost the same to within this are told apart by their places. */
const tie = 1e-6;

/** The step across a space both places lie in; null where there is none. */
function stepAcross(graph: RouteGraph, from: number, to: number, stepCost: StepCost): Step | null {
  const shared = [...spacesAt(graph, from)].filter((s) => spacesAt(graph, to).includes(s));
  const steps = shared.flatMap(
    (s) => spaceStep(graph.spaces[s]!, graph.nodes[from]!.at, graph.nodes[to]!.at) ?? [],
  );
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

/** The least it can cost from a start to every place of a graph, were the holes there that `rooms` says, and all ground open; Infinity where there is no way. */
export function costsFrom(graph: RouteGraph, start: WayEnd, stepCost: StepCost, rooms: Rooms): Float64Array {
  const search = searchFrom(graph, start, stepCost, { rooms });
  search.isAnyGroundOpen = true;
  for (let node = search.next(Infinity); node >= 0; node = search.next(Infinity)) search.goOn(node);
  return Float64Array.from(graph.nodes, (_, node) => search.costOf(node));
}

/** A goal among many, and where it lies. */
export interface Goal {
  readonly end: WayEnd;
  readonly heading: Heading;
}

/**
 * What the cheapest way to each of many goals costs, in one search; Infinity where there is none. No place is gone on from that is too far off
 * every goal to be worth it. Ends that hang a step apart are no matter for it.
 */
export function cheapestCosts(
  graph: RouteGraph,
  start: WayEnd,
  goals: readonly Goal[],
  stepCost: StepCost,
): number[] {
  const search = searchFrom(graph, start, stepCost, {});
  const ending = new Map<number, { goal: number; cost: number }[]>();
  const hanging: { goal: number; end: Hanging; there: SpacePlace }[] = [];
  const exits: { goal: number; exit: Access }[] = [];
  goals.forEach(({ end }, goal) => {
    if (hangs(end)) hanging.push({ goal, end, there: placeIn(graph.spaces[end.space]!, end.at) });
    else {
      for (const { node, cost: rest } of end) listUnder(ending, node).push({ goal, cost: rest });
      for (const exit of exitsTo(graph, end, search)) exits.push({ goal, exit });
    }
  });
  const best = goals.map(() => Infinity);
  const isWorth = (node: number, own: number): boolean => {
    for (let g = 0; g < goals.length; g++)
      if (own + search.aheadTo(node, goals[g]!.heading) < best[g]!) return true;
    return false;
  };
  for (let node = search.next(Infinity); node >= 0; node = search.next(search.limit)) {
    const own = search.costOf(node);
    for (const { goal, cost: rest } of ending.get(node) ?? []) best[goal] = Math.min(best[goal]!, own + rest);
    if (graph.spacesFirst[node]! < graph.spacesFirst[node + 1]!) {
      for (const { goal, end, there } of hanging)
        best[goal] = Math.min(best[goal]!, own + search.toHanging(node, end, there, best[goal]! - own));
      for (const { goal, exit } of exits)
        best[goal] = Math.min(best[goal]!, own + search.toExit(node, exit, best[goal]! - own));
    }
    search.limit = withDust(Math.max(...best));
    if (isWorth(node, own)) search.goOn(node);
  }
  return best;
}

/** The least of what it costs from an end to a place and from there on, by place. */
export function leastFrom(graph: RouteGraph, end: WayEnd, stepCost: StepCost, beyond: Float64Array): number {
  let least = Infinity;
  if (!hangs(end)) {
    for (const { node, cost: own } of end) least = Math.min(least, own + beyond[node]!);
    return least;
  }
  const prices = new SpacePrices(graph.spaces[end.space]!, pricesOf(graph, stepCost).spaces[end.space]!);
  if (!prices.isOpen) return Infinity;
  const from = placeIn(prices.space, end.at);
  const { each } = graph.located[end.space]!;
  graph.inSpace[end.space]!.forEach((n, i) => {
    if (beyond[n]! < least)
      least = Math.min(least, beyond[n]! + prices.between(from, each[i]!, end.isLoose, least - beyond[n]!));
  });
  return least;
}

/** The cheapest step between two neighbouring places of a path; null where there is none any more. */
export function stepBetween(graph: RouteGraph, from: number, to: number, stepCost: StepCost): Step | null {
  const steps: Step[] = [];
  for (let k = graph.first[from]!; k < graph.first[from + 1]!; k++)
    if (graph.to[k] === to) steps.push(listedStep(graph, k));
  if (to >= graph.bayFrom[from]! && to < graph.bayTo[from]!) {
    const step = insideStep(graph.nodes[from]!, graph.nodes[to]!, bayOf(graph, graph.nodes[from]!));
    if (step) steps.push(step);
  }
  const across = stepAcross(graph, from, to, stepCost);
  if (across) steps.push(across);
  return steps.reduce<Step | null>((best, s) => (!best || stepCost(s) < stepCost(best) ? s : best), null);
}
