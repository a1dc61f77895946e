import { expect, test } from 'vitest';
import { barFor } from './scaleBar.ts';

test('a bar stands for a round length, as long as it fits, true to the drawing', () => {
  expect(barFor(1)).toEqual({ feet: 8, pixels: 96 });
  expect(barFor(2.3).feet).toBe(2);
  expect(barFor(40)).toEqual({ feet: 0.5, pixels: 240 });
  for (const scale of [0.2, 0.5, 1.3, 4]) {
    const { feet, pixels } = barFor(scale);
    expect(pixels).toBeCloseTo(feet * 12 * scale);
    expect(pixels).toBeLessThanOrEqual(110);
  }
});
