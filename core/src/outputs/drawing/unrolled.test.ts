import { describe, expect, test } from 'vitest';
import { study } from '../../../demo/index.ts';
import { Computer } from '../../compute/index.ts';
import { alongWall, onRibbon, seenFromOutside, unrollRoom } from './unrolled.ts';

describe('walls seen from outside', () => {
  const computer = new Computer();
  computer.compute(study());
  const inside = unrollRoom(computer.house, 'r1');
  const outside = seenFromOutside(inside, () => true);

  test('are the other faces, in the other order, and what was left is right', () => {
    expect(outside.width).toBeCloseTo(inside.width);
    expect(outside.walls.map((w) => w.letter)).toEqual(inside.walls.map((w) => w.letter).reverse());
    for (const w of inside.walls) {
      const same = outside.walls.find((o) => o.letter === w.letter)!;
      expect(same.side).not.toBe(w.side);
      for (const share of [0, 0.25, 1]) {
        const at = w.origin + w.sign * w.length * share;
        expect(onRibbon(w, at) - w.x).toBeCloseTo(w.length * share);
        expect(onRibbon(same, at) - same.x).toBeCloseTo(w.length * (1 - share));
        expect(alongWall(same, onRibbon(same, at))).toBeCloseTo(at);
      }
    }
  });

  test('stand side by side whichever are left out, and seen twice from outside are as they were', () => {
    const some = seenFromOutside(inside, (w) => w.letter !== 'B');
    expect(some.walls).toHaveLength(inside.walls.length - 1);
    some.walls.slice(1).forEach((w, i) => {
      const before = some.walls[i]!;
      expect(w.x).toBeCloseTo(before.x + before.length);
    });
    expect(some.profile).toEqual([]);
    const again = seenFromOutside(outside, () => true).walls;
    again.forEach((w, i) => {
      const { x, origin, length, ...rest } = inside.walls[i]!;
      expect(w).toMatchObject(rest);
      expect([w.x, w.origin, w.length]).toEqual([x, origin, length].map((v) => expect.closeTo(v)));
    });
  });
});
