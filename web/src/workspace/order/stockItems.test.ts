import { compute, emptyPlan, stockItems } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { expect, test } from 'vitest';
import { readExtra, readStock } from './stockItems.ts';

const { lines } = compute(study()).takeoff;
const read = (text: string) => {
  const done = readStock(text, lines);
  return done.ok ? done.stock : done.problem;
};

test('a name, part of one or a code, with how much; a code alone is one piece, as a scanner gives it', () => {
  expect(read('14/2 180 ft')).toEqual({ item: 'cable-14/2', feet: 180 });
  expect(read('cable-14/2 62.5')).toEqual({ item: 'cable-14/2', feet: 62.5 });
  expect(read('plate 12')).toEqual({ item: 'plate-1g', count: 12 });
  expect(read('plate-1g')).toEqual({ item: 'plate-1g', count: 1 });
  expect(read('Staple, 1/2 in., insulated x 200')).toEqual({ item: 'staple-1/2', count: 200 });
});

test('what is not on the list, is more than one thing, or says no length is told with the way out', () => {
  expect(read('')).toContain('14/2 180 ft');
  expect(read('moon dust 4')).toContain('“moon dust”');
  expect(read('box 4')).toContain('may be box-');
  expect(read('cable-14/2')).toContain('How many feet');
  expect(read('plate 1.5')).toContain('whole');
});

test('what the job needs none of is found among all there is; what the list has is meant first', () => {
  const all = (text: string) => {
    const done = readStock(text, lines, stockItems(study()));
    return done.ok ? done.stock : done.problem;
  };
  expect(all('plate 12')).toEqual({ item: 'plate-1g', count: 12 });
  expect(all('10/3 45 ft')).toEqual({ item: 'cable-10/3', feet: 45 });
  expect(all('plate-4g')).toEqual({ item: 'plate-4g', count: 1 });
  expect(all('dual function 3')).toContain('may be breaker-');
  expect(all('moon dust 4')).toContain('“moon dust”');
  const empty = readStock('12/2 250', [], stockItems(emptyPlan('Empty')));
  expect(empty).toEqual({ ok: true, stock: { item: 'cable-12/2', feet: 250 } });
});

test('extra material need not be on the list: it is taken by its words, with how many', () => {
  const extra = (text: string) => readExtra(text, lines);
  expect(extra('nail plate 4')).toEqual({ ok: true, stock: { item: 'nail plate', count: 4 } });
  expect(extra('14/2 20 ft')).toEqual({ ok: true, stock: { item: 'cable-14/2', feet: 20 } });
  // More than one thing on the list, and no number, are still asked about.
  expect(extra('box 4')).toMatchObject({ ok: false });
  expect(extra('nail plate')).toMatchObject({ ok: false });
});
