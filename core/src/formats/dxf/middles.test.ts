import { describe, expect, test } from 'vitest';
import { notEmpty } from '../../../testing/index.ts';
import { lineFamilies, findStrips } from './strips.ts';
import { wallsByMiddles } from './middles.ts';
import type { DrawnSegment } from './drawing.ts';

type Line = readonly [number, number, number, number];
const lines = (...all: readonly Line[]): DrawnSegment[] =>
  all.map(([ax, ay, bx, by]) => ({ layer: 'Walls', a: { x: ax, y: ay }, b: { x: bx, y: by } }));
/** Both faces and the jambs of a wall along the bottom of the sheet, with a hole between two places. */
const along = lines(
  [0, -2, 40, -2],
  [72, -2, 120, -2],
  [0, 2, 40, 2],
  [72, 2, 120, 2],
  [40, -2, 40, 2],
  [72, -2, 72, 2],
);
const across = lines([60 - 3, 2, 60 - 3, 96], [60 + 3, 2, 60 + 3, 96]);
const stripsOf = (faces: readonly DrawnSegment[]) => findStrips(lineFamilies(faces, 0.1), 2.75, 13, 1.5);
const read = (middles: readonly Line[], faces: readonly DrawnSegment[]) =>
  wallsByMiddles(lines(...middles), faces, stripsOf(faces));

describe('walls by their middles', () => {
  test('are as thick as their faces are apart, and open between their jambs', () => {
    const [wall, ...others] = notEmpty(read([[0, 0, 120, 0]], along) ?? []);
    expect(others).toEqual([]);
    expect(wall).toMatchObject({ thickness: 4, start: 0, end: 120, gaps: [{ start: 40, end: 72 }] });
  });

  test('a wall that ends against the open part of another leaves it open', () => {
    const stood = read(
      [
        [0, 0, 120, 0],
        [60, 0, 60, 96],
      ],
      [...along, ...across, ...lines([57, 2, 63, 2])],
    );
    expect(stood?.map(({ thickness, gaps }) => [thickness, gaps.length])).toEqual([
      [4, 1],
      [6, 0],
    ]);
  });

  test('are not believed where a wall was moved, put in or taken out since', () => {
    expect(read([[0, 9, 120, 9]], along)).toBe(null);
    expect(read([[0, 0, 120, 0]], [...along, ...across])).toBe(null);
    expect(
      read(
        [
          [0, 0, 120, 0],
          [60, 0, 60, 96],
        ],
        along,
      ),
    ).toBe(null);
    expect(read([], along)).toBe(null);
    expect(read([[5, 0, 5, 0]], along)).toBe(null);
  });
});
