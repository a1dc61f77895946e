import { expect, test } from 'vitest';
import { sheetKinds } from '@fieldchalk/core';
import { moved, sheetWords } from './sheetWords.ts';

test('every sheet has a name of its own', () => {
  expect(Object.keys(sheetWords).sort()).toEqual([...sheetKinds].sort());
  expect(new Set(Object.values(sheetWords).map((w) => w.name)).size).toBe(sheetKinds.length);
});

test('an entry moves by one place, and stays where there is none', () => {
  expect(moved(['a', 'b', 'c'], 0, 1)).toEqual(['b', 'a', 'c']);
  expect(moved(['a', 'b', 'c'], 2, -1)).toEqual(['a', 'c', 'b']);
  expect(moved(['a', 'b', 'c'], 0, -1)).toEqual(['a', 'b', 'c']);
  expect(moved(['a', 'b', 'c'], 2, 1)).toEqual(['a', 'b', 'c']);
});
