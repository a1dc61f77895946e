import { dequal } from 'dequal';
import { query } from '../incremental/index.ts';
import { entryOf, nth } from '../lookups/index.ts';
import { distanceTo, openEnd, runEnd, type RunEnd, type Ways } from './ends.ts';
import { numberOf, type RouteGraph, type RouteNode } from './graph.ts';
import { changeBetween, type GraphChange, type Ground } from './graphChange.ts';
import { cableCents } from './price.ts';
import { accesses, findWay, freeAt, stepCostFor, type Way } from './route.ts';
import { routeGraph } from './routeGraph.ts';
import { atLeast, boundOf, type StepCost } from './prices.ts';
import { costsFrom, stepBetween } from './search.ts';

/** What it costs from each place of a graph to the nearest of those that came: the least that any way through them costs from there. */
const costsToChange = query(
  'costs to change',
  (before: RouteGraph, after: RouteGraph, stepCost: StepCost): Float64Array =>
    costsFrom(
      after,
      changeBetween(before, after).came.map((node) => ({ node, cost: 0 })),
      stepCost,
    ),
  Object.is,
);

/** So many ways are sooner searched again than the costs to what changed are worked out for all of them. */
const few = 5;
const searched = new WeakMap<GraphChange, number>();

/** Whether few ways have been searched again for a change so far; one more is now. The answer is the same either way. */
function fewOf(change: GraphChange): boolean {
  const count = searched.get(change) ?? 0;
  searched.set(change, count + 1);
  return count < few;
}

/** A way with what it was found in. */
interface Kept {
  readonly graph: RouteGraph;
  readonly from: RunEnd;
  readonly to: RunEnd;
  readonly stepCost: StepCost;
  readonly way: Way | null;
}

/** Sums of the same inches in another order may differ by this much of themselves. */
const dust = 1e-6;

/** Whether an end is reached as it was: from the same bay, or by the same places. */
function isSameEnd(was: RunEnd, is: RunEnd, before: RouteGraph, after: RouteGraph): boolean {
  if (was === is) return true;
  if (was.kind === 'wall' && is.kind === 'wall') {
    const bayOf = ({ pieces }: RouteGraph, { wall, bay }: typeof was) => pieces.get(wall)?.bays[bay];
    return dequal({ ...was, bay: bayOf(before, was) }, { ...is, bay: bayOf(after, is) });
  }
  if (was.kind !== 'open' || is.kind !== 'open') return false;
  if (!dequal({ ...was, joins: [] }, { ...is, joins: [] }) || was.joins.length !== is.joins.length)
    return false;
  const { now } = changeBetween(before, after);
  return was.joins.every((node, i) => now(node) === is.joins[i]);
}

/** The way in a changed graph, place for place; null where one of its places is gone. */
function wayNow(way: Way, after: RouteGraph, { gone, now }: GraphChange, stepCost: StepCost): Way | null {
  const nodes: RouteNode[] = [];
  let moved = false;
  for (const node of way.nodes) {
    const found = gone.has(node) ? undefined : now(node);
    if (!found) return null;
    moved ||= found !== node;
    nodes.push(found);
  }
  if (!moved) return way;
  const numbers = nodes.map((n) => numberOf(after, n));
  const steps = numbers.slice(1).map((n, i) => stepBetween(after, nth(numbers, i), n, stepCost));
  return { nodes, steps, cost: way.cost };
}

/**
 * The way kept, as it is in a changed graph, where it must be the best there as well; null where there still is none; nothing where another
 * may be better. Any other would have to go where something changed: there and back costs more even straight, or at least by the cheapest
 * steps. `least` prices steps as the way does or lower.
 */
function keptIn(now: RouteGraph, kept: Kept, least: StepCost | null): Way | null | undefined {
  const { graph, from, to, stepCost, way } = kept;
  if (graph === now) return way;
  const change = changeBetween(graph, now);
  const same = way && wayNow(way, now, change, stepCost);
  if (way && !same) return undefined;
  const limit = way ? way.cost + dust * (1 + way.cost) : Number.MAX_VALUE;
  const bound = boundOf(now, stepCost);
  const free = freeAt(to, now);
  const over = (ground: Ground) =>
    atLeast(bound, distanceTo(from, ground, bound) + distanceTo(to, ground, bound), 0, free);
  if (change.ground.every((g) => over(g) > limit)) return same;
  if (!least || fewOf(change)) return undefined;
  const costs = costsToChange(graph, now, least);
  const away = (end: RunEnd) =>
    Math.min(...accesses(end, now, least).map((a) => a.cost + nth(costs, a.node)), Infinity);
  return away(from) + away(to) > limit ? same : undefined;
}

const keptWays = new WeakMap<Ways, Map<string, Kept>>();

/** Lets go of the ways of runs that are gone, and of the graphs those were found in. */
export function keepWaysOf(w: Ways, runs: ReadonlySet<string>): void {
  const ways = keptWays.get(w);
  for (const id of ways?.keys() ?? []) if (!runs.has(id)) ways?.delete(id);
}

/** Both ends of a run; null where the framing gives no way to one of them. */
export function endsOfRun(w: Ways, id: string): { from: RunEnd; to: RunEnd } | null {
  const run = w.plan.runs[id];
  if (!run) return null;
  const from = runEnd(w, run.from);
  const to = run.to === null ? openEnd(w, run) : runEnd(w, run.to);
  return from && to ? { from, to } : null;
}

/** The way of a run that leaves its bay, kept from graph to graph for as long as it must be the best. Null where there is none. */
export function keptWay(w: Ways, id: string): Way | null {
  const ends = endsOfRun(w, id);
  if (!ends) return null;
  const { way: asked, cable } = entryOf(w.plan.runs, id);
  const cents = cableCents(w.plan, cable, w.rules);
  const stepCost = stepCostFor(w.rules, asked, cents);
  // Whatever way is asked for, its steps cost what they do anywhere or more; on the surface holes cost nothing.
  const least = asked === 'surface' ? null : stepCostFor(w.rules, 'auto', cents);
  const graph = routeGraph(w);
  const ways = keptWays.get(w) ?? new Map<string, Kept>();
  keptWays.set(w, ways);
  const known = ways.get(id);
  const isSame =
    known?.stepCost === stepCost &&
    isSameEnd(known.from, ends.from, known.graph, graph) &&
    isSameEnd(known.to, ends.to, known.graph, graph);
  const kept = isSame ? keptIn(graph, { ...known, ...ends }, least) : undefined;
  const way = kept === undefined ? findWay(ends.from, ends.to, graph, stepCost) : kept;
  ways.set(id, { ...ends, graph, stepCost, way });
  return way;
}
