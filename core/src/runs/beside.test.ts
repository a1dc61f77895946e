import { describe, expect, test } from 'vitest';
import { besidePower } from './beside.ts';

const laying = (power: readonly (readonly [number, number, number])[]): Parameters<typeof besidePower>[0] =>
  ({
    plan: { runs: { k1: { way: 'auto' } } },
    runs: { runs: { k1: { id: 'k1', cable: '14/2', path: power.map(([x, y, z]) => ({ x, y, z })) } } },
  }) as never;
const line = (...places: (readonly [number, number, number])[]) => places.map(([x, y, z]) => ({ x, y, z }));

describe('data along power', () => {
  const power = laying([
    [0, 0, 24],
    [120, 0, 24],
  ]);
  test('is told with how far the two lie along each other', () => {
    const beside = besidePower(power, line([30, 0, 25], [90, 0, 25]), 2)!;
    expect(beside.run).toBe('k1');
    expect(beside.inches).toBeCloseTo(60, 6);
    // To the end of the power cable, and two inches past it.
    const past = besidePower(power, line([30, 0, 25], [200, 0, 25]), 2)!.inches;
    expect(past).toBeGreaterThanOrEqual(90);
    expect(past).toBeLessThanOrEqual(92);
  });
  test('is not where it keeps off, or crosses square', () => {
    expect(besidePower(power, line([30, 0, 26], [90, 0, 26]), 2)).toBeNull();
    expect(besidePower(power, line([30, 0, 26], [90, 0, 26]), 12)!.inches).toBeCloseTo(60, 6);
    expect(besidePower(power, line([60, 0, 0], [60, 0, 60]), 12)).toBeNull();
  });
});
