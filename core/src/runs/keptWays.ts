import { dequal } from 'dequal';
import { query } from '../incremental/index.ts';
import { entryOf, nth, valueIn } from '../lookups/index.ts';
import { distanceTo, openEnd, runEnd, type RunEnd, type Ways } from './ends.ts';
import {
  nodesOnSide,
  numberOf,
  type OpenSpace,
  type RouteGraph,
  type RouteNode,
  type WallPiece,
} from './graph.ts';
import { cableCents } from './price.ts';
import { accesses, findWay, stepCostFor, type Way } from './route.ts';
import { routeGraph } from './routeGraph.ts';
import { costsFrom, leastPerInch, type StepCost } from './search.ts';

/** A stretch of ground, inches. */
interface Ground {
  readonly x0: number;
  readonly x1: number;
  readonly y0: number;
  readonly y1: number;
}

function groundOf(nodes: readonly RouteNode[]): Ground[] {
  if (nodes.length === 0) return [];
  let [x0, x1, y0, y1] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const { at } of nodes) {
    x0 = Math.min(x0, at.x);
    x1 = Math.max(x1, at.x);
    y0 = Math.min(y0, at.y);
    y1 = Math.max(y1, at.y);
  }
  return [{ x0, x1, y0, y1 }];
}

type InSpace = OpenSpace['walls'][number];

const nodesOn = ({ pieces }: RouteGraph, { wall, side }: InSpace): readonly RouteNode[] => {
  const piece = pieces.get(wall);
  return piece ? nodesOnSide(piece, side) : [];
};

/** Walls that left a space and that came into it; all of them where it is another kind of space now. */
function changedSpace(was?: OpenSpace, is?: OpenSpace): { gone: InSpace[]; came: InSpace[] } {
  const names = (s?: OpenSpace) => new Map((s?.walls ?? []).map((w) => [`${w.side} ${w.wall}`, w]));
  const [old, now] = [names(was), names(is)];
  const isOther = !was || !is || was.kind !== is.kind || !dequal(was.joists, is.joists);
  const missing = (a: Map<string, InSpace>, b: Map<string, InSpace>) =>
    [...a].filter(([name]) => isOther || !b.has(name)).map(([, w]) => w);
  return { gone: missing(old, now), came: missing(now, old) };
}

/** Where one graph differs from another. */
interface Change {
  /** The ground of what is gone and of what came. */
  readonly ground: readonly Ground[];
  /** Pieces that are gone, and places that left a space. */
  readonly gone: ReadonlySet<WallPiece>;
  readonly left: ReadonlySet<RouteNode>;
  /** Numbers of the places that came, or came into a space. */
  readonly came: readonly number[];
}

const changeBetween = query(
  'change of graph',
  (before: RouteGraph, after: RouteGraph): Change => {
    const other = (a: RouteGraph, b: RouteGraph): WallPiece[] =>
      [...a.pieces.values()].filter((p) => b.pieces.get(p.wall) !== p);
    const [gone, came] = [other(before, after), other(after, before)];
    const [was, is] = [before, after].map((g) => new Map(g.spaces.map((s) => [s.key, s])));
    const keys = [...new Set([...(was?.keys() ?? []), ...(is?.keys() ?? [])])];
    const spaces = keys.map((key) => changedSpace(was?.get(key), is?.get(key)));
    const left = spaces.flatMap((s) => s.gone).map((w) => nodesOn(before, w));
    const entered = spaces.flatMap((s) => s.came).map((w) => nodesOn(after, w));
    const nodes = [...came.map((p) => p.nodes), ...entered];
    return {
      ground: [...gone.map((p) => p.nodes), ...left, ...nodes].flatMap(groundOf),
      gone: new Set(gone),
      left: new Set(left.flat()),
      came: nodes.flatMap((list) => list.map((n) => numberOf(after, n))),
    };
  },
  Object.is,
);

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

/** Whether a way goes through nothing that is gone. */
const isWhole = (way: Way, { pieces }: RouteGraph, { gone, left }: Change): boolean =>
  way.nodes.every((n) => !gone.has(valueIn(pieces, n.wall)) && !left.has(n));

/**
 * Whether a way is the best in a changed graph as well, or there still is none. Any other would have to go where something changed: there and back costs more even
 * straight, or at least by the cheapest steps. `least` prices steps as the way does or lower.
 */
function isStillBest(kept: Kept, now: RouteGraph, least: StepCost | null): boolean {
  const { graph, from, to, stepCost, way } = kept;
  if (graph === now) return true;
  const limit = way ? way.cost + dust * (1 + way.cost) : Number.MAX_VALUE;
  const perInch = leastPerInch(stepCost);
  const change = changeBetween(graph, now);
  if (change.ground.every((g) => perInch * (distanceTo(from, g) + distanceTo(to, g)) > limit)) return true;
  if (!least || (way && !isWhole(way, graph, change))) return false;
  const costs = costsToChange(graph, now, least);
  const away = (end: RunEnd) =>
    Math.min(...accesses(end, now, least).map((a) => a.cost + nth(costs, a.node)), Infinity);
  return away(from) + away(to) > limit;
}

const keptWays = new WeakMap<Ways, Map<string, Kept>>();

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
    known && known.stepCost === stepCost && dequal(known.from, ends.from) && dequal(known.to, ends.to);
  const way =
    isSame && isStillBest(known, graph, least) ? known.way : findWay(ends.from, ends.to, graph, stepCost);
  ways.set(id, { ...ends, graph, stepCost, way });
  return way;
}
