import type { Plan } from '../src/plan/index.ts';
import { edited, planOf } from './index.ts';

/** A 240 × 120 box of walls w1 to w4, clockwise from its corner at the origin, cut in two by w5 at 120: rooms r1 and r2. */
export function twoRooms(more: { openings?: object; use?: string } = {}): Plan {
  const use = more.use ?? 'bedroom';
  return planOf({
    points: {
      a: { x: 0, y: 0 },
      b: { x: 240, y: 0 },
      c: { x: 240, y: 120 },
      d: { x: 0, y: 120 },
      e: { x: 120, y: 0 },
      f: { x: 120, y: 120 },
    },
    walls: {
      w1: { from: 'a', to: 'b' },
      w2: { from: 'b', to: 'c' },
      w3: { from: 'c', to: 'd' },
      w4: { from: 'd', to: 'a' },
      w5: { from: 'e', to: 'f' },
    },
    openings: more.openings ?? {},
    rooms: { r1: { x: 60, y: 60, use }, r2: { x: 180, y: 60, use } },
  });
}

/** A stair of two levels, 120 × 120, as rooms r1 and r2 with walls p1 to p4 and q1 to q4; each has an opening in its first wall. */
export function stairwell(opening: object = {}, more: object = {}): Plan {
  const square = (id: string, level: string) => ({
    [`${id}a`]: { level, x: 0, y: 0 },
    [`${id}b`]: { level, x: 120, y: 0 },
    [`${id}c`]: { level, x: 120, y: 120 },
    [`${id}d`]: { level, x: 0, y: 120 },
  });
  const walls = (id: string) => ({
    [`${id}1`]: { from: `${id}a`, to: `${id}b` },
    [`${id}2`]: { from: `${id}b`, to: `${id}c` },
    [`${id}3`]: { from: `${id}c`, to: `${id}d` },
    [`${id}4`]: { from: `${id}d`, to: `${id}a` },
  });
  return planOf({
    levels: { L1: { name: 'Main' }, L2: { name: 'Upper', elevation: 107 } },
    points: { ...square('p', 'L1'), ...square('q', 'L2') },
    walls: { ...walls('p'), ...walls('q') },
    openings: { o1: { wall: 'p1', at: 40, ...opening }, o2: { wall: 'q1', at: 40, ...opening } },
    rooms: {
      r1: { x: 60, y: 60, name: 'Stair', use: 'stair' },
      r2: { level: 'L2', x: 60, y: 60, name: 'Landing', use: 'stair' },
    },
    ...more,
  });
}

/** A room walked on: each leg with the turn before it, degrees to the right. */
export function walkedOn(
  plan: Plan,
  room: string,
  legs: readonly (readonly [length: number, turn: number])[],
): Plan {
  return legs.reduce((p, [length, turn]) => edited(p, 'walkOn', { room, length, turn }), plan);
}
