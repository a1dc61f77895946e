import { expect, test } from 'vitest';
import { Renamings } from './renamings.ts';

const two = () => {
  const renamings = new Renamings();
  renamings.add(
    new Map([
      ['b11', 'b12'],
      ['b12', 'b13'],
    ]),
  );
  renamings.add(new Map([['b12', 'b14']]));
  return renamings;
};

test('what is named by the ids of a moment is found by those of now', () => {
  const renamings = two();
  expect(renamings.moment).toBe(2);
  expect(renamings.followed(['b11', 'b12', 'b13'], 0)).toEqual(['b14', 'b13', 'b13']);
  expect(renamings.followed({ box: 'b12', label: 'b12' }, 1)).toEqual({ box: 'b14', label: 'b12' });
  expect(renamings.followed('b12', 2)).toBe('b12');
  expect(['b10', 'b11', 'b12', 'b13', 'b14'].map((id) => renamings.idAt(0, id))).toEqual([
    'b10',
    '',
    '',
    'b12',
    'b11',
  ]);
  expect(renamings.idAt(1, 'b14')).toBe('b12');
});

test('a thing keeps its key through all its ids, and no two have the same', () => {
  const renamings = two();
  expect(renamings.keyOf('b14')).toBe('b11');
  expect(renamings.keyOf('b13')).toBe('b12');
  const keys = ['b10', 'b11', 'b12', 'b13', 'b14'].map((id) => renamings.keyOf(id));
  expect(new Set(keys).size).toBe(5);
  expect(keys[0]).toBe('b10');
});
