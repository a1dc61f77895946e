import { entryOf } from '../lookups/index.ts';
import type { XY, XYZ } from '../geometry/index.ts';
import { idsOf, query } from '../incremental/index.ts';
import type { BoxLayout } from '../boxes/index.ts';
import { isOnWall, type Box, type Panel, type Run, type WallPlace } from '../plan/index.ts';
import { panelSize } from '../materials/index.ts';
import { nodesOnSide, overPlates, squareDistance, underFloor, type RouteNode } from './graph.ts';
import type { Ground } from './openGround.ts';
import { isOnGround, spaceOfRoom, type FramedRooms } from './openSpaces.ts';
import { inchesBetween, type Bound } from './prices.ts';
import { wallPiece } from './wallPiece.ts';

/** What cable is laid through: the framing with its rooms, and the boxes that stand in it. */
export interface Ways extends FramedRooms {
  readonly layout: BoxLayout;
}

/**
 * Where a cable begins or ends. In a wall it sits in a bay with knockouts at one or more heights; in a ceiling or under a floor it
 * hangs in a space, by its name, `isLoose` where no walls close its ground in. Anywhere else it joins the places nearest to it, and `away` is
 * cable beyond the wall, to a panel that stands there; `out` leads there from any place it joins.
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
      readonly kind: 'hanging';
      readonly at: XYZ;
      readonly space: string;
      readonly isLoose: boolean;
    }
  | {
      readonly kind: 'open';
      readonly at: XYZ;
      readonly joins: readonly RouteNode[];
      readonly away: number;
      /** From the wall out to a panel that stands beyond it. */
      readonly out: XY;
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

/** Cable from a panel beyond its wall comes in by one of so many bays: a plate holds no more than a few holes side by side. */
const mostPanelJoins = 6;

function panelEnd(w: Ways, panel: Panel): RunEnd | null {
  const { wall, at, away, leaves } = panel.on;
  const { bottom, height } = panelSize;
  if (away === 0) return wallEnd(w, wall, at, { bottom, top: bottom + height });
  const places = nodesOnSide(wallPiece(w, wall), leaves === 'below' ? 'under' : 'over').toSorted(
    (a, b) =>
      Number(a.turns ?? false) - Number(b.turns ?? false) || Math.abs(a.along - at) - Math.abs(b.along - at),
  );
  const [nearest] = places;
  if (nearest === undefined) return null;
  const joins = places.filter((p) => !p.turns).slice(0, mostPanelJoins);
  const line = entryOf(w.framing.lines, wall);
  const from = nearest.at;
  const side = panel.on.side === 'left' ? 1 : -1;
  const out = { x: line.unit.y * side * away, y: -line.unit.x * side * away };
  const place = { x: from.x + out.x, y: from.y + out.y, z: from.z };
  return { kind: 'open', at: place, joins: joins.length === 0 ? [nearest] : joins, away, out };
}

/** A box in a ceiling or floor is reached at its knockouts, among the framing it is nailed to. Null where the ceiling is closed, or the floor a slab. */
function hangingEnd(w: Ways, on: Exclude<Box['on'], WallPlace>): RunEnd | null {
  const kind = 'ceiling' in on ? 'above' : 'below';
  const room = 'ceiling' in on ? on.ceiling : on.floor;
  const space = spaceOfRoom(w, room, kind);
  if (space === null) return null;
  const { elevation, ceiling } = entryOf(w.plan.levels, entryOf(w.plan.rooms, room).level);
  const z = elevation + (kind === 'above' ? ceiling + overPlates : -underFloor);
  return { kind: 'hanging', at: { x: on.x, y: on.y, z }, space, isLoose: !isOnGround(w, space, on) };
}

/** Where a box or panel is reached; null when the framing gives no way to it. */
export const runEnd = query('end at', (w: Ways, id: string): RunEnd | null => {
  const { plan, layout } = w;
  const panel = plan.panels[id];
  if (panel) return panelEnd(w, panel);
  const box = plan.boxes[id];
  if (!box) return null;
  if (!isOnWall(box.on)) return hangingEnd(w, box.on);
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
  return joins.length === 0 ? null : { kind: 'open', at, joins, away: 0, out: { x: 0, y: 0 } };
}

/** Inches in the plan from an end to the nearest point of a stretch of ground, as its cable would run. */
export function distanceTo(end: RunEnd, { x0, x1, y0, y1 }: Ground, bound: Pick<Bound, 'isSquare'>): number {
  const off = (value: number, low: number, high: number) => Math.max(low - value, value - high, 0);
  return inchesBetween(bound, off(end.at.x, x0, x1), off(end.at.y, y0, y1));
}
