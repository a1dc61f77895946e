import { entryOf } from '../lookups/index.ts';
import { alongLine, distance, type XY, type XYZ } from '../geometry/index.ts';
import { idsOf, query } from '../incremental/index.ts';
import { compareIds } from '../lookups/ids.ts';
import type { BoxLayout } from '../boxes/index.ts';
import { isOnWall, type Box, type Panel, type Run, type WallPlace } from '../plan/index.ts';
import { panelSize } from '../materials/index.ts';
import { nodesOnSide, overPlates, squareDistance, underFloor, type RouteNode } from './graph.ts';
import type { Ground } from './graphChange.ts';
import type { FramedRooms } from './openSpaces.ts';
import { inchesBetween, type Bound } from './prices.ts';
import { wallPiece } from './wallPiece.ts';

/** What cable is laid through: the framing with its rooms, and the boxes that stand in it. */
export interface Ways extends FramedRooms {
  readonly layout: BoxLayout;
}

/**
 * Where a cable begins or ends. In a wall it sits in a bay with knockouts at one or more heights; in a ceiling or under a floor it
 * hangs in the open framing. `away` is cable beyond the wall, to a panel that stands elsewhere.
 */
export type RunEnd =
  | {
      readonly kind: 'wall';
      readonly wall: string;
      readonly along: number;
      readonly at: XY;
      readonly knockouts: readonly number[];
      /** The bay of its wall. */
      readonly bay: number;
    }
  | {
      readonly kind: 'open';
      readonly at: XYZ;
      readonly joins: readonly RouteNode[];
      readonly drop: number;
      readonly away: number;
      /** Whether it hangs over the plates or under the floor; null where it only lies near the framing. */
      readonly hangs: 'above' | 'below' | null;
    };

/** Heights of the knockouts of what sits in a wall, from its bottom to its top above the subfloor. */
interface Knockouts {
  readonly bottom: number;
  readonly top: number;
}

function wallEnd(w: Ways, wall: string, along: number, { bottom, top }: Knockouts): RunEnd | null {
  const { bays } = wallPiece(w, wall);
  const middle = (bottom + top) / 2;
  let best: { bay: number; off: number } | null = null;
  bays.forEach((bay, number) => {
    const off =
      Math.max(bay.start - along, along - bay.end, 0) + Math.max(bay.low - middle, middle - bay.high, 0);
    if (!best || off < best.off - 1e-9) best = { bay: number, off };
  });
  const found = best as { bay: number } | null;
  if (!found) return null;
  const line = entryOf(w.framing.lines, wall);
  const { elevation } = entryOf(w.plan.levels, line.level);
  return {
    kind: 'wall',
    wall,
    along,
    at: { x: line.from.x + line.unit.x * along, y: line.from.y + line.unit.y * along },
    knockouts: [bottom, top].map((z) => z + elevation),
    bay: found.bay,
  };
}

function panelEnd(w: Ways, panel: Panel): RunEnd | null {
  const { wall, at, away, leaves } = panel.on;
  const { bottom, height } = panelSize;
  if (away === 0) return wallEnd(w, wall, at, { bottom, top: bottom + height });
  const [nearest] = nodesOnSide(wallPiece(w, wall), leaves === 'below' ? 'under' : 'over').toSorted(
    (a, b) => Math.abs(a.along - at) - Math.abs(b.along - at),
  );
  if (nearest === undefined) return null;
  const line = entryOf(w.framing.lines, wall);
  const from = nearest.at;
  const out = panel.on.side === 'left' ? 1 : -1;
  const place = { x: from.x + line.unit.y * out * away, y: from.y - line.unit.x * out * away, z: from.z };
  return { kind: 'open', at: place, joins: [nearest], drop: 0, away, hangs: null };
}

const mostJoins = 24;

/** Inches that a joint may lie beyond the end of its wall's line, and how finely walls are told apart by how far they are. */
const beyond = 24;
const coarse = 24;

/** Where a box hangs: over the plates of its room's level, or under the floor. */
function hangingIn({ plan }: Ways, on: Exclude<Box['on'], WallPlace>) {
  const above = 'ceiling' in on;
  return { above, level: entryOf(plan.rooms, above ? on.ceiling : on.floor).level };
}

const linesOfLevel = query('wall lines of level', ({ framing }: Ways, level: string) =>
  idsOf(framing.walls)
    .map((wall) => entryOf(framing.lines, wall))
    .filter((line) => line.level === level),
);

/** How far a value lies off a stretch, given by its ends in any order. */
const off = (value: number, a: number, b: number): number =>
  Math.max(Math.min(a, b) - value, value - Math.max(a, b), 0);

/** The walls of the level that a hanging box is in, nearest first, and how far their lines are from it at least: so coarsely that a wall moved elsewhere changes nothing here. */
const wallsNear = query('walls near box', (w: Ways, id: string): { wall: string; away: number }[] => {
  const { on } = entryOf(w.plan.boxes, id);
  if (isOnWall(on)) return [];
  return linesOfLevel(w, hangingIn(w, on).level)
    .map(({ id: wall, from, to }) => {
      const away = Math.max(off(on.x, from.x, to.x), off(on.y, from.y, to.y));
      return { wall, away: Math.floor(away / coarse) * coarse };
    })
    .sort((a, b) => a.away - b.away);
});

/**
 * The joints over or under its level that are nearest to a hanging box, nearest first; of two as far away that of the earlier wall. No wall
 * farther away than the last of them is looked at.
 */
function nearestJoints(w: Ways, id: string, side: 'over' | 'under', at: XY): RouteNode[] {
  const near: { node: RouteNode; away: number }[] = [];
  for (const { wall, away } of wallsNear(w, id)) {
    const farthest = near[mostJoins - 1]?.away ?? Infinity;
    if (away - beyond > farthest) break;
    const { from, to } = entryOf(w.framing.lines, wall);
    const along = alongLine(at, from, to);
    for (const node of nodesOnSide(wallPiece(w, wall), side))
      if (Math.abs(node.along - along) <= farthest) near.push({ node, away: distance(node.at, at) });
    near.sort(
      (a, b) => a.away - b.away || compareIds(a.node.wall, b.node.wall) || a.node.local - b.node.local,
    );
    near.length = Math.min(near.length, mostJoins);
  }
  return near.map(({ node }) => node);
}

function hangingEnd(w: Ways, id: string, on: Exclude<Box['on'], WallPlace>): RunEnd {
  const { above, level } = hangingIn(w, on);
  const { elevation, ceiling } = entryOf(w.plan.levels, level);
  return {
    kind: 'open',
    at: { x: on.x, y: on.y, z: elevation + (above ? ceiling + overPlates : -underFloor) },
    joins: nearestJoints(w, id, above ? 'over' : 'under', on),
    drop: above ? overPlates : underFloor,
    away: 0,
    hangs: above ? 'above' : 'below',
  };
}

/** Where a box or panel is reached; null when the framing gives no way to it. */
export const runEnd = query('end at', (w: Ways, id: string): RunEnd | null => {
  const { plan, layout } = w;
  const panel = plan.panels[id];
  if (panel) return panelEnd(w, panel);
  const box = plan.boxes[id];
  if (!box) return null;
  if (!isOnWall(box.on)) return hangingEnd(w, id, box.on);
  const placed = entryOf(layout.placed, id);
  return wallEnd(w, placed.wall, placed.at, placed);
});

const mostOpenJoins = 4;

/** The far end of a run left open: the framing nearest to the place it waits at. */
export function openEnd(w: Ways, { endsAt }: Pick<Run, 'endsAt'>): RunEnd | null {
  if (!endsAt) return null;
  const at = { x: endsAt.x, y: endsAt.y, z: endsAt.z + entryOf(w.plan.levels, endsAt.level).elevation };
  const joins = idsOf(w.framing.walls)
    .map((id) => wallPiece(w, id))
    .filter((p) => p.level === endsAt.level)
    .flatMap((p) => p.nodes)
    .map((n) => [n, squareDistance(n.at, at) + Math.abs(n.at.z - at.z)] as const)
    .sort((a, b) => a[1] - b[1])
    .slice(0, mostOpenJoins)
    .map(([n]) => n);
  return joins.length === 0 ? null : { kind: 'open', at, joins, drop: 0, away: 0, hangs: null };
}

/** Inches in the plan from an end to the nearest point of a stretch of ground, as its cable would run. */
export function distanceTo(end: RunEnd, { x0, x1, y0, y1 }: Ground, bound: Pick<Bound, 'isSquare'>): number {
  const off = (value: number, low: number, high: number) => Math.max(low - value, value - high, 0);
  return inchesBetween(bound, off(end.at.x, x0, x1), off(end.at.y, y0, y1));
}
