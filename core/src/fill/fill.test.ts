import { expect, test, describe } from 'vitest';
import { computed, planOf } from '../../testing/index.ts';
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

  /** By hand from 314.16(B), from memory: cables | uncut (`~` through, `@` looped) | yokes | c clamps, f a fitting, d a plastic divider. */
  const drawn: [row: string, used: number][] = [
    ['14/2 14/2 | ~14/2 | 14 | ', 8 + 2 * 2 + 4 + 2], // through: two more conductors
    ['14/2 14/2 | @14/2 | 14 | ', 4 * 2 + 4 * 2 + 4 + 2], // a loop counts twice
    ['12/2 | ~12/2 ~12/2 |  | ', 2.25 * (2 + 4 + 1)],
    ['12/2 12/2 |  | 12 | c', 2.25 * (4 + 2 + 1 + 1)],
    ['14/2 |  |  | f', 2 * (2 + 1 + 1)],
    ['14/2 14/2 14/3 |  |  | f', 2 * (7 + 1 + 1)],
    ['12/2 14/2 14/2 |  | 12 | ', 2.25 * 2 + 2 * 4 + 4.5 + 2.25],
    ['12/2 14/2 |  | 14 | c', 4.5 + 4 + 4 + 2.25 + 2.25], // clamps and grounds by the larger wire
    ['12/3 14/3 |  | 12 14 | ', 6.75 + 6 + 4.5 + 4 + 2.25],
    ['10/2 12/2 |  | 12 | ', 5 + 4.5 + 4.5 + 2.5],
    ['10/3 |  | 10 10 | ', 7.5 + 10 + 2.5], // a dryer outlet is two gangs wide
    ['6/3 |  | 6 6 | ', 15 + 20 + 5],
    ['8/3 |  | 8 8 | c', 9 + 12 + 3 + 3],
    ['14/2 14/2 14/2 14/2 14/2 |  | 14 14 | ', 20 + 8 + 2.5], // five grounds: one and a quarter
    ['12/2 12/2 12/2 12/2 12/2 12/2 |  | 12 | ', 27 + 4.5 + 2.25 * 1.5],
    ['14/3 14/3 14/2 |  | 14 14 14 | ', 16 + 12 + 2],
    ['14/2 14/3 14/3 14/2 14/2 |  | 14 14 14 14 | ', 24 + 16 + 2.5],
    ['14/2 12/2 14/3 |  | 14 12 14 | d', 4 + 4.5 + 6 + 4 + 4.5 + 4 + 2.25 + 1],
    ['14/2 12/2 |  | 14 12 | d', 4 + 4.5 + 4 + 4.5 + 2.25 + 1],
    ['12/2 12/2 12/3 |  | 12 12 | c', 2.25 * (7 + 4 + 1 + 1)],
    ['14/2 14/2 | ~14/2 @14/2 | 14 | ', 8 + 4 + 8 + 4 + 2],
    ['14/2 14/2 14/2 | ~14/2 ~14/2 |  | ', 12 + 8 + 2.5],
    [' |  | 14 | ', 4], // nothing has come in yet
    ['12/3 12/2 |  | 12 12 12 | ', 2.25 * (5 + 6 + 1)],
    ['14/2 14/2 14/2 14/2 |  | 14 14 | c', 16 + 8 + 2 + 2],
  ];
  test.each(drawn)('%s: %d in³', (row, used) => {
    const [cables, uncut, yokes, rest] = row
      .split('|')
      .map((part) => part.trim().split(' ').filter(Boolean)) as [string[], string[], string[], string[]];
    const fill = countFill({
      cables,
      uncut: uncut.map((u) => ({ cable: u.slice(1), loop: u[0] === '@' })),
      yokes: yokes.map(Number),
      internalClamps: rest.includes('c'),
      fittings: rest.includes('f') ? 1 : 0,
      dividers: { count: rest.includes('d') ? 1 : 0, each: 1 },
      grounds: '2020',
    });
    expect(fill.used).toBeCloseTo(used, 9);
  });

  test('before 2020 all grounds count as one', () => {
    const cables = Array<string>(6).fill('14/2');
    expect(countFill({ cables, yokes: [], internalClamps: false, grounds: 'before-2020' }).used).toBe(26);
    expect(countFill({ cables, yokes: [], internalClamps: false, grounds: '2020' }).used).toBe(27);
  });

  test('the third 12/2 asks for the 22.5 in³ box; no single gang takes four: a two gang does, with half a blank plate', () => {
    const model = (n: number) =>
      smallestModel(modelsFor({ gangs: 1, mount: 'new-work' }), () =>
        countFill({
          cables: Array<string>(n).fill('12/2'),
          yokes: [12],
          internalClamps: false,
          grounds: '2020',
        }),
      )?.model ?? null;
    expect([1, 2, 3, 4].map(model)).toEqual([
      'plastic-1g-18',
      'plastic-1g-18',
      'plastic-1g-22.5',
      'plastic-2g-34',
    ]);
  });
});

describe('boxes of a plan', () => {
  const plan = (box: object, devices: object[] = [{ kind: 'receptacle' }]) =>
    planOf({
      points: { a: { x: 0, y: 0 }, b: { x: 300, y: 0 } },
      walls: { w1: { from: 'a', to: 'b' } },
      circuits: { c1: { amps: 30, gauge: 10, poles: 2, volts: 240 } },
      boxes: { b1: { on: { wall: 'w1', side: 'left', at: 60 }, ...box } },
      devices: Object.fromEntries(devices.map((d, i) => [`d${i + 1}`, { box: 'b1', slot: i, ...d }])),
    });
  const result = (box: object, devices?: object[]) => computed(plan(box, devices)).boxes['b1']!;
  const there = (...cables: string[]) => cables.map((cable) => ({ cable }));

  test('an old box is counted with what is in it', () =>
    expect(result({ existing: true, cables: there('14/2', '14/2', '14/2') }).used).toBe(18));
  test('a device counts by the largest wire on it, which may be thicker than its circuit asks for: NEC 314.16(B)(4)', () => {
    const old = { existing: true, cables: there('12/2', '12/2') };
    const on = (circuit: string | null) => [{ kind: 'receptacle', circuit }];
    // Four wires of 12 at 2.25, the grounds 2.25, and the device twice 2.25 or twice 2.
    const base = plan(old, on('c1'));
    const of = (circuit: object | null) =>
      computed(
        planOf({
          ...base,
          circuits: circuit ? { c1: { existing: true, ...circuit } } : {},
          devices: { d1: { box: 'b1', circuit: circuit ? 'c1' : null } },
        }),
      ).boxes['b1']!.used;
    expect(of({ amps: 15, gauge: 14 })).toBe(15.75);
    expect(of(null)).toBe(15.25);
  });
  test('the third cable asks for the next size, and is said beforehand', () => {
    expect(result({ cables: there('12/2', '12/2') })).toMatchObject({
      smallest: 'plastic-1g-18',
      withOneMore: 'plastic-1g-20',
    });
    expect(result({ cables: there('14/2', '14/2', '14/2') })).toMatchObject({
      model: 'plastic-1g-18',
      used: 18,
      withOneMore: 'plastic-1g-22.5',
    });
  });
  test('clamps all taken out free their room; some left in do not', () => {
    const metal = { model: 'metal-device-18', cables: there('14/2', '14/2') };
    expect(result(metal).used).toBe(16);
    expect(result({ ...metal, clamps: 'removed' }).used).toBe(14);
  });
  test('a dryer outlet counts for both gangs it takes', () =>
    expect(
      result({ gangs: 2, cables: there('10/3') }, [
        { kind: 'appliance-receptacle', label: 'dryer', circuit: 'c1' },
      ]).used,
    ).toBe(20));
  test('dividers and fixture studs', () =>
    expect(result({ gangs: 2, dividers: 1, fittings: 1, cables: there('14/2') }, []).used).toBe(
      4 + 2 + 2 + 1,
    ));
  test('grounds go by the edition, unless the job says otherwise', () => {
    const six = plan({ gangs: 2, cables: there('14/2', '14/2', '14/2', '14/2', '14/2', '14/2') }, []);
    const used = (rules: object) => computed({ ...six, rules: { ...six.rules, ...rules } }).boxes['b1']!.used;
    expect([used({}), used({ edition: '2017' })]).toEqual([24 + 3, 24 + 2]);
    expect(used({ edition: '2017', values: { 'makeup.grounds': '2020' } })).toBe(27);
  });
});
