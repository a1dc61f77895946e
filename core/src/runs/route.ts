import { entryOf, lastOf, nth, valueIn } from '../lookups/index.ts';
import { polylineLength, type XYZ } from '../geometry/index.ts';
import type { Framing, Member } from '../framing/index.ts';
import type { PlacedBox } from '../boxes/index.ts';
import type { Run } from '../plan/index.ts';
import { query } from '../incremental/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { nodesOfBay, numberOf, squareDistance, type RouteGraph, type RouteNode, type Step } from './graph.ts';
import type { RunEnd } from './ends.ts';
import { cheapestCosts, cheapestPath, stepBetween, type Access } from './search.ts';
import type { Heading, StepCost } from './prices.ts';

export interface RouteBore {
  readonly member: Member;
  readonly z: number;
}

/** A run laid through the framing: the cable's line, its holes, and which way it went. Cost is in the unit of `route.prefer`. */
export interface Route {
  readonly path: readonly XYZ[];
  readonly bores: readonly RouteBore[];
  readonly joists: number;
  readonly way: 'wall' | 'over' | 'under' | 'surface';
  readonly length: number;
  readonly cost: number;
}

/** Boxes on some walls, in the order of their ids. */
export type BoxesOn = (walls: readonly string[]) => readonly PlacedBox[];

const boxClearance = 1;

/** The price of a step in cents, or in the measure the house prefers; the way asked for forbids what it must. One function for each way and price, so that the search can keep what it made of it. */
export const stepCostFor = query(
  'step cost',
  (rules: RuleBook, way: Run['way'], centsPerFoot: number) => makeStepCost(rules, way, centsPerFoot),
  Object.is,
);

const usualBay = 16;

/** Minutes to get past so many studs of a closed wall, patch and finish included: fished one by one, or along an opened strip. */
export function closedMinutes(rules: RuleBook): (how: 'fish' | 'open', studs: number) => number {
  const [fishStud, stripFoot] = [rules('minutes.fishStud'), rules('minutes.stripFoot')];
  return (how, studs) => (how === 'fish' ? studs * fishStud : ((studs * usualBay) / 12) * stripFoot);
}

/** Every rule is read here and not later: the search keeps what the function made from it said of each step. */
function makeStepCost(rules: RuleBook, way: Run['way'], centsPerFoot: number): StepCost {
  const minute = rules('cost.labour') / 60;
  const perInch = (centsPerFoot + rules('minutes.pullFoot') * minute) / 12;
  const holes = (step: Step) => step.members.length + step.joists;
  const prefer = rules('route.prefer');
  const [plateBore, bore] = [rules('minutes.plateBore'), rules('minutes.bore')];
  const perInchOutside = (rules('minutes.outsideFoot') * minute) / 12;
  const closed = closedMinutes(rules);
  const price = (step: Step): number => {
    if (prefer === 'cable') return step.length + holes(step) * 0.001;
    if (prefer === 'holes') return holes(step) * 1000 + step.length;
    const minutes = step.kind === 'plate' ? plateBore : bore;
    const leaves =
      prefer === 'in-wall' && (step.kind === 'plate' || step.kind === 'above' || step.kind === 'below');
    const outside = step.kind === 'above' || step.kind === 'below' ? perInchOutside : 0;
    const covered = step.closed ? closed(step.closed, step.members.length) * minute : 0;
    return step.length * (perInch + outside) + holes(step) * minutes * minute + covered + (leaves ? 1e6 : 0);
  };
  return (step) => {
    switch (way) {
      case 'auto':
        return price(step);
      case 'wall':
        return step.kind === 'inside' || step.kind === 'bore' ? price(step) : Infinity;
      case 'surface':
        return step.kind === 'inside' || step.kind === 'bore' ? step.length : Infinity;
      case 'over':
        return step.kind === 'below' ? Infinity : price(step) + (step.kind === 'bore' ? 1e6 : 0);
      case 'under':
        return step.kind === 'above' ? Infinity : price(step) + (step.kind === 'bore' ? 1e6 : 0);
      default:
        return way satisfies never;
    }
  };
}

/** The places by which an end is reached, and what getting there costs. */
export function accesses(end: RunEnd, graph: RouteGraph, stepCost: StepCost): Access[] {
  const priced = (node: RouteNode, length: number, kind: Step['kind']): Access => ({
    node: numberOf(graph, node),
    cost: stepCost({ kind, length, members: [], joists: 0 }),
  });
  if (end.kind === 'open') {
    const kind = end.away > 0 ? 'inside' : (end.hangs ?? (end.at.z > 0 ? 'above' : 'below'));
    return end.joins
      .map((n) => priced(n, end.drop + (end.away > 0 ? end.away : squareDistance(n.at, end.at)), kind))
      .filter((a) => Number.isFinite(a.cost));
  }
  return nodesOfBay(graph, end.wall, end.bay).map((n) => {
    const rise = Math.min(...end.knockouts.map((z) => Math.abs(z - n.at.z)));
    return priced(n, Math.abs(n.along - end.along) + rise, 'inside');
  });
}

const nearestKnockout = (end: Extract<RunEnd, { kind: 'wall' }>, z: number) =>
  end.knockouts.reduce((best, k) => (Math.abs(k - z) < Math.abs(best - z) ? k : best));

/** The line of holes rises over a box that stands in it on the same stud. */
function clearHole(step: Step, z: number, boxesOn: BoxesOn): number {
  let clear = z;
  const boxes = boxesOn([...new Set(step.members.map((m) => m.wall))]);
  const touches = (m: Member, p: PlacedBox) =>
    p.wall === m.wall && Math.abs(Math.abs(p.at - m.at) - (p.width + m.width) / 2) < 0.3;
  for (const p of boxes) {
    const inTheWay =
      p.bottom - boxClearance < clear &&
      clear < p.top + boxClearance &&
      step.members.some((m) => touches(m, p));
    if (inTheWay && step.members.every((m) => m.high > p.top + 2)) clear = p.top + boxClearance + 0.5;
  }
  return clear;
}

function placeOn(framing: Framing, wall: string, along: number, z: number): XYZ {
  const line = entryOf(framing.lines, wall);
  return { x: line.from.x + line.unit.x * along, y: line.from.y + line.unit.y * along, z };
}

/** Drops points that repeat or lie on a straight line between their neighbours. */
function simplified(points: readonly XYZ[]): XYZ[] {
  const apart = (a: XYZ, b: XYZ) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
  const kept: XYZ[] = [];
  for (const p of points) {
    if (kept.length > 0 && apart(lastOf(kept), p) < 1e-6) continue;
    const [a, b] = [kept.at(-2), kept.at(-1)];
    if (a && b && apart(a, b) + apart(b, p) - apart(a, p) < 1e-9) kept.pop();
    kept.push(p);
  }
  return kept;
}

function endPoints(end: RunEnd, towards: XYZ, framing: Framing): XYZ[] {
  if (end.kind === 'wall') {
    const knockout = nearestKnockout(end, towards.z);
    return [
      placeOn(framing, end.wall, end.along, knockout),
      placeOn(framing, end.wall, end.along, towards.z),
    ];
  }
  const low = { ...end.at, z: end.at.z + (end.hangs === 'below' ? end.drop : -end.drop) };
  return end.away > 0 ? [end.at] : [low, end.at, { x: towards.x, y: end.at.y, z: end.at.z }];
}

/** Whether a cable never leaves the bay it starts in. */
export const isInOneBay = (from: RunEnd, to: RunEnd, asked: Run['way']): boolean =>
  from.kind === 'wall' &&
  to.kind === 'wall' &&
  from.wall === to.wall &&
  from.bay === to.bay &&
  (asked === 'auto' || asked === 'wall' || asked === 'surface');

function sameBayRoute(from: RunEnd, to: RunEnd, framing: Framing): Route | null {
  if (from.kind !== 'wall' || to.kind !== 'wall' || !isInOneBay(from, to, 'auto')) return null;
  const pairs = from.knockouts.flatMap((a) => to.knockouts.map((b) => [a, b] as const));
  const [a, b] = pairs.reduce((best, p) => (Math.abs(p[0] - p[1]) < Math.abs(best[0] - best[1]) ? p : best));
  const points = [
    placeOn(framing, from.wall, from.along, a),
    placeOn(framing, from.wall, from.along, b),
    placeOn(framing, to.wall, to.along, b),
  ];
  const path = simplified(points);
  const length = polylineLength(path);
  return { path, bores: [], joists: 0, way: 'wall', length, cost: length };
}

/** A way through the graph: the places passed, and the steps between them. */
export interface Way {
  readonly nodes: readonly RouteNode[];
  readonly steps: readonly Step[];
  readonly cost: number;
}

/** Inches at an end that may be gone without a hole: within its bay, or beyond the wall to where it stands. */
export function freeAt(end: RunEnd, { pieces }: RouteGraph): number {
  if (end.kind === 'open') return end.hangs ? 0 : Infinity;
  const bay = nth(valueIn(pieces, end.wall).bays, end.bay);
  return bay.end - bay.start;
}

/** Where a search for an end is heading. */
const headingTo = (end: RunEnd, graph: RouteGraph): Heading => ({
  free: freeAt(end, graph),
  x: end.at.x,
  y: end.at.y,
  low: end.kind === 'wall' ? Math.min(...end.knockouts) : -Infinity,
  high: end.kind === 'wall' ? Math.max(...end.knockouts) : Infinity,
});

/** The cheapest way from one end to another; `null` when the framing gives none under the rules, which is a normal answer. */
export function findWay(from: RunEnd, to: RunEnd, graph: RouteGraph, stepCost: StepCost): Way | null {
  const [starts, goals] = [accesses(from, graph, stepCost), accesses(to, graph, stepCost)];
  const found = cheapestPath(graph, starts, goals, stepCost, headingTo(to, graph));
  if (!found) return null;
  return {
    nodes: found.nodes.map((n) => nth(graph.nodes, n)),
    steps: found.nodes.slice(1).map((n, i) => stepBetween(graph, nth(found.nodes, i), n, stepCost)),
    cost: found.cost,
  };
}

/** The nodes' own points, with holes lifted over boxes and square corners between places that differ in two directions. */
function pathPoints({ nodes, steps }: Way, framing: Framing, boxesOn: BoxesOn) {
  const height = new Map<RouteNode, number>();
  const bores: RouteBore[] = [];
  steps.forEach((step, i) => {
    if (step.kind !== 'bore' && step.kind !== 'plate') return;
    const { at, floor } = nth(nodes, i);
    const z = step.kind === 'bore' ? clearHole(step, at.z - floor, boxesOn) : 0;
    if (step.kind === 'bore') for (const n of [nth(nodes, i), nth(nodes, i + 1)]) height.set(n, z + floor);
    for (const member of step.members)
      bores.push({ member, z: step.kind === 'bore' ? z : (member.low + member.high) / 2 });
  });
  const pointOf = (n: RouteNode): XYZ => ({ ...n.at, z: height.get(n) ?? n.at.z });
  const points: XYZ[] = [];
  nodes.forEach((n, i) => {
    const point = pointOf(n);
    const step = i > 0 ? nth(steps, i - 1) : null;
    const before = points.at(-1);
    if (before && step?.kind === 'inside')
      points.push(placeOn(framing, n.wall, nth(nodes, i - 1).along, point.z));
    if (before && (step?.kind === 'above' || step?.kind === 'below'))
      points.push({ x: point.x, y: before.y, z: before.z });
    points.push(point);
  });
  return { points, bores };
}

function wayTaken(steps: readonly Step[], asked: Run['way'], ends: readonly RunEnd[]): Route['way'] {
  if (asked === 'surface') return 'surface';
  const hangs = (above: boolean) =>
    ends.some((e) => e.kind === 'open' && e.hangs === (above ? 'above' : 'below'));
  if (steps.some((s) => s.kind === 'above') || hangs(true)) return 'over';
  if (steps.some((s) => s.kind === 'below') || hangs(false)) return 'under';
  return 'wall';
}

/** Lays a cable that stays in one bay, or along the way that was found for it. */
export function layRoute(
  from: RunEnd,
  to: RunEnd,
  way: Way | 'in one bay',
  { asked, framing, boxesOn }: { asked: Run['way']; framing: Framing; boxesOn: BoxesOn },
): Route | null {
  if (way === 'in one bay') return sameBayRoute(from, to, framing);
  const { points, bores } = pathPoints(way, framing, boxesOn);
  const path = simplified([
    ...endPoints(from, nth(points, 0), framing),
    ...points,
    ...endPoints(to, lastOf(points), framing).reverse(),
  ]);
  return {
    path,
    bores: asked === 'surface' ? [] : bores,
    joists: way.steps.reduce((sum, s) => sum + s.joists, 0),
    way: wayTaken(way.steps, asked, [from, to]),
    length: polylineLength(path),
    cost: way.cost,
  };
}

/** What the cheapest way from an end to each of others costs, for choosing an order of boxes; Infinity where there is none. */
export function routeCosts(
  from: RunEnd,
  others: readonly RunEnd[],
  graph: RouteGraph,
  framing: Framing,
  stepCost: StepCost,
): number[] {
  const costs = cheapestCosts(
    graph,
    accesses(from, graph, stepCost),
    others.map((end) => accesses(end, graph, stepCost)),
    stepCost,
  );
  return others.map((end, i) => {
    const direct = sameBayRoute(from, end, framing);
    return direct
      ? stepCost({ kind: 'inside', length: direct.length, members: [], joists: 0 })
      : nth(costs, i);
  });
}
