import { describe, expect, test } from 'vitest';
import type { FloorLine } from '../rooms/index.ts';
import { senseOf } from './lineSense.ts';

const piece = (wall: string, side: 'left' | 'right', start: number, end: number, offset: number) => ({
  wall,
  side,
  start,
  end,
  offset,
});
/** Two walls walked one way, and the same two of the mirrored house walked the other. */
const line: FloorLine = {
  length: 100,
  ring: false,
  pieces: [piece('w1', 'left', 0, 60, 0), piece('w2', 'left', 0, 40, 60)],
  served: [{ from: 10, to: 20 }],
};
const mirrored: FloorLine = {
  length: 100,
  ring: false,
  pieces: [piece('w2', 'right', 0, 40, 0), piece('w1', 'right', 0, 60, 40)],
  served: [{ from: 80, to: 90 }],
};

describe('a floor line is counted alike, whichever way it is walked', () => {
  test('from the end that is first by its wall', () => {
    for (const along of [0, 12, 60, 99.5])
      expect(senseOf(mirrored).placeOf(100 - along)).toBeCloseTo(senseOf(line).placeOf(along), 9);
    expect(senseOf(mirrored).line.served).toEqual(senseOf(line).line.served);
    expect(senseOf(line).placeOf(12)).toBe(12);
  });
  test('a ring from its first wall, the way that was drawn, with stretches over the beginning in two', () => {
    const ring: FloorLine = {
      length: 100,
      ring: true,
      pieces: [piece('w2', 'left', 0, 60, 0), piece('w1', 'left', 0, 40, 60)],
      served: [{ from: 50, to: 70 }],
    };
    const back: FloorLine = {
      ...ring,
      pieces: [piece('w1', 'right', 0, 40, 0), piece('w2', 'right', 0, 60, 40)],
      served: [{ from: 30, to: 50 }],
    };
    expect(senseOf(ring).placeOf(60)).toBe(0);
    expect(senseOf(ring).placeOf(75)).toBe(15);
    expect(senseOf(back).placeOf(25)).toBe(15);
    expect(senseOf(ring).line.served).toEqual([
      { from: 0, to: 10 },
      { from: 90, to: 100 },
    ]);
    expect(senseOf(back).line.served).toEqual(senseOf(ring).line.served);
  });
});
