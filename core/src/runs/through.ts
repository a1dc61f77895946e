import { nearestOnLine, type XYZ } from '../geometry/index.ts';
import { query } from '../incremental/index.ts';
import { entryOf, must, nth } from '../lookups/index.ts';
import type { Run, RunPlace } from '../plan/index.ts';
import { roomHolding } from '../rooms/seeing.ts';
import type { RunEnd, Ways } from './ends.ts';
import { numberOf, overPlates, spaceStep, underFloor, type RouteGraph, type RouteNode } from './graph.ts';
import { wallAtPoint } from '../survey/pointing.ts';
import { isOnGround, spaceOfRoom } from './openSpaces.ts';
import { cheapestPath, stepBetween } from './paths.ts';
import type { StepCost } from './prices.ts';
import { wayEndOf, type Way } from './route.ts';
import type { Sought } from './search.ts';
import { hangs, type Hanging, type WayEnd } from './wayEnd.ts';
import { wallPiece } from './wallPiece.ts';

/** A place a cable is told to go through: the nearest that its wall has for cable, or one over or under a room. */
export type Stop = { readonly kind: 'wall'; readonly node: RouteNode } | Extract<RunEnd, { kind: 'hanging' }>;

/** A place this near to a ceiling or floor is meant to be over or under it. Inches. */
const near = 6;

/** Where a cable that is told to go through a place does; null where nothing there takes cable, as in the middle of a room where a wall was that has been moved. */
export const stopAt = query('stop at', (w: Ways, place: RunPlace): Stop | null => {
  const { elevation, ceiling } = entryOf(w.plan.levels, place.level);
  const inWall = wallAtPoint(w.plan, place.level, place);
  if (inWall) {
    const away = (n: RouteNode) => Math.abs(n.along - inWall.at) + Math.abs(n.at.z - n.floor - place.z);
    const { nodes } = wallPiece(w, inWall.wall);
    const node = nodes.reduce<RouteNode | null>(
      (best, n) => (!best || away(n) < away(best) - 1e-9 ? n : best),
      null,
    );
    return node && { kind: 'wall', node };
  }
  const isOver = place.z > ceiling - near;
  if (!isOver && place.z > near) return null;
  const room = roomHolding(w.plan, place.level, place);
  const kind = isOver ? 'above' : 'below';
  const space = room === null ? null : spaceOfRoom(w, room, kind);
  if (space === null) return null;
  const z = elevation + (kind === 'above' ? ceiling + overPlates : -underFloor);
  return {
    kind: 'hanging',
    at: { x: place.x, y: place.y, z },
    space,
    isLoose: !isOnGround(w, space, place),
  };
});

/** A hole may be moved this far from where a cable is told to go through. Inches. */
const nearby = 8;

/** Which of the places a cable is told to go through it does not come to. */
export function missedStops(w: Ways, run: Pick<Run, 'through'>, path: readonly XYZ[]): number[] {
  return run.through.flatMap((place, i) => {
    const stop = stopAt(w, place);
    const at = stop && (stop.kind === 'wall' ? stop.node.at : stop.at);
    return path.length > 0 && at && nearestOnLine(path, at).away <= nearby ? [] : [i];
  });
}

/** A stop as a place of a way, whether it is one of a wall's or not. */
const placeOf = (stop: Stop): RouteNode =>
  stop.kind === 'wall'
    ? stop.node
    : { wall: '', local: -1, bay: -1, along: 0, at: stop.at, floor: 0, turns: true };

function wayEndAt(stop: Stop, graph: RouteGraph): WayEnd | null {
  if (stop.kind === 'wall') return [{ node: numberOf(graph, stop.node), cost: 0 }];
  const space = graph.spaces.findIndex((s) => s.key === stop.space);
  return space < 0 ? null : { space, at: stop.at, isLoose: stop.isLoose };
}

/** Places and steps of a way as it is put together. */
interface Walked {
  readonly nodes: RouteNode[];
  readonly steps: Way['steps'][number][];
}

/** Without the places a cable only goes to and comes back from: it would lie twice in one hole. */
function withoutReturns({ nodes, steps }: Walked): Walked {
  for (let i = 1; i + 1 < nodes.length;) {
    if (nodes[i - 1] === nodes[i + 1]) {
      nodes.splice(i, 2);
      steps.splice(i - 1, 2);
      i = Math.max(1, i - 1);
    } else i++;
  }
  return { nodes, steps };
}

/**
 * The cheapest way from one end to another through places in their order, each stretch by itself; null where there is none through all of
 * them. A place that leads nowhere but back is left out.
 */
export function findWayThrough(
  { from, to }: { readonly from: RunEnd; readonly to: RunEnd },
  stops: readonly Stop[],
  graph: RouteGraph,
  stepCost: StepCost,
  rooms?: Sought['rooms'],
): Way | null {
  const [start, goal] = [wayEndOf(from, graph, stepCost), wayEndOf(to, graph, stepCost)];
  const ends = [start, ...stops.map((s) => wayEndAt(s, graph)), goal];
  const walked: Walked = { nodes: [], steps: [] };
  let cost = 0;
  let isBroken = false;
  const goOn = (node: RouteNode, step: Way['steps'][number] | null) => {
    if (walked.nodes.at(-1) === node) return;
    if (walked.nodes.length > 0 && step) walked.steps.push(step);
    isBroken ||= walked.nodes.length > 0 && !step;
    walked.nodes.push(node);
  };
  const across = ({ space, isLoose }: Hanging, a: RouteNode, b: RouteNode) =>
    spaceStep(nth(graph.spaces, space), a.at, b.at, isLoose);
  for (let leg = 0; leg + 1 < ends.length; leg++) {
    const [a, b] = [nth(ends, leg), nth(ends, leg + 1)];
    if (!a || !b) return null;
    const [before, after] = [stops[leg - 1], stops[leg]];
    const last = walked.nodes.at(-1);
    if (hangs(a) && hangs(b) && a.space === b.space) {
      const step = spaceStep(nth(graph.spaces, a.space), a.at, b.at, a.isLoose || b.isLoose);
      if (step) {
        cost += stepCost(step);
        if (after) goOn(placeOf(after), step);
        continue;
      }
    }
    const found = cheapestPath(graph, a, b, stepCost, rooms ? { rooms } : {});
    if (!found) return null;
    cost += found.cost;
    found.nodes.forEach((n, i) => {
      const node = nth(graph.nodes, n);
      const step =
        i > 0
          ? stepBetween(graph, nth(found.nodes, i - 1), n, stepCost)
          : before && last && hangs(a)
            ? across(a, last, node)
            : null;
      goOn(node, step);
    });
    if (after && hangs(b)) {
      const place = placeOf(after);
      goOn(place, across(b, must(walked.nodes.at(-1), 'the place before'), place));
    }
  }
  const { nodes, steps } = withoutReturns(walked);
  return nodes.length === 0 || isBroken ? null : { nodes, steps, cost };
}
