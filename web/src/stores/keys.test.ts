// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, expect, test } from 'vitest';
import { useKeys } from './keys.ts';

const place = { id: 'boxes', key: 'b', says: 'place boxes' };
const lay = { id: 'runs', key: 'r', says: 'lay the runs' };
beforeEach(() => {
  localStorage.clear();
  setActivePinia(createPinia());
});

test('a key is changed, its old one is free, and all come back at once', () => {
  const keys = useKeys();
  expect(keys.change(place, 'x', [place, lay])).toEqual({ ok: true });
  expect(keys.keyOf(place)).toBe('x');
  expect(keys.change(lay, 'b', [place, lay])).toEqual({ ok: true });
  keys.reset();
  expect([keys.keyOf(place), keys.keyOf(lay), keys.isChanged]).toEqual(['b', 'r', false]);
});

test('a key that does something already is refused by what it does; one that fields need is refused too', () => {
  const keys = useKeys();
  expect(keys.change(place, 'r', [place, lay])).toEqual({
    ok: false,
    says: 'r does something already: lay the runs.',
  });
  for (const key of ['Enter', 'Tab', ' ', 'F5', ''])
    expect(keys.change(place, key, [place, lay]).ok, key).toBe(false);
  expect(keys.keyOf(place)).toBe('b');
});
