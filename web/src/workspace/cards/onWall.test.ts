import { Computer, makeEdit, unrolledRooms, type EditArgs, type EditName, type Plan } from '@fieldchalk/core';
import { marlStreet, study } from '@fieldchalk/core/demo';
import { notEmpty } from '@fieldchalk/core/testing';
import { describe, expect, test } from 'vitest';
import { lightSets, setOf } from './controls.ts';
import {
  atFromLeft,
  fromLeft,
  hingeEnd,
  hingeHand,
  openingName,
  roomsAt,
  swingsIn,
  swingSide,
  wallName,
  wallSeen,
} from './onWall.ts';

function edited<N extends EditName>(plan: Plan, name: N, args: EditArgs<N>): Plan {
  const done = makeEdit(plan, name, args);
  if (!done.ok) throw new Error(done.problems.map((p) => p.message).join('; '));
  return done.plan;
}
const plan = marlStreet();
const computer = new Computer();
const { rooms } = computer.take(plan);
const unrolled = unrolledRooms(computer.house);
const walls = notEmpty(Object.values(unrolled).flatMap((u) => u.walls.map((wall) => ({ u, wall }))));

describe('a thing on a wall as someone in the room tells it', () => {
  test('from the left corner and back, whichever way the wall was drawn and however wide the thing', () => {
    expect(new Set(walls.map(({ wall }) => wall.sign))).toEqual(new Set([1, -1]));
    for (const { wall } of walls)
      for (const width of [0, 32]) {
        const at = atFromLeft(wall, 12, width);
        expect(fromLeft(wall, at, width)).toBeCloseTo(12, 9);
        // Its nearer edge is a foot from the left corner, seen from inside.
        const edges = [at, at + width].map((x) => (x - wall.origin) * wall.sign);
        expect(Math.min(...edges)).toBeCloseTo(12, 9);
      }
  });

  test('the stretch that shows a place is found where several show the wall; the first where none does', () => {
    for (const { u, wall } of walls) {
      const middle = wall.origin + (wall.sign * wall.length) / 2;
      const seen = wallSeen(u, wall.wall, middle)!;
      expect((middle - seen.origin) * seen.sign).toBeGreaterThan(-0.1);
      expect((middle - seen.origin) * seen.sign).toBeLessThan(seen.length + 0.1);
    }
    const { u, wall } = walls[0]!;
    expect(wallSeen(u, wall.wall, 1e6)?.wall).toBe(wall.wall);
    expect(wallSeen(u, 'none', 10)).toBe(undefined);
    expect(wallSeen(null, wall.wall, 10)).toBe(undefined);
  });

  test('hinges and swings by hand are turned into ends and sides of the wall, and back', () => {
    const door = { ...Object.values(plan.openings)[0]! };
    for (const { wall } of walls) {
      for (const hand of ['left', 'right'])
        expect(hingeHand({ ...door, hinge: hingeEnd(hand, wall) }, wall)).toBe(hand);
      for (const inward of [true, false])
        expect(swingsIn({ ...door, swing: swingSide(inward, wall) }, wall)).toBe(inward);
    }
  });

  test('a wall is called by its letter in this room and by the room that sees it elsewhere', () => {
    const { u, wall } = walls[0]!;
    expect(wallName(plan, u, wall.wall)).toBe(`wall ${wall.letter}`);
    expect(wallName(plan, null, wall.wall)).toMatch(/wall [A-Z]/);
    expect(wallName(plan, null, wall.wall)).not.toContain(wall.wall);
    expect(openingName('sliding-door')).toBe('sliding door');
    const named = notEmpty(roomsAt(plan, rooms, wall.wall));
    for (const name of named) expect(Object.values(plan.rooms).map((r) => r.name)).toContain(name);
    expect(roomsAt(plan, rooms, 'none')).toEqual([]);
  });
});

describe('lights a switch can be told to work', () => {
  const all = (p: Plan) => lightSets(p).flatMap((s) => s.loads);

  test('every light once: those that go together, then what nothing works, by the room they hang in', () => {
    const sets = notEmpty(lightSets(plan));
    expect(new Set(all(plan)).size).toBe(all(plan).length);
    const controlled = sets.filter((s) => s.switches.length > 0);
    expect(controlled.map((s) => s.key)).toEqual(Object.keys(plan.controls));
    for (const s of sets) expect(s.says).not.toMatch(/\b[bdr]\d+\b/);
  });

  test('told to nothing, a switch works none and its lights are free again, together', () => {
    const [id, control] = Object.entries(plan.controls).find(([, c]) => c.switches.length === 1)!;
    expect(setOf(plan, control.switches[0]!)?.key).toBe(id);
    const freed = edited(plan, 'setControl', { switches: control.switches, loads: [] });
    expect(setOf(freed, control.switches[0]!)).toBe(null);
    expect([...all(freed)].sort()).toEqual([...all(plan)].sort());
  });

  test('a light on a wall stands for itself and is told by its box', () => {
    const one = edited(study(), 'addBox', { wall: 'w1', side: 'right', at: 40, kind: 'light' });
    const own = lightSets(one).find((s) => s.says.includes('on a wall'))!;
    expect(own.says).toMatch(/box \d+ on a wall: /);
    expect(own.loads).toHaveLength(1);
  });
});
