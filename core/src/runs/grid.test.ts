import { expect, test } from 'vitest';
import { randomFrom } from '../../testing/index.ts';
import { onGrid, rateOnGrid } from './grid.ts';

test('the same inches cost the same to the last bit, in whatever order they are added, and drawn the other way about', () => {
  const random = randomFrom(7);
  for (let round = 0; round < 200; round++) {
    const rate = rateOnGrid(random() * 20);
    const inches = Array.from({ length: 30 }, () => onGrid(random() * 600));
    const cost = (list: readonly number[]) => list.reduce((sum, x) => sum + x * rate, 1e6);
    const back = [...inches].reverse();
    expect(cost(back)).toBe(cost(inches));
    expect(cost(inches.map((x) => -onGrid(-x)))).toBe(cost(inches));
  }
});

test('what is priced is what is measured to within a thousandth of an inch', () => {
  for (const x of [0.1, 14.5, 33.333, 1 / 3, 719.99]) expect(Math.abs(onGrid(x) - x)).toBeLessThan(0.0005);
});
