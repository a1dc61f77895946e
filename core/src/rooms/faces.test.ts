import { describe, expect, test } from 'vitest';
import { signedArea } from '../geometry/index.ts';
import { planOf, roomOf, houseOf } from '../../testing/index.ts';
import { facePoint } from '../framing/faces.ts';
import { findBoundaries, type Boundary } from './faces.ts';

const half = 1.75;
/** Boundaries of walls drawn as `x,y x,y` rows. */
function boundaries(rows: string): readonly Boundary[] {
  const walls = rows
    .trim()
    .split('\n')
    .map((row) =>
      row
        .trim()
        .split(' ')
        .map((p) => p.split(',').map(Number)),
    );
  const plan = planOf({
    points: Object.fromEntries(
      walls.flatMap((ends, i) => ends.map(([x, y], k) => [`p${i}${'ab'[k]}`, { x, y }])),
    ),
    walls: Object.fromEntries(walls.map((_, i) => [`w${i + 1}`, { from: `p${i}a`, to: `p${i}b` }])),
  });
  return findBoundaries(houseOf(plan).framing);
}
const square = '0,0 100,0\n100,0 100,100\n100,100 0,100\n0,100 0,0';

describe('closed boundaries', () => {
  test('four walls make one, on the faces inside, walked counter-clockwise from its lowest left corner', () => {
    const [one, ...more] = boundaries(square);
    expect(more).toEqual([]);
    expect(one!.faces.map((f) => [f.length, f.wall])).toEqual([
      [96.5, 'w1'],
      [96.5, 'w2'],
      [96.5, 'w3'],
      [96.5, 'w4'],
    ]);
    expect(one!.polygon[0]).toEqual({ x: half, y: half });
    expect(signedArea(one!.polygon)).toBeCloseTo(96.5 ** 2, 6);
  });

  test('which way and in which order walls were drawn changes nothing but their sides', () => {
    const other = boundaries('0,100 100,100\n100,0 0,0\n0,0 0,100\n100,100 100,0');
    expect(other[0]!.polygon).toEqual(boundaries(square)[0]!.polygon);
    expect(other[0]!.faces.map((f) => f.side)).toEqual(['right', 'right', 'right', 'right']);
    for (const f of other[0]!.faces) expect(f.startAt).toBeGreaterThan(f.endAt);
  });

  test('walls that do not close make none; a gap of an inch is a gap', () => {
    expect(boundaries('0,0 100,0\n100,0 100,100\n100,100 0,100')).toEqual([]);
    expect(boundaries(square.replace('0,100 0,0', '0,100 0,4'))).toEqual([]);
  });

  test('a partition by T makes two, and the wall it stands against is a face of both', () => {
    const two = boundaries(`${square}\n40,0 40,100`);
    expect(two).toHaveLength(2);
    const areas = two.map((b) => signedArea(b.polygon)).sort((a, b) => a - b);
    expect(areas[0]).toBeCloseTo(96.5 * 36.5, 6);
    expect(areas[1]).toBeCloseTo(96.5 * 56.5, 6);
    expect(two.map((b) => b.faces.filter((f) => f.wall === 'w1').length)).toEqual([1, 1]);
  });

  test('two crossing partitions make four', () =>
    expect(boundaries(`${square}\n40,0 40,100\n0,60 100,60`)).toHaveLength(4));

  test('a wall that ends free in a room is walked on both its sides and around its end', () => {
    const [one] = boundaries(`${square}\n40,0 40,50`);
    const stub = one!.faces.filter((f) => f.wall === 'w5');
    expect(stub.map((f) => f.side).sort()).toEqual(['left', 'right']);
    expect(one!.faces.filter((f) => f.wall === null).map((f) => f.length)).toEqual([3.5]);
  });

  test('every face lies on its wall’s own face, at the places it says', () => {
    const plan = roomOf('140\n110\n60\n40 left\n80\n150');
    const { framing, rooms } = houseOf(plan);
    const faces = rooms.r1!.boundary!.faces;
    expect(faces).toHaveLength(6);
    for (const f of faces)
      for (const [at, p] of [
        [f.startAt, f.a],
        [f.endAt, f.b],
      ] as const) {
        const on = facePoint(framing, f.wall!, f.side, at);
        expect(Math.hypot(on.x - p.x, on.y - p.y)).toBeLessThan(1e-6);
      }
  });
});
