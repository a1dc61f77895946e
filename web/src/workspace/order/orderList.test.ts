import { compute } from '@fieldchalk/core';
import { marlStreet } from '@fieldchalk/core/demo';
import { notEmpty } from '@fieldchalk/core/testing';
import { describe, expect, test } from 'vitest';
import { costWords, headingOf, perChoices, rest } from './orderList.ts';

const lines = notEmpty(compute(marlStreet()).takeoff.lines);

describe('the list of material', () => {
  test('every line has one heading', () => {
    expect(lines.map((l) => headingOf(l.item))).toEqual(expect.arrayContaining(['Cable', 'Breakers', rest]));
  });

  test('a price that is missing is counted and told, never a nothing', () => {
    expect(costWords([{ cents: 100 }, { cents: null }, { cents: 250 }])).toBe(
      '$3.50, 1 line without a price',
    );
    expect(costWords([{ cents: null }, { cents: null }])).toBe('2 lines without a price');
    expect(costWords([{ cents: null }, { cents: 0 }])).toBe('1 line without a price');
    expect(costWords([{ cents: 165300 }])).toBe('$1,653.00');
    expect(costWords([])).toBe('');
  });

  test('cable is priced by the foot or the coil, what is counted by the piece', () => {
    expect(perChoices('ft', true)).toEqual(['ft', 'coil']);
    expect(perChoices('each', false)).toEqual(['each', 'box']);
  });
});
