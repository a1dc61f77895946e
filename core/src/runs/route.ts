import { must, nth, valueIn } from '../lookups/index.ts';
import { distance, type XY } from '../geometry/index.ts';
import type { Run } from '../plan/index.ts';
import { query } from '../incremental/index.ts';
import type { RuleBook } from '../rules/index.ts';
import {
  holesOfStep,
  wayIn,
  nodesOfBay,
  numberOf,
  spaceStep,
  squareDistance,
  type OpenSpace,
  type RouteGraph,
  type RouteNode,
  type Step,
} from './graph.ts';
import type { Bay } from './bays.ts';
import { onGrid, rateOnGrid } from './grid.ts';
import type { RunEnd } from './ends.ts';
import { isAttic, isCrawl } from './openSpaces.ts';
import { cheapestCosts, cheapestPath, stepBetween } from './paths.ts';
import type { Sought } from './search.ts';
import { hangs, type Access, type WayEnd } from './wayEnd.ts';
import type { Drilling, Heading, StepCost } from './prices.ts';

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

/** Minutes to get across a closed ceiling, patch and finish included: in at one place and past each joist fished, or along an opened strip. */
export function closedSpaceMinutes(
  rules: RuleBook,
): (how: 'fish' | 'open', step: Pick<Step, 'length' | 'joists'>) => number {
  const [fishStud, stripFoot] = [rules('minutes.fishStud'), rules('minutes.stripFoot')];
  return (how, { length, joists }) => (how === 'fish' ? (1 + joists) * fishStud : (length / 12) * stripFoot);
}

/** An inch along the wall in a groove costs this much more where boxes are reached by drops. */
const notLevel = 100;

/** Every rule is read here and not later: the search keeps what the function made from it said of each step. */
function makeStepCost(rules: RuleBook, way: Run['way'], centsPerFoot: number): StepCost {
  const minute = rules('cost.labour') / 60;
  const perInch = rateOnGrid((centsPerFoot + rules('minutes.pullFoot') * minute) / 12);
  const holes = (step: Step) => holesOfStep(step) + step.joists;
  const prefer = rules('route.prefer');
  const [plateBore, bore] = [rules('minutes.plateBore'), rules('minutes.bore')].map((minutes) =>
    rateOnGrid(minutes * minute),
  ) as [number, number];
  const sharedBore = Math.min(rateOnGrid(rules('minutes.sharedBore') * minute), plateBore, bore);
  // Over and under the walls it is crawled to, and stapled as it goes.
  const outsideRate = (more: number) =>
    rateOnGrid(
      ((rules('minutes.outsideFoot') * (1 + more / 100)) / 12 +
        rules('minutes.staple') / rules('staple.every')) *
        minute,
    );
  const perInchOutside = outsideRate(0);
  const perInchAttic = outsideRate(rules('minutes.attic'));
  const perInchCrawl = outsideRate(rules('minutes.crawl'));
  const outsideOf = (space: string | undefined) =>
    isAttic(space) ? perInchAttic : isCrawl(space) ? perInchCrawl : perInchOutside;
  const closed = closedMinutes(rules);
  const closedSpace = closedSpaceMinutes(rules);
  const perInchGroove = rateOnGrid((rules('minutes.grooveFoot') / 12) * minute);
  const alongGroove = rules('groove.way') === 'drops' ? notLevel : 0;
  const price = (step: Step, drilling: Drilling): number =>
    priceAnywhere(step, drilling) + (step.along ?? 0) * alongGroove;
  const priceAnywhere = (step: Step, drilling: Drilling): number => {
    const isShared = drilling === 'shared';
    if (prefer === 'cable') return step.length + holes(step) * (isShared ? 1 / 2048 : 1 / 1024);
    if (prefer === 'holes') return holes(step) * (isShared ? 1 : 1000) + step.length;
    const hole = isShared && step.joists === 0 ? sharedBore : step.kind === 'plate' ? plateBore : bore;
    const leaves =
      prefer === 'in-wall' && (step.kind === 'plate' || step.kind === 'above' || step.kind === 'below');
    const isOutside = step.kind === 'above' || step.kind === 'below';
    const outside = isOutside ? outsideOf(step.space) : 0;
    const coveredBy = (how: 'fish' | 'open') =>
      (isOutside ? closedSpace(how, step) : closed(how, step.members.length)) * minute;
    const covered = step.closed && drilling === 'new' ? rateOnGrid(coveredBy(step.closed)) : 0;
    const groove = step.kind === 'groove' ? step.length * perInchGroove : 0;
    return step.length * (perInch + outside) + holes(step) * hole + covered + groove + (leaves ? 1e6 : 0);
  };
  const inWall = ({ kind }: Step) =>
    kind === 'inside' || kind === 'groove' || kind === 'bore' || kind === 'block';
  return (step, drilling = 'new') => {
    switch (way) {
      case 'auto':
        return price(step, drilling);
      case 'wall':
        return inWall(step) ? price(step, drilling) : Infinity;
      case 'surface':
        return inWall(step) ? step.length : Infinity;
      case 'over':
        return step.kind === 'below' ? Infinity : price(step, drilling) + (step.kind === 'bore' ? 1e6 : 0);
      case 'under':
        return step.kind === 'above' ? Infinity : price(step, drilling) + (step.kind === 'bore' ? 1e6 : 0);
      default:
        return way satisfies never;
    }
  };
}

/** Along its wall cable beyond it goes straight; to framing that is not there yet it is reckoned square. */
const squareOrStraight = (a: XY, b: XY, away: number): number =>
  away > 0 ? distance(a, b) : squareDistance(a, b);

/** The places by which an end is reached, and what getting there costs; or where it hangs. Null where it hangs in no space of the graph. */
export function wayEndOf(end: RunEnd, graph: RouteGraph, stepCost: StepCost): WayEnd | null {
  if (end.kind === 'hanging') {
    const space = graph.spaces.findIndex((s) => s.key === end.space);
    return space < 0 ? null : { space, at: end.at, isLoose: end.isLoose };
  }
  const priced = (node: RouteNode, length: number, kind: Step['kind']): Access => ({
    node: numberOf(graph, node),
    cost: stepCost({ kind, length: onGrid(length), members: [], joists: 0 }),
  });
  if (end.kind === 'open') {
    const kind = end.away > 0 ? 'inside' : end.at.z > 0 ? 'above' : 'below';
    const { at, out } = end;
    const corner = (n: RouteNode) => ({ x: n.at.x + out.x, y: n.at.y + out.y });
    return end.joins
      .map((n) => priced(n, end.away + squareOrStraight(corner(n), at, end.away), kind))
      .filter((a) => Number.isFinite(a.cost));
  }
  const kind = wayIn(nth(valueIn(graph.pieces, end.wall).bays, end.bay));
  return nodesOfBay(graph, end.wall, end.bay).map((n) => {
    const rise = onGrid(Math.min(...end.knockouts.map((z) => Math.abs(z - n.at.z))));
    const along = Math.abs(n.along - onGrid(end.along));
    const length = along + rise;
    return {
      node: numberOf(graph, n),
      cost: stepCost({ kind, length, members: [], joists: 0, along: kind === 'groove' ? along : 0 }),
    };
  });
}

/** What it costs from an end to a place its way begins at; Infinity where it does not begin there. */
export function costToNode(end: RunEnd, node: RouteNode, graph: RouteGraph, stepCost: StepCost): number {
  if (end.kind === 'hanging') {
    const step = stepToSpace(end, node, graph.spaces);
    return step ? stepCost(step) : Infinity;
  }
  const start = wayEndOf(end, graph, stepCost);
  const number = numberOf(graph, node);
  const own = start && !hangs(start) ? start.find((a) => a.node === number) : undefined;
  return own?.cost ?? Infinity;
}

/** The step between two ends that hang in one space, where the ground between them is open. */
export function stepBetweenEnds(from: RunEnd, to: RunEnd, spaces: readonly OpenSpace[]): Step | null {
  if (from.kind !== 'hanging' || to.kind !== 'hanging' || from.space !== to.space) return null;
  const space = spaces.find((s) => s.key === from.space);
  return space ? spaceStep(space, from.at, to.at, from.isLoose || to.isLoose) : null;
}

/** Whether a cable never leaves the bay it starts in. */
export const isInOneBay = (from: RunEnd, to: RunEnd, asked: Run['way']): boolean =>
  from.kind === 'wall' &&
  to.kind === 'wall' &&
  from.wall === to.wall &&
  from.bay === to.bay &&
  (asked === 'auto' || asked === 'wall' || asked === 'surface');

type InWall = Extract<RunEnd, { kind: 'wall' }>;

/** The knockouts of two boxes in one bay that are nearest to each other, as heights. */
export function nearestKnockouts(from: InWall, to: InWall): readonly [number, number] {
  const pairs = from.knockouts.flatMap((a) => to.knockouts.map((b) => [a, b] as const));
  return pairs.reduce((best, p) => (Math.abs(p[0] - p[1]) < Math.abs(best[0] - best[1]) ? p : best));
}

function inchesInBay(from: InWall, to: InWall): number {
  const [a, b] = nearestKnockouts(from, to);
  return onGrid(Math.abs(from.along - to.along)) + onGrid(Math.abs(a - b));
}

/** A way through the graph: the places passed, and the steps between them. */
export interface Way {
  readonly nodes: readonly RouteNode[];
  readonly steps: readonly Step[];
  readonly cost: number;
}

/** Inches at an end that may be gone without a hole: within its bay, to a box that stands past the edge of it too, or beyond the wall to where it stands. */
export function freeAt(end: RunEnd, { pieces }: RouteGraph): number {
  if (end.kind === 'hanging') return 0;
  if (end.kind === 'open') return Infinity;
  const bay = nth(valueIn(pieces, end.wall).bays, end.bay);
  return Math.max(bay.end, end.along) - Math.min(bay.start, end.along);
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
export function findWay(
  { from, to }: { readonly from: RunEnd; readonly to: RunEnd },
  graph: RouteGraph,
  stepCost: StepCost,
  known: Pick<Sought, 'rooms' | 'atMost'> = {},
): Way | null {
  const [start, goal] = [wayEndOf(from, graph, stepCost), wayEndOf(to, graph, stepCost)];
  const found =
    start &&
    goal &&
    cheapestPath(graph, start, goal, stepCost, {
      heading: headingTo(to, graph),
      ...known,
    });
  if (!found) return null;
  return {
    nodes: found.nodes.map((n) => nth(graph.nodes, n)),
    steps: found.nodes
      .slice(1)
      .map((n, i) => must(stepBetween(graph, nth(found.nodes, i), n, stepCost), 'a step of a way found')),
    cost: found.cost,
  };
}

/** The step from an end that hangs in a space to a place in it; null for any other end. */
export function stepToSpace(end: RunEnd, node: RouteNode, spaces: readonly OpenSpace[]): Step | null {
  if (end.kind !== 'hanging') return null;
  const space = spaces.find((s) => s.key === end.space);
  return space ? spaceStep(space, end.at, node.at, end.isLoose) : null;
}

/** The step between two ends in one bay; null where they are not. */
export function stepInBay(from: RunEnd, to: RunEnd, bays: (wall: string) => readonly Bay[]): Step | null {
  if (from.kind !== 'wall' || to.kind !== 'wall' || !isInOneBay(from, to, 'auto')) return null;
  const kind = wayIn(nth(bays(from.wall), from.bay));
  const along = kind === 'groove' ? Math.abs(from.along - to.along) : 0;
  return { kind, length: inchesInBay(from, to), members: [], joists: 0, along };
}

/** What a cable costs that needs no search: it stays in one bay, or hangs at both ends in one space; null for any other. In foam block a way over may cost less than the groove. */
function nearCost(from: RunEnd, to: RunEnd, graph: RouteGraph, stepCost: StepCost): number | null {
  const step =
    stepInBay(from, to, (wall) => valueIn(graph.pieces, wall).bays) ??
    stepBetweenEnds(from, to, graph.spaces);
  const cost = step && step.kind !== 'groove' ? stepCost(step) : Infinity;
  return cost < Infinity ? cost : null;
}

/** What the cheapest way from an end to each of others costs, for choosing an order of boxes; Infinity where there is none. */
export function routeCosts(
  from: RunEnd,
  others: readonly RunEnd[],
  graph: RouteGraph,
  stepCost: StepCost,
): number[] {
  const near = others.map((end) => nearCost(from, end, graph, stepCost));
  const start = wayEndOf(from, graph, stepCost);
  const far = others.flatMap((end, i) => {
    const goal = near[i] === null ? wayEndOf(end, graph, stepCost) : null;
    return goal ? [{ i, goal: { end: goal, heading: headingTo(end, graph) } }] : [];
  });
  const costs = near.map((cost) => cost ?? Infinity);
  if (!start || far.length === 0) return costs;
  const found = cheapestCosts(
    graph,
    start,
    far.map((f) => f.goal),
    stepCost,
  );
  far.forEach(({ i }, k) => {
    const groove = stepInBay(from, nth(others, i), (wall) => valueIn(graph.pieces, wall).bays);
    costs[i] = Math.min(nth(found, k), groove ? stepCost(groove) : Infinity);
  });
  return costs;
}
