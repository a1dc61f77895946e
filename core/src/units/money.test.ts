import { expect, test } from 'vitest';
import { countWords, moneyWords, moreWords, priceWords } from './index.ts';

test('money as it is read: cents on lists, whole dollars to customers, and what more or less it is', () => {
  expect(moneyWords(123456)).toBe('$1,234.56');
  expect(priceWords(123400)).toBe('$1,234');
  expect(priceWords(123456)).toBe('$1,234.56');
  expect([3800, -12000, 0].map(moreWords)).toEqual(['+$38', '−$120', 'no more']);
});

test('one and many', () => {
  expect(['switch', 'box', 'light', 'bus'].map((one) => countWords(2, one))).toEqual([
    '2 switches',
    '2 boxes',
    '2 lights',
    '2 buses',
  ]);
  expect(countWords(1, 'switch')).toBe('1 switch');
});
