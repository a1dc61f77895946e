import { describe, expect, test } from 'vitest';
import type { XY } from '../geometry/index.ts';
import { framingKinds } from '../materials/index.ts';
import { planOf } from '../../testing/index.ts';
import { findJunctions, wallLine, type WallJunctions } from './junctions.ts';

const depth = framingKinds['2x4'].depth;

/** Junctions of walls drawn as `[from, to]`, named w1, w2 … in the order given. */
function junctions(
  walls: readonly (readonly [XY, XY])[],
  framing: string[] = [],
): Record<string, WallJunctions> {
  const plan = planOf({
    points: Object.fromEntries(
      walls.flatMap(([a, b], i) => [
        [`a${i + 1}`, a],
        [`b${i + 1}`, b],
      ]),
    ),
    walls: Object.fromEntries(
      walls.map((_, i) => [
        `w${i + 1}`,
        { from: `a${i + 1}`, to: `b${i + 1}`, framing: framing[i] ?? '2x4' },
      ]),
    ),
  });
  return findJunctions(Object.entries(plan.walls).map(([id, wall]) => wallLine(plan, id, wall)));
}
const at = (x: number, y: number): XY => ({ x, y });
const wall = (x1: number, y1: number, x2: number, y2: number) => [at(x1, y1), at(x2, y2)] as const;

describe('how walls meet', () => {
  test('a wall on its own is free at both ends', () => {
    const { w1 } = junctions([wall(0, 0, 100, 0)]);
    expect(w1).toEqual({
      from: { kind: 'free', reach: 0, covered: 0, against: null },
      to: { kind: 'free', reach: 0, covered: 0, against: null },
      tees: [],
      crossings: [],
    });
  });

  test('a corner: the longer runs through by half a depth, the shorter stops half a depth short', () => {
    const { w1, w2 } = junctions([wall(0, 0, 120, 0), wall(120, 0, 120, 80)]);
    expect(w1!.to).toEqual({ kind: 'through', reach: depth / 2, covered: depth, against: null });
    expect(w2!.from).toEqual({ kind: 'butt', reach: -depth / 2, covered: 0, against: 'w1' });
  });

  test('a corner of two depths: each reaches by the half of the other', () => {
    const { w1, w2 } = junctions([wall(0, 0, 120, 0), wall(120, 0, 120, 80)], ['2x6', '2x4']);
    expect(w1!.to.reach).toBe(depth / 2);
    expect(w2!.from.reach).toBe(-framingKinds['2x6'].depth / 2);
  });

  test('which of two equal walls runs through does not hang on how they were drawn', () => {
    const kinds = [
      [wall(0, 0, 100, 0), wall(100, 0, 100, 100)],
      [wall(100, 0, 0, 0), wall(100, 100, 100, 0)],
    ].map((pair) => {
      const { w1, w2 } = junctions(pair);
      return [w1!, w2!].map((j) => [j.from.kind, j.to.kind].sort().join());
    });
    expect(kinds[0]).toEqual(['free,through', 'butt,free']);
    expect(kinds[1]).toEqual(kinds[0]);
    const swapped = junctions([wall(100, 0, 100, 100), wall(0, 0, 100, 0)]);
    expect([swapped.w2!.to.kind, swapped.w1!.from.kind]).toEqual(['through', 'butt']);
  });

  test('two walls in line carry straight on into each other', () => {
    const { w1, w2 } = junctions([wall(0, 0, 100, 0), wall(100, 0, 180, 0)]);
    expect(w1!.to).toMatchObject({ kind: 'straight', reach: 0, against: 'w2' });
    expect(w2!.from).toMatchObject({ kind: 'straight', reach: 0, against: 'w1' });
  });

  test('a T stops at the face of the wall it stands against, drawn to the centre line or to the face', () => {
    for (const y of [0, depth / 2]) {
      const { w1, w2 } = junctions([wall(0, 0, 120, 0), wall(40, y, 40, 80)]);
      expect(w2!.from).toMatchObject({ kind: 'tee', against: 'w1' });
      expect(y - w2!.from.reach).toBeCloseTo(depth / 2, 9);
      expect(w1!.tees).toEqual([{ wall: 'w2', end: 'from', at: 40, width: depth }]);
    }
  });

  test('a T from the other side stops at the other face', () => {
    const { w2 } = junctions([wall(0, 0, 120, 0), wall(40, -80, 40, 0)]);
    expect(w2!.to.reach).toBeCloseTo(-depth / 2, 9);
  });

  test('at 45° a T takes up √2 of its depth along the wall', () => {
    const { w1 } = junctions([wall(0, 0, 120, 0), wall(40, 0, 100, 60)]);
    expect(w1!.tees[0]!.width).toBeCloseTo(depth * Math.SQRT2, 9);
  });

  test('a crossing: one runs through, the other is interrupted, each at its own place', () => {
    const { w1, w2 } = junctions([wall(0, 0, 120, 0), wall(30, -40, 30, 60)]);
    expect(w1!.crossings).toEqual([{ wall: 'w2', at: 30, width: depth, through: true }]);
    expect(w2!.crossings).toEqual([{ wall: 'w1', at: 40, width: depth, through: false }]);
  });

  test('three at one corner: one runs through, two butt against it', () => {
    const { w1, w2, w3 } = junctions([wall(0, 0, 140, 0), wall(140, 0, 140, 80), wall(140, 0, 140, -60)]);
    expect(w1!.to.kind).toBe('through');
    expect([w2!.from, w3!.from].map((j) => [j.kind, j.against])).toEqual([
      ['butt', 'w1'],
      ['butt', 'w1'],
    ]);
  });

  test('walls of two levels do not meet', () => {
    const plan = planOf({
      levels: { L1: {}, L2: { elevation: 108 } },
      points: {
        a: at(0, 0),
        b: at(100, 0),
        c: { ...at(100, 0), level: 'L2' },
        d: { ...at(100, 90), level: 'L2' },
      },
      walls: { w1: { from: 'a', to: 'b' }, w2: { from: 'c', to: 'd' } },
    });
    const met = findJunctions(Object.entries(plan.walls).map(([id, w]) => wallLine(plan, id, w)));
    expect(Object.values(met).flatMap((j) => [j.from.kind, j.to.kind])).toEqual([
      'free',
      'free',
      'free',
      'free',
    ]);
  });
});
