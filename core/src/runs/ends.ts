import { entryOf, nth } from '../lookups/index.ts';
import type { XY, XYZ } from '../geometry/index.ts';
import { valuesOf } from '../incremental/index.ts';
import type { Framing } from '../framing/index.ts';
import type { BoxLayout } from '../boxes/index.ts';
import { isOnWall, type Box, type Panel, type Plan, type Run, type WallPlace } from '../plan/index.ts';
import { panelSize } from '../materials/index.ts';
import { Nearest } from './nearest.ts';
import { overPlates, squareDistance, underFloor, type RouteGraph } from './graph.ts';

/**
 * Where a cable begins or ends. In a wall it sits in a bay with knockouts at one or more heights; in a ceiling or under a floor it
 * hangs in the open framing. `away` is cable beyond the wall, to a panel that stands elsewhere.
 */
export type RunEnd =
  | {
      readonly kind: 'wall';
      readonly wall: string;
      readonly along: number;
      readonly knockouts: readonly number[];
      readonly bay: number;
    }
  | {
      readonly kind: 'open';
      readonly at: XYZ;
      readonly joins: readonly number[];
      readonly drop: number;
      readonly away: number;
      /** Whether it hangs over the plates or under the floor; null where it only lies near the framing. */
      readonly hangs: 'above' | 'below' | null;
    };

function bayAt(graph: RouteGraph, wall: string, along: number, z: number): number | null {
  let best: { bay: number; off: number } | null = null;
  for (const number of graph.baysOfWall[wall] ?? []) {
    const bay = nth(graph.bays, number);
    const off = Math.max(bay.start - along, along - bay.end, 0) + Math.max(bay.low - z, z - bay.high, 0);
    if (!best || off < best.off - 1e-9) best = { bay: number, off };
  }
  return best?.bay ?? null;
}

function panelEnd(panel: Panel, graph: RouteGraph, framing: Framing): RunEnd | null {
  const { wall, at, away, leaves } = panel.on;
  const middle = panelSize.bottom + panelSize.height / 2;
  if (away === 0) {
    const bay = bayAt(graph, wall, at, middle);
    return bay === null
      ? null
      : {
          kind: 'wall',
          wall,
          along: at,
          knockouts: [panelSize.bottom, panelSize.bottom + panelSize.height].map(
            (z) => z + entryOf(graph.elevation, wall),
          ),
          bay,
        };
  }
  const joins = (leaves === 'below' ? graph.under : graph.over)[wall] ?? [];
  const nearest = [...joins].sort(
    (a, b) => Math.abs(nth(graph.nodes, a).along - at) - Math.abs(nth(graph.nodes, b).along - at),
  )[0];
  if (nearest === undefined) return null;
  const line = entryOf(framing.lines, wall);
  const from = nth(graph.nodes, nearest).at;
  const out = panel.on.side === 'left' ? 1 : -1;
  const place = { x: from.x + line.unit.y * out * away, y: from.y - line.unit.x * out * away, z: from.z };
  return { kind: 'open', at: place, joins: [nearest], drop: 0, away, hangs: null };
}

/** The joints over or under one level, to be asked which are near. */
interface Joints {
  readonly nodes: readonly number[];
  readonly nearest: Nearest;
}
const joints = new WeakMap<RouteGraph, Record<'over' | 'under', Map<string, Joints>>>();
const mostJoins = 24;

function jointsOf(graph: RouteGraph, framing: Framing, level: string, side: 'over' | 'under'): Joints {
  const kept = joints.get(graph) ?? { over: new Map<string, Joints>(), under: new Map<string, Joints>() };
  joints.set(graph, kept);
  const known = kept[side].get(level);
  if (known) return known;
  const nodes = valuesOf(framing.lines)
    .filter((l) => l.level === level)
    .flatMap((l) => graph[side][l.id] ?? []);
  const made = { nodes, nearest: new Nearest(nodes.map((n) => nth(graph.nodes, n).at)) };
  kept[side].set(level, made);
  return made;
}

/** The joints of a level's framing nearest to a place over or under it. */
function joinsNear(
  graph: RouteGraph,
  framing: Framing,
  level: string,
  at: XY,
  side: 'over' | 'under',
): readonly number[] {
  const { nodes, nearest } = jointsOf(graph, framing, level, side);
  return nearest.to(at, mostJoins).map((i) => nth(nodes, i));
}

function hangingEnd(
  plan: Plan,
  on: Exclude<Box['on'], WallPlace>,
  graph: RouteGraph,
  framing: Framing,
): RunEnd {
  const above = 'ceiling' in on;
  const levelId = entryOf(plan.rooms, above ? on.ceiling : on.floor).level;
  const level = entryOf(plan.levels, levelId);
  const at = { x: on.x, y: on.y };
  const joins = joinsNear(graph, framing, levelId, at, above ? 'over' : 'under');
  const z = level.elevation + (above ? level.ceiling + overPlates : -underFloor);
  const drop = above ? overPlates : underFloor;
  return {
    kind: 'open',
    at: { x: at.x, y: at.y, z },
    joins,
    drop,
    away: 0,
    hangs: above ? 'above' : 'below',
  };
}

/** Where a box, panel or open end is reached; null when the framing gives no way to it. */
export function runEnd(
  id: string,
  plan: Plan,
  layout: BoxLayout,
  graph: RouteGraph,
  framing: Framing,
): RunEnd | null {
  const panel = plan.panels[id];
  if (panel) return panelEnd(panel, graph, framing);
  const box = plan.boxes[id];
  if (!box) return null;
  if (!isOnWall(box.on)) return hangingEnd(plan, box.on, graph, framing);
  const placed = entryOf(layout.placed, id);
  const bay = bayAt(graph, placed.wall, placed.at, (placed.bottom + placed.top) / 2);
  return bay === null
    ? null
    : {
        kind: 'wall',
        wall: placed.wall,
        along: placed.at,
        knockouts: [placed.bottom, placed.top].map((z) => z + entryOf(graph.elevation, placed.wall)),
        bay,
      };
}

/** The far end of a run left open: the framing nearest to the place it waits at. */
export function openEnd(run: Run, plan: Plan, graph: RouteGraph, framing: Framing): RunEnd | null {
  if (!run.endsAt) return null;
  const end = { ...run.endsAt, z: run.endsAt.z + entryOf(plan.levels, run.endsAt.level).elevation };
  const joins = graph.nodes
    .map((n, i) => [i, n] as const)
    .filter(([, n]) => n.wall !== null && entryOf(framing.lines, n.wall).level === end.level)
    .map(([i, n]) => [i, squareDistance(n.at, end) + Math.abs(n.at.z - end.z)] as const)
    .sort((a, b) => a[1] - b[1])
    .slice(0, 4)
    .map(([i]) => i);
  return joins.length === 0
    ? null
    : { kind: 'open', at: { x: end.x, y: end.y, z: end.z }, joins, drop: 0, away: 0, hangs: null };
}
