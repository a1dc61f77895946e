import { expect, test, describe } from 'vitest';
import { countFill, modelsFor, smallestModel } from './index.ts';

/** Worked by hand from NEC 314.16(B) and Table 314.16(B)(1), from memory. */
const worked: [cables: string, yokes: string, clamps: boolean, used: number][] = [
  ['14/2', '14', false, 10], ['14/2 14/2', '14', false, 14], ['14/2 14/2 14/2', '14', false, 18], ['12/2', '12', false, 11.25],
  ['12/2 12/2', '12', false, 15.75], ['12/2 12/2 12/2', '12', false, 20.25], ['14/3', '14', false, 12], ['14/3 14/2', '14', false, 16],
  ['12/2 14/2', '12', false, 15.25], ['14/2 14/2', '14', true, 16], ['12/2 12/2', '12', true, 18], ['14/2', '', false, 6],
  ['14/2 14/2 14/2 14/2', '14', false, 22], ['14/2 14/2 14/2 14/2 14/2', '14', false, 26.5], ['10/2', '10', false, 12.5],
  ['14/2 14/2 14/3', '14 14', false, 24], ['6/3', '', false, 20], ['8/3 8/3', '', false, 21],
]; // prettier-ignore

describe('box fill', () => {
  test.each(worked)('%s with yokes [%s], clamps %s: %d in³', (cables, yokes, internalClamps, used) => {
    const list = (text: string) => text.split(' ').filter(Boolean);
    const fill = countFill({
      cables: list(cables),
      yokes: list(yokes).map(Number),
      internalClamps,
      grounds: '2020',
    });
    expect(fill.used).toBeCloseTo(used, 9);
    expect(fill.parts.reduce((sum, p) => sum + p.total, 0)).toBe(fill.used);
  });

  test('before 2020 all grounds count as one', () => {
    const cables = Array<string>(6).fill('14/2');
    expect(countFill({ cables, yokes: [], internalClamps: false, grounds: 'before-2020' }).used).toBe(26);
    expect(countFill({ cables, yokes: [], internalClamps: false, grounds: '2020' }).used).toBe(27);
  });

  test('the third 12/2 asks for the 22.5 in³ box; no single gang takes four', () => {
    const model = (n: number) =>
      smallestModel(modelsFor({ gangs: 1, mount: 'new-work' }), () =>
        countFill({
          cables: Array<string>(n).fill('12/2'),
          yokes: [12],
          internalClamps: false,
          grounds: '2020',
        }),
      )?.model ?? null;
    expect([1, 2, 3, 4].map(model)).toEqual(['plastic-1g-18', 'plastic-1g-18', 'plastic-1g-22.5', null]);
  });
});
