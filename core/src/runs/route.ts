import { entryOf, lastOf, must, nth } from '../lookups/index.ts';
import { polylineLength, type XYZ } from '../geometry/index.ts';
import type { Framing, Member } from '../framing/index.ts';
import type { PlacedBox } from '../boxes/index.ts';
import type { Run } from '../plan/index.ts';
import { query } from '../incremental/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { squareDistance, type RouteGraph, type Step } from './graph.ts';
import type { RunEnd } from './ends.ts';
import { cheapestPath, stepBetween, type Access, type StepCost } from './search.ts';

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

function accesses(end: RunEnd, graph: RouteGraph, stepCost: StepCost): Access[] {
  const priced = (node: number, length: number, kind: Step['kind']): Access => ({
    node,
    length,
    cost: stepCost({ to: node, kind, length, members: [], joists: 0 }),
  });
  if (end.kind === 'open') {
    const kind = end.away > 0 ? 'inside' : (end.hangs ?? (end.at.z > 0 ? 'above' : 'below'));
    return end.joins
      .map((n) =>
        priced(
          n,
          end.drop + (end.away > 0 ? end.away : squareDistance(nth(graph.nodes, n).at, end.at)),
          kind,
        ),
      )
      .filter((a) => Number.isFinite(a.cost));
  }
  return nth(graph.nodesOfBay, end.bay).map((n) => {
    const node = nth(graph.nodes, n);
    const rise = Math.min(...end.knockouts.map((z) => Math.abs(z - node.at.z)));
    return priced(n, Math.abs(node.along - end.along) + rise, 'inside');
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

function sameBayRoute(from: RunEnd, to: RunEnd, framing: Framing): Route | null {
  if (from.kind !== 'wall' || to.kind !== 'wall' || from.bay !== to.bay) return null;
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

/** The nodes' own points, with holes lifted over boxes and square corners between places that differ in two directions. */
function pathPoints(
  nodes: readonly number[],
  steps: readonly Step[],
  graph: RouteGraph,
  framing: Framing,
  boxesOn: BoxesOn,
) {
  const height = new Map<number, number>();
  const bores: RouteBore[] = [];
  steps.forEach((step, i) => {
    if (step.kind !== 'bore' && step.kind !== 'plate') return;
    const from = nth(graph.nodes, nth(nodes, i));
    const floor = graph.elevation[must(from.wall, 'the wall')] ?? 0;
    const z = step.kind === 'bore' ? clearHole(step, from.at.z - floor, boxesOn) : 0;
    if (step.kind === 'bore') for (const n of [nth(nodes, i), nth(nodes, i + 1)]) height.set(n, z + floor);
    for (const member of step.members)
      bores.push({ member, z: step.kind === 'bore' ? z : (member.low + member.high) / 2 });
  });
  const pointOf = (n: number): XYZ => ({
    ...nth(graph.nodes, n).at,
    z: height.get(n) ?? nth(graph.nodes, n).at.z,
  });
  const points: XYZ[] = [];
  nodes.forEach((n, i) => {
    const point = pointOf(n);
    const step = i > 0 ? nth(steps, i - 1) : null;
    const before = points.at(-1);
    if (before && step?.kind === 'inside')
      points.push(
        placeOn(
          framing,
          must(nth(graph.nodes, n).wall, 'the wall'),
          nth(graph.nodes, nth(nodes, i - 1)).along,
          point.z,
        ),
      );
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

/** What a cable is laid through, and by what it is priced. */
export interface RouteSetting {
  readonly way: Run['way'];
  readonly graph: RouteGraph;
  readonly framing: Framing;
  readonly boxesOn: BoxesOn;
  readonly stepCost: StepCost;
}

/** Lays one cable between two ends. `null` when the framing gives no way under the rules, which is a normal answer. */
export function layRoute(
  from: RunEnd,
  to: RunEnd,
  { way, graph, framing, boxesOn, stepCost }: RouteSetting,
): Route | null {
  const direct =
    way === 'auto' || way === 'wall' || way === 'surface' ? sameBayRoute(from, to, framing) : null;
  if (direct) return direct;
  const found = cheapestPath(graph, accesses(from, graph, stepCost), accesses(to, graph, stepCost), stepCost);
  if (!found || !Number.isFinite(found.cost)) return null;
  const steps = found.nodes.slice(1).map((n, i) => stepBetween(graph, nth(found.nodes, i), n, stepCost));
  const { points, bores } = pathPoints(found.nodes, steps, graph, framing, boxesOn);
  const path = simplified([
    ...endPoints(from, nth(points, 0), framing),
    ...points,
    ...endPoints(to, lastOf(points), framing).reverse(),
  ]);
  return {
    path,
    bores: way === 'surface' ? [] : bores,
    joists: steps.reduce((sum, s) => sum + s.joists, 0),
    way: wayTaken(steps, way, [from, to]),
    length: polylineLength(path),
    cost: found.cost,
  };
}

/** Cost of the cheapest way, for choosing an order of boxes; Infinity when there is none. */
export function routeCost(
  from: RunEnd,
  to: RunEnd,
  graph: RouteGraph,
  framing: Framing,
  stepCost: StepCost,
): number {
  const direct = sameBayRoute(from, to, framing);
  if (direct) return stepCost({ to: 0, kind: 'inside', length: direct.length, members: [], joists: 0 });
  return (
    cheapestPath(graph, accesses(from, graph, stepCost), accesses(to, graph, stepCost), stepCost)?.cost ??
    Infinity
  );
}
