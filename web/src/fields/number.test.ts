import { expect, test } from 'vitest';
import { readNumber } from './number.ts';

test.each([
  ['12', {}, 12],
  [' 3,5 ', {}, 3.5],
  ['-4', {}, -4],
  ['', { optional: true }, null],
] as const)('“%s” is read', (text, bounds, value) =>
  expect(readNumber(text, bounds)).toEqual({ ok: true, value }),
);

test.each([
  ['', {}, 'A number is needed.'],
  ['twelve', {}, '“twelve” is not a number.'],
  ['2.5', { whole: true }, 'A whole number is needed.'],
  ['0', { min: 1 }, 'At least 1.'],
  ['85', { max: 84 }, 'At most 84.'],
  ['1e999', {}, '“1e999” is not a number.'],
] as const)('“%s” is refused with the way out', (text, bounds, problem) =>
  expect(readNumber(text, bounds)).toEqual({ ok: false, problem }),
);
