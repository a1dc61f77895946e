import { describe, expect, test } from 'vitest';
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
