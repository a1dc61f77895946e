import { entryOf } from '../lookups/index.ts';
import { cross, distance, dot, subtract, type XY } from '../geometry/index.ts';
import { framingKinds } from '../materials/index.ts';
import type { Plan } from '../plan/index.ts';

/** The middle line of a wall's framing, as it is drawn and dragged. `half`: half its depth; `span`: its length. */
export interface WallSegment {
  readonly a: XY;
  readonly u: XY;
  readonly span: number;
  readonly half: number;
}

/** Null for a wall that is gone, or whose points are. */
export function wallSegment(plan: Plan, wallId: string): WallSegment | null {
  const wall = plan.walls[wallId];
  const [a, b] = [plan.points[wall?.from ?? ''], plan.points[wall?.to ?? '']];
  if (!wall || !a || !b) return null;
  const span = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  return {
    a,
    u: { x: (b.x - a.x) / span, y: (b.y - a.y) / span },
    span,
    half: framingKinds[wall.framing].depth / 2,
  };
}

/** Where a box dragged over a ceiling should stop: in line with other boxes of its room, else on the whole inch. */
export function snappedFlat(plan: Plan, id: string, to: XY, reach: number): XY {
  const own = entryOf(plan.boxes, id).on;
  const room = 'ceiling' in own ? own.ceiling : null;
  const others = Object.entries(plan.boxes).flatMap(([other, { on }]) =>
    other !== id && 'ceiling' in on && on.ceiling === room ? [on] : [],
  );
  const near = (values: number[], v: number) => {
    const best = values.sort((a, b) => Math.abs(a - v) - Math.abs(b - v))[0];
    return best !== undefined && Math.abs(best - v) < reach ? best : Math.round(v);
  };
  return {
    x: near(
      others.map((o) => o.x),
      to.x,
    ),
    y: near(
      others.map((o) => o.y),
      to.y,
    ),
  };
}

/** Where a drag of a wall should stop: in line with another wall that runs the same way, else on the whole inch. */
export function snappedOffset(
  plan: Plan,
  wallId: string,
  offset: number,
  reach: number,
): { offset: number; inLine: boolean } {
  const line = wallSegment(plan, wallId);
  if (!line) return { offset, inLine: false };
  let best: number | null = null;
  for (const id of Object.keys(plan.walls)) {
    const other = id === wallId ? null : wallSegment(plan, id);
    if (!other || Math.abs(cross(other.u, line.u)) > 0.01) continue;
    const to = cross(line.u, subtract(other.a, line.a));
    if (
      Math.abs(to) > 0.1 &&
      Math.abs(to - offset) < reach &&
      (best === null || Math.abs(to - offset) < Math.abs(best - offset))
    )
      best = to;
  }
  return best === null ? { offset: Math.round(offset), inLine: false } : { offset: best, inLine: true };
}

/** Where a drawn wall's end should land: a corner, the middle of a wall, square to where it began, or the whole inch. Plan coordinates, y up. */
export function snappedEnd(plan: Plan, level: string, to: XY, from: XY | null, reach: number): XY {
  const corner = Object.values(plan.points).find((p) => p.level === level && distance(p, to) < reach);
  if (corner) return { x: corner.x, y: corner.y };
  const squared = from ? squareTo(from, to) : to;
  for (const [id, w] of Object.entries(plan.walls)) {
    if (plan.points[w.from]?.level !== level) continue;
    const line = wallSegment(plan, id);
    if (!line) continue;
    const [along, off] = [dot(subtract(squared, line.a), line.u), cross(line.u, subtract(squared, line.a))];
    if (Math.abs(off) > Math.max(reach, line.half) || along < 0 || along > line.span) continue;
    return { x: squared.x + line.u.y * off, y: squared.y - line.u.x * off };
  }
  return { x: Math.round(squared.x), y: Math.round(squared.y) };
}

function squareTo(from: XY, to: XY): XY {
  const heading = (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  const near = Math.round(heading / 45) * 45;
  if (Math.abs(heading - near) > 6) return to;
  const length = distance(from, to);
  const radians = (near * Math.PI) / 180;
  return { x: from.x + Math.cos(radians) * length, y: from.y + Math.sin(radians) * length };
}
