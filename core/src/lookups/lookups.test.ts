import { describe, expect, test } from 'vitest';
import { compareIds } from './ids.ts';
import { entryOf, valueIn, lastOf, must, never, nth } from './index.ts';

describe('a look-up that misses names what is missing and what there is', () => {
  test.each([
    [() => entryOf({ w1: 1, w2: 2 }, 'w9'), '“w9” is not among w1, w2'],
    [() => entryOf({}, 'w9'), '“w9” is not among nothing'],
    [
      () => entryOf(Object.fromEntries('abcdefg'.split('').map((k) => [k, 1])), 'z'),
      'a, b, c, d, e, 7 in all',
    ],
    [() => valueIn(new Map([['b1', 1]]), 'b2'), '“b2” is not among b1'],
    [() => nth([1, 2], 2), 'item 2 of a list of 2'],
    [() => lastOf([]), 'item -1 of a list of 0'],
    [() => must(null, 'the panel'), 'the panel is missing'],
    [() => never('oblong' as never), '“oblong” is not handled'],
  ])('%s', (look, says) => expect(look).toThrow(says));

  test('what is there comes back, also when it is empty or zero', () => {
    expect([
      entryOf({ a: 0 }, 'a'),
      valueIn(new Map([[1, '']]), 1),
      nth([false], 0),
      lastOf([1, 2]),
      must(0, 'zero'),
    ]).toEqual([0, '', false, 2, 0]);
  });
});

test('ids are in the order people read them, whatever stands between their numbers', () => {
  const ordered = [
    'b',
    'b0',
    'b2',
    'b10',
    'k4',
    'k4-12',
    'k4-30',
    'k5',
    'w1/s9',
    'w1/s10',
    'w2/s1',
    'w10/s1',
  ];
  expect([...ordered].reverse().sort(compareIds)).toEqual(ordered);
  expect([compareIds('b07', 'b7'), compareIds('b7', 'b07')].map(Math.sign)).toEqual([-1, 1]);
  expect(compareIds('b7', 'b7')).toBe(0);
});
