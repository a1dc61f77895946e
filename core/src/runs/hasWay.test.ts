import { expect, test } from 'vitest';
import { hasWay } from './hasWay.ts';

test('a cable with no point on its way has none', () => {
  expect(hasWay({ path: [] })).toBe(false);
  expect(hasWay({ path: [{ x: 0, y: 0, z: 24 }] })).toBe(true);
});
