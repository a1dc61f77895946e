import { makeEdit } from '../edits/index.ts';
import { lastOf, valueIn } from '../lookups/index.ts';
import { emptyPlan, type Plan, type RoomUse } from '../plan/index.ts';
import type { PlanReading } from '../plan/read.ts';

/** A square room of a list. Inches. */
export interface SquareRoom {
  readonly name: string;
  readonly use: RoomUse;
  readonly length: number;
  readonly width: number;
}

/** Between one room and the next, inches. */
const between = 60;

/** A square room by itself, in a plan of its own. */
function roomAlone({ name, use, length, width }: SquareRoom, x: number): PlanReading {
  const legs = [length, width, length, width].map((side) => ({ length: side, turn: 90 }));
  const started = makeEdit(emptyPlan(), 'startRoom', { name, use });
  if (!started.ok) return started;
  const room = lastOf(Object.keys(started.plan.rooms));
  return makeEdit(started.plan, 'setWalk', { room, walk: { start: { x, y: 0 }, heading: 0, legs } });
}

/** New ids for the entries of one collection, going on after those taken. */
function idsAfter(taken: object, prefix: string, own: object): Map<string, string> {
  const count = Object.keys(taken).length;
  return new Map(Object.keys(own).map((id, i) => [id, `${prefix}${count + i + 1}`]));
}

/**
 * Square rooms laid out one beside the other, as walking one after another would: each is walked by itself and put in, since walking it among all the
 * others costs more with each.
 */
export class SideBySide {
  readonly plan: Plan;
  private x = 0;

  constructor(jobName: string) {
    this.plan = structuredClone(emptyPlan(jobName));
  }

  /** Puts a room in; what is wrong with it comes back, and then nothing was. */
  add(room: SquareRoom): PlanReading {
    const alone = roomAlone(room, this.x);
    if (alone.ok) this.put(alone.plan);
    return alone;
  }

  private put({ points, walls, rooms }: Plan): void {
    const { plan } = this;
    const pointOf = idsAfter(plan.points, 'p', points);
    const wallOf = idsAfter(plan.walls, 'w', walls);
    const roomOf = idsAfter(plan.rooms, 'r', rooms);
    for (const [id, point] of Object.entries(points)) plan.points[valueIn(pointOf, id)] = point;
    for (const [id, wall] of Object.entries(walls))
      plan.walls[valueIn(wallOf, id)] = {
        ...wall,
        from: valueIn(pointOf, wall.from),
        to: valueIn(pointOf, wall.to),
      };
    for (const [id, room] of Object.entries(rooms)) plan.rooms[valueIn(roomOf, id)] = room;
    this.x = Math.max(...Object.values(points).map((p) => p.x)) + between;
  }
}
