import { describe, expect, test } from 'vitest';
import { randomFrom } from '../../testing/index.ts';
import { isSameGround, OpenGround, type Shape } from './openGround.ts';

const rectangle = (x0: number, y0: number, x1: number, y1: number): Shape => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 },
];
const at = (x: number, y: number) => ({ x, y });
/** An L of 20 by 20 whose upper right quarter is not open. */
const ell = (direction = 0) => new OpenGround([rectangle(0, 0, 20, 10), rectangle(0, 10, 10, 20)], direction);

describe('open ground', () => {
  test('all of a rectangle is open from anywhere, either way about', () => {
    const ground = new OpenGround([rectangle(0, 0, 20, 10)], 0);
    expect(ground.isWhole).toBe(true);
    expect(ground.between(at(1, 1), at(19, 9))).toBe('along first');
    expect(ground.holds(at(20, 10))).toBe(true);
    expect(ground.holds(at(20.1, 10))).toBe(false);
  });

  test('around the inner corner of an L one way is open and the other is not', () => {
    expect(ell().isWhole).toBe(false);
    expect(ell().between(at(18, 5), at(5, 18))).toBe('along first');
    expect(ell().between(at(5, 18), at(18, 5))).toBe('across first');
    expect(ell().between(at(5, 5), at(5, 18))).toBe('along first');
    expect(ell().between(at(15, 15), at(5, 5))).toBe(null);
  });

  test('what goes along an edge of it is on it; what leaves it past a corner is not', () => {
    expect(ell().between(at(0, 20), at(10, 20))).not.toBe(null);
    expect(ell().between(at(0, 20), at(20, 20))).toBe(null);
    expect(ell().between(at(10, 20), at(20, 10))).toBe('across first');
  });

  test('rooms with a wall between them are one ground, and with a gap between them two', () => {
    const joined = new OpenGround(
      [rectangle(0, 0, 10, 10), rectangle(10, 2, 14, 8), rectangle(14, 0, 24, 10)],
      0,
    );
    expect(joined.between(at(5, 5), at(20, 5))).toBe('along first');
    expect(joined.between(at(5, 9), at(20, 9))).toBe(null);
    const apart = new OpenGround([rectangle(0, 0, 10, 10), rectangle(14, 0, 24, 10)], 0);
    expect(apart.between(at(5, 5), at(20, 5))).toBe(null);
  });

  test('each piece of it is an island by itself; two that touch at a corner are one, an L is one', () => {
    const island = (ground: OpenGround, x: number, y: number) => ground.locate(at(x, y)).island;
    const apart = new OpenGround([rectangle(0, 0, 10, 10), rectangle(14, 0, 24, 10)], 0);
    expect([island(apart, 5, 5), island(apart, 20, 5), island(apart, 12, 5)]).toEqual([0, 1, -1]);
    expect(island(apart, 10, 10)).toBe(0);
    expect(apart.between(at(5, 5), at(20, 5))).toBe(null);
    const corner = new OpenGround([rectangle(0, 0, 10, 10), rectangle(10, 10, 20, 20)], 0);
    expect(island(corner, 15, 15)).toBe(island(corner, 5, 5));
    expect(island(ell(), 18, 5)).toBe(island(ell(), 5, 18));
  });

  test('joists that run the other way turn along and across about, and nothing else', () => {
    expect(ell(90).between(at(18, 5), at(5, 18))).toBe('across first');
    expect(ell().apart(at(1, 2), at(4, 9))).toEqual({ along: 3, across: 7 });
    expect(ell(90).apart(at(1, 2), at(4, 9))).toEqual({ along: 7, across: 3 });
    expect(ell().cornerOf(at(1, 2), at(4, 9), 'along first')).toEqual(at(4, 2));
    expect(ell().cornerOf(at(1, 2), at(4, 9), 'across first')).toEqual(at(1, 9));
  });

  test('shapes that cover the same ground are the same ground, however they are cut', () => {
    const cut = new OpenGround([rectangle(0, 0, 7, 10), rectangle(7, 0, 20, 10)], 0);
    const whole = new OpenGround([rectangle(0, 0, 20, 10)], 0);
    expect(isSameGround(cut, whole)).toBe(true);
    expect(OpenGround.differing(cut, whole)).toEqual([]);
    expect(isSameGround(whole, ell())).toBe(false);
  });

  test('what differs between two is told as the ground it is on', () => {
    const longer = new OpenGround([rectangle(0, 0, 26, 10)], 0);
    const whole = new OpenGround([rectangle(0, 0, 20, 10)], 0);
    const differing = [{ x0: 20, x1: 26, y0: 0, y1: 10 }];
    expect(OpenGround.differing(whole, longer)).toEqual(differing);
    expect(OpenGround.differing(longer, whole)).toEqual(differing);
  });

  test('edges that run aslant of the joists are told, for there cable may turn anywhere', () => {
    expect(ell().isSquare).toBe(true);
    expect(ell(90).isSquare).toBe(true);
    expect(ell(30).isSquare).toBe(false);
    expect(new OpenGround([[at(0, 0), at(20, 0), at(20, 10), at(5, 14)]], 0).isSquare).toBe(false);
  });

  test('no ground at all holds nothing', () => {
    const none = new OpenGround([], 0);
    expect([none.isWhole, none.holds(at(0, 0)), none.between(at(0, 0), at(1, 1))]).toEqual([
      false,
      false,
      null,
    ]);
  });

  test('over random rectangles it says what walking both ways inch by inch says', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = randomFrom(seed);
      const whole = (most: number) => Math.floor(random() * most);
      const shapes = Array.from({ length: 2 + whole(4) }, () => {
        const [x, y] = [whole(30), whole(30)];
        return rectangle(x, y, x + 3 + whole(14), y + 3 + whole(14));
      });
      const ground = new OpenGround(shapes, 0);
      const isOpen = (x: number, y: number) =>
        shapes.some(([a, , c]) => x >= a!.x && x <= c!.x && y >= a!.y && y <= c!.y);
      // Clear of edges, where what is open on either side is one question for each inch.
      const walk = (ax: number, ay: number, bx: number, by: number) => {
        const steps = Math.max(Math.abs(bx - ax), Math.abs(by - ay)) * 4;
        for (let k = 0; k <= steps; k++) {
          const t = steps === 0 ? 0 : k / steps;
          if (!isOpen(ax + (bx - ax) * t, ay + (by - ay) * t)) return false;
        }
        return true;
      };
      for (let n = 0; n < 40; n++) {
        const [ax, ay, bx, by] = [whole(44) + 0.5, whole(44) + 0.5, whole(44) + 0.5, whole(44) + 0.5];
        const alongFirst = walk(ax, ay, bx, ay) && walk(bx, ay, bx, by);
        const acrossFirst = walk(ax, ay, ax, by) && walk(ax, by, bx, by);
        const expected = alongFirst ? 'along first' : acrossFirst ? 'across first' : null;
        expect(ground.between(at(ax, ay), at(bx, by)), `seed ${seed}, ${ax} ${ay} ${bx} ${by}`).toBe(
          expected,
        );
      }
    }
  });
});
