import { describe, expect, test } from 'vitest';
import { randomFrom } from '../../testing/index.ts';
import {
  alongLine,
  cross,
  direction,
  distance,
  distancePointSegment,
  headingOf,
  headingVector,
  innerPoint,
  intersectLineLine,
  leftOf,
  perimeterOf,
  Places,
  pointInPolygon,
  polylineLength,
  signedArea,
  type XY,
} from './index.ts';

const square: XY[] = [
  { x: 0, y: 0 },
  { x: 10, y: 0 },
  { x: 10, y: 10 },
  { x: 0, y: 10 },
];
/** An L: ten square with the upper right five cut out. */
const ell: XY[] = [
  { x: 0, y: 0 },
  { x: 10, y: 0 },
  { x: 10, y: 5 },
  { x: 5, y: 5 },
  { x: 5, y: 10 },
  { x: 0, y: 10 },
];

/** A polygon that winds around the origin, so that it never crosses itself. */
function starShaped(random: () => number): XY[] {
  const count = 3 + Math.floor(random() * 8);
  return Array.from({ length: count }, (_, i) => {
    const angle = ((i + 0.8 * random()) * 2 * Math.PI) / count;
    const reach = 5 + 95 * random();
    return { x: reach * Math.cos(angle), y: reach * Math.sin(angle) };
  });
}

describe('vectors', () => {
  test('left of east is north; the cross of the two is positive', () => {
    expect(leftOf({ x: 2, y: 0 })).toEqual({ x: -0, y: 2 });
    expect(cross({ x: 1, y: 0 }, { x: 0, y: 1 })).toBe(1);
  });

  test('right angles come out exact; other headings come back as the angle they were made from', () => {
    expect(headingVector(-90)).toEqual({ x: 0, y: -1 });
    expect(headingVector(450)).toEqual({ x: 0, y: 1 });
    for (let angle = 0; angle < 360; angle += 7)
      expect(headingOf(headingVector(angle))).toBeCloseTo(angle, 9);
  });

  test('between two equal points there is no direction', () => {
    expect(direction({ x: 3, y: 4 }, { x: 3, y: 4 })).toBe(null);
    expect(direction({ x: 0, y: 0 }, { x: 3, y: 4 })).toEqual({ x: 0.6, y: 0.8 });
  });

  // 3-4-5 and 2-3-6-7: right triangles and a box whose diagonals are whole numbers.
  test('a polyline in space is as long as its stretches', () =>
    expect(
      polylineLength([
        { x: 0, y: 0, z: 0 },
        { x: 3, y: 4, z: 0 },
        { x: 5, y: 7, z: 6 },
      ]),
    ).toBe(12));
});

describe('lines', () => {
  test('two lines meet where both equations hold; parallel ones nowhere', () => {
    expect(intersectLineLine({ x: 0, y: 2 }, { x: 1, y: 0 }, { x: 5, y: 0 }, { x: 0, y: 3 })).toEqual({
      x: 5,
      y: 2,
    });
    expect(intersectLineLine({ x: 0, y: 0 }, { x: 1, y: 1 }, { x: 0, y: 1 }, { x: 2, y: 2 })).toBe(null);
  });

  test('the foot of a perpendicular, before, on and past a segment', () => {
    const [a, b] = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
    ];
    for (const [p, along, away] of [
      [{ x: 4, y: 3 }, 4, 3],
      [{ x: -3, y: 4 }, -3, 5],
      [{ x: 16, y: -8 }, 16, 10],
    ] as const) {
      expect(alongLine(p, a, b)).toBe(along);
      expect(distancePointSegment(p, a, b)).toBe(away);
    }
    expect(distancePointSegment({ x: 3, y: 4 }, a, a)).toBe(5);
  });

  test('no point of a segment is nearer than the distance to it, 200 seeded segments', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const random = randomFrom(seed);
      const any = (): XY => ({ x: random() * 100, y: random() * 100 });
      const [p, a, b] = [any(), any(), any()];
      const away = distancePointSegment(p, a, b);
      const between = Array.from({ length: 101 }, (_, i) =>
        distance(p, { x: a.x + ((b.x - a.x) * i) / 100, y: a.y + ((b.y - a.y) * i) / 100 }),
      );
      expect(Math.min(...between)).toBeGreaterThanOrEqual(away - 1e-9);
      expect(Math.min(...between)).toBeLessThan(away + distance(a, b) / 100);
    }
  });
});

describe('polygons', () => {
  test('area counts up counter-clockwise and down the other way; the way round is its edges', () => {
    expect([signedArea(square), signedArea([...square].reverse()), signedArea(ell)]).toEqual([100, -100, 75]);
    expect([perimeterOf(square), perimeterOf(ell)]).toEqual([40, 40]);
  });

  // Pick's theorem: area = inner + edge / 2 - 1 for corners on whole numbers.
  test('whole points inside agree with the area by Pick’s theorem', () => {
    for (const [polygon, onEdge] of [
      [square, 40],
      [ell, 40],
    ] as const) {
      let inside = 0;
      for (let x = 0; x <= 10; x++)
        for (let y = 0; y <= 10; y++) {
          const isOnEdge = polygon.some(
            (a, i) => distancePointSegment({ x, y }, a, polygon[(i + 1) % polygon.length]!) < 1e-9,
          );
          if (!isOnEdge && pointInPolygon({ x, y }, polygon)) inside++;
        }
      expect(inside + onEdge / 2 - 1).toBe(signedArea(polygon));
    }
  });

  test('the point well inside is inside and off every edge, 300 seeded polygons', () => {
    for (let seed = 1; seed <= 300; seed++) {
      const polygon = starShaped(randomFrom(seed));
      const at = innerPoint(polygon)!;
      expect(pointInPolygon(at, polygon), `seed ${seed}`).toBe(true);
      const off = polygon.map((a, i) => distancePointSegment(at, a, polygon[(i + 1) % polygon.length]!));
      expect(Math.min(...off)).toBeGreaterThan(0);
    }
  });

  test('a polygon without height has no inside', () =>
    expect(
      innerPoint([
        { x: 0, y: 0 },
        { x: 5, y: 0 },
        { x: 9, y: 0 },
      ]),
    ).toBe(null));
});

describe('places', () => {
  test('what is nearer than the tolerance shares the first number; other levels and what is as far as it have their own', () => {
    const places = new Places(0.5);
    expect(places.number('L1', { x: 10, y: 10 })).toBe(0);
    expect(places.number('L1', { x: 10.3, y: 10.3 })).toBe(0);
    expect(places.number('L2', { x: 10, y: 10 })).toBe(1);
    expect(places.number('L1', { x: 10.5, y: 10 })).toBe(2);
    expect(places.number('L1', { x: 10.25, y: 10 })).toBe(0);
    expect(places.at).toHaveLength(3);
  });

  test('as looking through all of them in turn says, across cells and below zero, 100 seeded lists', () => {
    for (let seed = 1; seed <= 100; seed++) {
      const random = randomFrom(seed);
      const places = new Places(1);
      const known: XY[] = [];
      for (let n = 0; n < 60; n++) {
        const at = { x: random() * 8 - 4, y: random() * 8 - 4 };
        const first = known.findIndex((k) => distance(k, at) < 1);
        const expected = first < 0 ? known.push(at) - 1 : first;
        expect(places.number('L1', at)).toBe(expected);
      }
    }
  });
});
