import {
  entryOf,
  formatLength,
  isOnWall,
  must,
  snappedEnd,
  snappedFlat,
  snappedOffset,
  wallSegment,
  type Plan,
} from '@fieldchalk/core';
import type { Kind } from '../../stores/selection.ts';
import type { Shown } from '../../worker/answer.ts';
import { order, type Order } from '../drag.ts';

interface Place {
  readonly x: number;
  readonly y: number;
}

/** Something of the plan on its way from one place to another. Plan coordinates, y up; `scale` in pixels an inch. */
export interface PlanDrag {
  readonly plan: Plan;
  readonly result: Shown | null;
  readonly level: string;
  readonly id: string;
  readonly by: Place;
  /** To the sixteenth and free of snapping, rather than to the inch. */
  readonly fine: boolean;
  readonly scale: number;
}

const tick = (d: PlanDrag, value: number) => (d.fine ? Math.round(value * 16) / 16 : Math.round(value));
const travel = (from: Place, to: Place) => formatLength(Math.hypot(to.x - from.x, to.y - from.y));
const lineOf = (d: PlanDrag, wall: string) => must(wallSegment(d.plan, wall), 'the line of the wall');

/** How far along a wall the drag has gone. */
function along(d: PlanDrag, wall: string): number {
  const { u } = lineOf(d, wall);
  return tick(d, d.by.x * u.x + d.by.y * u.y);
}

/** The plan as seen by a corner looking for others to land on. */
function without(plan: Plan, point: string): Plan {
  const { [point]: _, ...points } = plan.points;
  const walls = Object.entries(plan.walls).filter(([, w]) => w.from !== point && w.to !== point);
  return { ...plan, points, walls: Object.fromEntries(walls) };
}

function wallOrder(d: PlanDrag): Order {
  const { u } = lineOf(d, d.id);
  const raw = d.by.x * -u.y + d.by.y * u.x;
  const { offset, inLine } = d.fine
    ? { offset: tick(d, raw), inLine: false }
    : snappedOffset(d.plan, d.id, raw, 4 / d.scale + 2);
  return order(
    'moveWall',
    { wall: d.id, offset },
    `${formatLength(Math.abs(offset))}${inLine ? ', in line' : ''}`,
  );
}

function cornerOrder(d: PlanDrag): Order {
  const p = entryOf(d.plan.points, d.id);
  const to = { x: p.x + d.by.x, y: p.y + d.by.y };
  const end = d.fine
    ? { x: tick(d, to.x), y: tick(d, to.y) }
    : snappedEnd(without(d.plan, d.id), d.level, to, null, 6 / d.scale + 1);
  return order('moveCorner', { point: d.id, to: end }, travel(p, end));
}

function fixtureOrder(d: PlanDrag): Order {
  const f = entryOf(d.plan.fixtures, d.id);
  if (f.wall) {
    const moved = along(d, f.wall);
    return order('setFixture', { fixture: d.id, changes: { at: f.at + moved } }, formatLength(moved));
  }
  const room = entryOf(d.plan.rooms, f.room);
  const changes = { x: tick(d, (f.x ?? room.x) + d.by.x), y: tick(d, (f.y ?? room.y) + d.by.y) };
  return order('setFixture', { fixture: d.id, changes }, formatLength(Math.hypot(d.by.x, d.by.y)));
}

function boxOrder(d: PlanDrag): Order {
  const { on } = entryOf(d.plan.boxes, d.id);
  if (isOnWall(on)) {
    const from = d.result?.marks[d.id]?.at ?? on.at;
    const moved = along(d, on.wall);
    return order('moveBox', { box: d.id, at: from + moved }, formatLength(moved));
  }
  const to = { x: on.x + d.by.x, y: on.y + d.by.y };
  const end = d.fine
    ? { x: tick(d, to.x), y: tick(d, to.y) }
    : snappedFlat(d.plan, d.id, to, 5 / d.scale + 1);
  return order('moveFlatBox', { box: d.id, ...end }, travel(on, end));
}

const orders: Partial<Record<Kind, (d: PlanDrag) => Order>> = {
  wall: wallOrder,
  corner: cornerOrder,
  fixture: fixtureOrder,
  box: boxOrder,
  opening: (d) => {
    const o = entryOf(d.plan.openings, d.id);
    const moved = along(d, o.wall);
    return order('setOpening', { opening: d.id, changes: { at: o.at + moved } }, formatLength(moved));
  },
  obstacle: (d) => {
    const x = entryOf(d.plan.obstacles, d.id);
    const moved = along(d, x.wall);
    return order('setObstacle', { obstacle: d.id, changes: { at: x.at + moved } }, formatLength(moved));
  },
};

/** The edit a drag of something stands for; null for what does not move, or has gone since it was taken hold of. */
export function planOrder(kind: Kind, drag: PlanDrag): Order | null {
  const own = orders[kind];
  if (!own || !isThere(kind, drag)) return null;
  return own(drag);
}

const collections = {
  wall: 'walls',
  corner: 'points',
  fixture: 'fixtures',
  box: 'boxes',
  opening: 'openings',
  obstacle: 'obstacles',
} as const;

function isThere(kind: Kind, { plan, id }: PlanDrag): boolean {
  return kind in collections && id in plan[collections[kind as keyof typeof collections]];
}
