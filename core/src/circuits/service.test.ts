import { describe, expect, test } from 'vitest';
import { computed, edited, roomOf } from '../../testing/index.ts';
import { Computer } from '../compute/index.ts';
import { rangeDemand, serviceInput, serviceLoad, type ServiceInput } from './service.ts';

const house = (more: Partial<ServiceInput>): ServiceInput => ({
  area: 1500,
  newArea: 0,
  smallAppliance: 2,
  laundry: 1,
  ranges: [],
  dryers: [],
  fastened: [],
  heatingVa: 0,
  heatingUnits: 1,
  coolingVa: 0,
  heatingIsNew: false,
  measuredVa: 0,
  ...more,
});
const of = (name: string, va: number, isNew = false) => ({ name, va, isNew });

describe('worked examples of NEC Informative Annex D, from memory', () => {
  test('D1(a): 1500 sq ft, a 12 kW range and a 5.5 kW dryer: 18,600 VA, 78 A at 240 V', () => {
    const load = serviceLoad(
      'standard',
      house({ ranges: [of('range', 12000)], dryers: [of('dryer', 5500)] }),
    );
    expect(load.lines.map((l) => l.va)).toEqual([4500, 3000, 1500, 3000, 2100, 5500, 8000]);
    expect(load.va).toBe(18600);
    expect(Math.round(load.amps)).toBe(78);
  });

  test('D2(a): optional method, 9 kW of heat in five rooms, 6 A of cooling: 21,480 VA, 90 A', () => {
    const load = serviceLoad(
      'optional',
      house({
        ranges: [of('range', 12000)],
        fastened: [of('water heater', 2500), of('dishwasher', 1200)],
        dryers: [of('dryer', 5000)],
        heatingVa: 9000,
        heatingUnits: 5,
        coolingVa: 6 * 230,
      }),
    );
    expect(load.va).toBe(21480);
    expect(Math.round(load.amps)).toBe(90);
  });

  test('optional method with cooling larger than what heating counts for', () => {
    const load = serviceLoad('optional', house({ coolingVa: 8000, heatingVa: 9000, heatingUnits: 1 }));
    expect(load.va).toBe(9000 + 8000);
  });
});

describe('parts by hand (sections from memory)', () => {
  test('four fastened appliances count 75 %, three 100 %: 220.53', () => {
    const four = [of('a', 1000), of('b', 1000), of('c', 1000), of('d', 1000)];
    const at = (list: typeof four) =>
      serviceLoad('standard', house({ fastened: list })).lines.find((l) => l.what === 'Fastened appliances')!
        .va;
    expect([at(four), at(four.slice(1))]).toEqual([3000, 3000]);
  });
  test('a small dryer counts 5 kVA: 220.54', () =>
    expect(serviceLoad('standard', house({ dryers: [of('dryer', 4000)] })).lines.at(-1)!.va).toBe(5000));
  test.each([
    [[12000], 8000],
    [[14000], 8800], // 2 kW over 12: + 10 %
    [[16600], 10000], // 4.6 counts as 5: + 25 %
    [[12000, 12000], 11000],
    [[7000], 7000],
  ] as const)('ranges of %j VA count %d: Table 220.55 column C, note 1', (ranges, va) =>
    expect(rangeDemand(ranges.map((x) => ({ va: x })))).toBeCloseTo(va, 6),
  );
  test('over 120 kVA counts 25 %: 220.45', () => {
    const { va } = serviceLoad('standard', house({ area: 50000, smallAppliance: 0, laundry: 0 }));
    expect(va).toBe(3000 + 117000 * 0.35 + 30000 * 0.25);
  });
  test('an addition: first 8 kVA whole, the rest at 40 %, added heating by itself: 220.83', () => {
    const given = {
      area: 2000,
      fastened: [of('water heater', 4500), of('dishwasher', 1200)],
      heatingVa: 6000,
    };
    const whole = 6000 + 3000 + 1500 + 5700;
    expect(serviceLoad('existing', house({ ...given, heatingIsNew: true })).va).toBe(
      8000 + (whole - 8000) * 0.4 + 6000,
    );
    expect(serviceLoad('existing', house(given)).va).toBe(8000 + (whole + 6000 - 8000) * 0.4);
  });
  test('measured: 125 % of the peak and what is new: 220.87', () =>
    expect(
      serviceLoad(
        'measured',
        house({ measuredVa: 9600, newArea: 300, fastened: [of('old', 4500), of('new', 1200, true)] }),
      ).va,
    ).toBe(12000 + 900 + 1200));
});

test('what an audit found with a load counts, by what is written down for it; what was entered of the house stands over it', () => {
  const plan = edited(roomOf('144 right\n120 right\n144 right\n120 right', 'den'), 'addPanelAlone', {
    name: 'Old panel',
    amps: 100,
    spaces: 20,
  });
  const found = { serves: '', outlets: 0, supply: 'normal', faults: [], extend: false, note: '' } as const;
  const audited = edited(plan, 'addFoundCircuits', {
    panel: 'n1',
    circuits: [
      { space: 1, poles: 2, volts: 240, amps: 40, gauge: 8, name: 'Range', found: { ...found, va: 9600 } },
      {
        space: 2,
        poles: 2,
        volts: 240,
        amps: 30,
        gauge: 10,
        name: 'Clothes dryer',
        found: { ...found, va: 5500 },
      },
      { space: 5, poles: 2, volts: 240, amps: 30, gauge: 10, name: 'A/C', found: { ...found, va: 4000 } },
      { space: 6, poles: 2, volts: 240, amps: 20, gauge: 12, name: '', found: { ...found, va: 3000 } },
      { space: 9, name: 'Dishwasher', found: { ...found, va: 1200 } },
      { space: 10, half: 'A', name: 'Bedroom lights', found: { ...found, outlets: 6, va: 900 } },
      { space: 10, half: 'B', name: 'Hall', found },
      { space: 12, name: 'Orange room', found: { ...found, outlets: 4, va: 700 } },
    ],
  });
  const rooms = new Computer().take(audited).rooms;
  const input = serviceInput(audited, rooms);
  expect(input.ranges.map((a) => a.va)).toEqual([9600]);
  expect(input.dryers.map((a) => a.va)).toEqual([5500]);
  expect(input.fastened.map((a) => a.va)).toEqual([3000, 1200]);
  expect([input.coolingVa, input.heatingVa]).toEqual([4000, 0]);
  const entered = edited(audited, 'setService', {
    changes: { coolingVa: 7000, appliances: [{ name: 'New range', va: 12000, kind: 'range' }] },
  });
  const other = serviceInput(entered, rooms);
  expect([other.ranges.map((a) => a.va), other.coolingVa]).toEqual([[12000], 7000]);
});

test('a plan’s own rooms and appliances are what is counted; what was entered of the house is added', () => {
  const room = roomOf('240 right\n180 right\n240 right\n180 right', 'kitchen');
  const area = computed(room).rooms['r1']!.area / 144;
  const plan = edited(room, 'setService', {
    changes: { existingArea: 1200, appliances: [{ name: 'water heater', va: 4500, kind: 'fastened' }] },
  });
  const [load] = computed(plan).service;
  expect(load!.method).toBe('existing');
  expect(load!.lines[0]).toMatchObject({ va: Math.round(3 * (area + 1200) * 1000) / 1000 });
  expect(load!.lines.some((l) => l.what === 'water heater')).toBe(true);
});
