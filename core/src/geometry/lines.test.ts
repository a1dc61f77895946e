import { describe, expect, test } from 'vitest';
import { randomFrom } from '../../testing/index.ts';
import { coveredOnce, nearestOnLine } from './index.ts';

describe('where a line comes nearest to a place', () => {
  const bent = [
    { x: 0, y: 0, z: 0 },
    { x: 10, y: 0, z: 0 },
    { x: 10, y: 0, z: 20 },
  ];
  test.each([
    [{ x: 4, y: 3, z: 0 }, 4, 3],
    [{ x: 10, y: 5, z: 12 }, 22, 5],
    [{ x: -3, y: 4, z: 0 }, 0, 5],
    [{ x: 10, y: 0, z: 26 }, 30, 6],
  ])('%j: so far along, so far away', (place, along, away) => {
    expect(nearestOnLine(bent, place).along).toBeCloseTo(along, 9);
    expect(nearestOnLine(bent, place).away).toBeCloseTo(away, 9);
  });

  test('no point of the line is nearer', () => {
    const random = randomFrom(3);
    const at = () => ({ x: random() * 50, y: random() * 50, z: random() * 50 });
    for (let n = 0; n < 60; n++) {
      const [a, b, p] = [at(), at(), at()];
      const { away } = nearestOnLine([a, b], p);
      for (let t = 0; t <= 1; t += 0.01) {
        const on = { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t, z: a.z + (b.z - a.z) * t };
        expect(Math.hypot(on.x - p.x, on.y - p.y, on.z - p.z)).toBeGreaterThanOrEqual(away - 1e-9);
      }
    }
  });

  test('a line of one place, or of one place twice, is nowhere near', () => {
    expect(nearestOnLine([{ x: 0, y: 0, z: 0 }], { x: 1, y: 1, z: 1 }).away).toBe(Infinity);
  });
});

describe('lines counted once where they run along each other', () => {
  const at = (x: number, y: number) => ({ x, y });
  test('one by itself is as long as it is, around its corners', () => {
    expect(coveredOnce([[at(0, 0), at(30, 0), at(30, 40)]], 8)).toBeCloseTo(70, 6);
    expect(coveredOnce([], 8)).toBe(0);
    expect(coveredOnce([[at(5, 5), at(5, 5)]], 8)).toBe(0);
  });
  test('beside each other within the width the part they share is counted once, whichever way they run', () => {
    const first = [at(0, 0), at(100, 0)];
    expect(coveredOnce([first, [at(120, 6), at(60, 6)]], 8)).toBeCloseTo(120, 6);
    expect(coveredOnce([first, [at(120, 9), at(60, 9)]], 8)).toBeCloseTo(160, 6);
    expect(coveredOnce([first, first, first], 8)).toBeCloseTo(100, 6);
  });
  test('where they cross both are counted', () => {
    expect(
      coveredOnce(
        [
          [at(0, 0), at(100, 0)],
          [at(50, -50), at(50, 50)],
        ],
        8,
      ),
    ).toBeCloseTo(200, 6);
  });
  test('with a gap between them on one line each is counted', () => {
    expect(
      coveredOnce(
        [
          [at(0, 0), at(20, 0)],
          [at(50, 0), at(90, 0)],
        ],
        8,
      ),
    ).toBeCloseTo(60, 6);
  });
});
