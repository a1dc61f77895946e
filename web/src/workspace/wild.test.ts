import { expect, test } from 'vitest';
import { wildLength, wildMove } from './wild.ts';

test('a length ten times what it was is asked about, whichever way; a foot more, or a short wall made long enough for a door, is not', () => {
  expect(wildLength('Wall A', 168, 1680)).toBe('Wall A would be 140′ long instead of 14′.');
  expect(wildLength('Wall A', 1680, 168)).toBe('Wall A would be 14′ long instead of 140′.');
  expect(wildLength('Wall A', 168, 180)).toBe(null);
  expect(wildLength('Wall A', 20, 120)).toBe(null);
  expect(wildLength('Wall A', 0, 200)).toBe('Wall A would be 16′ 8″ long instead of 0″.');
});

test('a wall moved across the house is asked about', () => {
  expect(wildMove('Wall B', -300)).toBe('Wall B would move by 25′.');
  expect(wildMove('Wall B', 240)).toBe(null);
});
