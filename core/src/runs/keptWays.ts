import { dequal } from 'dequal';
import { query } from '../incremental/index.ts';
import { nth } from '../lookups/index.ts';
import { distanceTo, type RunEnd } from './ends.ts';
import { numberOf, type RouteGraph, type RouteNode } from './graph.ts';
import { changeBetween, type GraphChange } from './graphChange.ts';
import type { Ground } from './openGround.ts';
import { freeAt, stepToSpace, wayEndOf, type Way } from './route.ts';
import { atLeast, boundOf, type StepCost } from './prices.ts';
import { costsFrom, leastFrom, stepBetween } from './paths.ts';
import type { Rooms } from './search.ts';

/** What it costs from each place of a graph to the nearest of those that came: the least that any way through them costs from there. */
const costsToChange = query(
  'costs to change',
  (before: RouteGraph, after: RouteGraph, stepCost: StepCost, rooms: Rooms): Float64Array =>
    costsFrom(
      after,
      changeBetween(before, after).came.map((node) => ({ node, cost: 0 })),
      stepCost,
      rooms,
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
export function isSameEnd(was: RunEnd, is: RunEnd, before: RouteGraph, after: RouteGraph): boolean {
  if (was === is) return true;
  if (was.kind === 'wall' && is.kind === 'wall') {
    const bayOf = ({ pieces }: RouteGraph, { wall, bay }: typeof was) => pieces.get(wall)?.bays[bay];
    return dequal({ ...was, bay: bayOf(before, was) }, { ...is, bay: bayOf(after, is) });
  }
  if (was.kind === 'hanging' && is.kind === 'hanging') return dequal(was, is);
  if (was.kind !== 'open' || is.kind !== 'open') return false;
  if (!dequal({ ...was, joins: [] }, { ...is, joins: [] }) || was.joins.length !== is.joins.length)
    return false;
  const { now } = changeBetween(before, after);
  return was.joins.every((node, i) => now(node) === is.joins[i]);
}

/** The way in a changed graph, place for place; null where one of its places is gone, or a step of it goes by another space now and costs otherwise. */
function wayNow(
  way: Way,
  after: RouteGraph,
  { gone, now, opened }: GraphChange,
  stepCost: StepCost,
): Way | null {
  const nodes: RouteNode[] = [];
  let moved = false;
  for (const node of way.nodes) {
    const found = gone.has(node) ? undefined : now(node);
    if (!found) return null;
    moved ||= found !== node;
    nodes.push(found);
  }
  if (!moved && !opened) return way;
  const numbers = nodes.map((n) => numberOf(after, n));
  const steps = numbers.slice(1).flatMap((n, i) => {
    const step = stepBetween(after, nth(numbers, i), n, stepCost);
    return step && stepCost(step) === stepCost(nth(way.steps, i)) ? step : [];
  });
  return steps.length === nodes.length - 1 ? { nodes, steps, cost: way.cost } : null;
}

/** Whether the ground between an end that hangs and where its way begins is open still. */
function isReached(end: RunEnd, node: RouteNode | undefined, now: RouteGraph): boolean {
  return end.kind !== 'hanging' || (node !== undefined && stepToSpace(end, node, now.spaces) !== null);
}

/** A way in a changed graph, place for place, or null where there was none; and whether it must be the best there as well. */
export interface KeptNow {
  readonly way: Way | null;
  readonly isBest: boolean;
}

/** The least that ways can cost: prices as the way’s own or lower, alike for many ways, and the holes there were. */
export interface Least {
  readonly stepCost: StepCost;
  readonly rooms: (graph: RouteGraph) => Rooms;
}

/**
 * A way as it is in a changed graph; null where it is not there any more. It must be the best where any other would have to go where something
 * changed, and there and back costs more even straight, or at least by the cheapest steps. Holes that came since are another matter. `least`: null
 * where a hole that is there costs a way no less than a new one.
 */
export function keptIn(now: RouteGraph, kept: Kept, least: Least | null): KeptNow | null {
  const { graph, from, to, stepCost, way } = kept;
  if (graph === now) return { way, isBest: true };
  const change = changeBetween(graph, now);
  const same = way && wayNow(way, now, change, stepCost);
  if (way && !same) return null;
  if (
    same &&
    change.opened &&
    !(isReached(from, same.nodes[0], now) && isReached(to, same.nodes.at(-1), now))
  )
    return null;
  const limit = way ? way.cost + dust * (1 + way.cost) : Number.MAX_VALUE;
  const bound = boundOf(now, stepCost, least !== null);
  const free = freeAt(to, now);
  const over = (ground: Ground) =>
    atLeast(bound, distanceTo(from, ground, bound) + distanceTo(to, ground, bound), 0, free);
  if (change.ground.every((g) => over(g) > limit)) return { way: same, isBest: true };
  if (!least || change.opened || fewOf(change)) return { way: same, isBest: false };
  const costs = costsToChange(graph, now, least.stepCost, least.rooms(now));
  const away = (end: RunEnd) => {
    const start = wayEndOf(end, now, least.stepCost);
    return start ? leastFrom(now, start, least.stepCost, costs) : Infinity;
  };
  return { way: same, isBest: away(from) + away(to) > limit };
}
