import { describe, expect, test } from 'vitest';
import { entrySchemas, roomUses, type DeviceKind, type RoomUse } from '../plan/index.ts';
import { isBelowGrade } from '../plan/index.ts';
import { computed, edited, planOf, roomOf } from '../../testing/index.ts';
import { dutiesOf, protectionTables, type Edition } from './protection.ts';

const device = (kind: DeviceKind, label = '') => entrySchemas.devices.parse({ box: 'b', kind, label });
const duty = (
  edition: Edition,
  use: RoomUse,
  more: { kind?: DeviceKind; label?: string; volts?: number; near?: 'sink'[]; belowGrade?: boolean } = {},
) =>
  dutiesOf(
    {
      device: device(more.kind ?? 'receptacle', more.label),
      use,
      volts: more.volts ?? 120,
      near: more.near ?? [],
      belowGrade: more.belowGrade ?? false,
    },
    edition,
  );

/** NEC 210.12(A), the rooms it names and “similar rooms or areas”; every edition here, from memory. */
const arcRooms: RoomUse[] = [
  'kitchen',
  'family',
  'dining',
  'living',
  'library',
  'den',
  'bedroom',
  'sunroom',
  'recreation',
  'closet',
  'hall',
  'laundry',
  'office',
  'foyer',
  'pantry',
];

describe('which rooms need what, by edition (from memory)', () => {
  test.each(['2014', '2017', '2020', '2023'] as const)(
    'arc-fault rooms of %s: 210.12(A); not bathrooms, garages or out of doors',
    (edition) => {
      const found = roomUses.filter((use) => duty(edition, use).arcFault);
      expect([...found].sort()).toEqual([...arcRooms].sort());
    },
  );

  test.each([
    ['2014', false],
    ['2017', false],
    ['2020', true],
    ['2023', true],
  ] as const)(
    'a finished room below grade, %s: ground-fault protection %s, 210.8(A)(5)',
    (edition, needs) => {
      expect(duty(edition, 'recreation', { belowGrade: true }).groundFault).toBe(needs);
      expect(duty(edition, 'recreation').groundFault).toBe(false);
      expect(duty(edition, 'basement').groundFault).toBe(true);
    },
  );

  test('a room lies below grade as it says, as its level says, or where a level over it has a basement under it', () => {
    const plan = roomOf('144 right\n120 right\n144 right\n120 right', 'recreation');
    const has = (changed: typeof plan) => isBelowGrade(changed, 'r1');
    expect(has(plan)).toBe(false);
    expect(has(edited(plan, 'setRoom', { room: 'r1', changes: { belowGrade: true } }))).toBe(true);
    const level = edited(plan, 'setLevel', { level: 'L1', changes: { belowGrade: true } });
    expect(has(level)).toBe(true);
    expect(has(edited(level, 'setRoom', { room: 'r1', changes: { belowGrade: false } }))).toBe(false);
    const main = { ...plan.levels['L1']!, name: 'Main', elevation: 108, below: 'basement' as const };
    expect(has({ ...plan, levels: { ...plan.levels, L2: main } })).toBe(true);
    // Its receptacles are told of.
    const proposed = edited(
      edited(plan, 'setRoom', { room: 'r1', changes: { belowGrade: true } }),
      'propose',
      {
        only: ['receptacles'],
      },
    );
    const onCircuit = planOf({
      ...proposed,
      circuits: { c1: { name: 'Own', protection: 'afci' } },
      devices: Object.fromEntries(
        Object.entries(proposed.devices).map(([id, d]) => [id, { ...d, circuit: 'c1' }]),
      ),
    });
    expect(computed(onCircuit).findings.map((f) => f.rule)).toContain('protect.gfci');
  });

  test('a switch counts where it stands, wherever its light is: outlets and devices, 210.12(A)', () => {
    expect(duty('2023', 'living', { kind: 'switch' }).arcFault).toBe(true);
    expect(duty('2014', 'hall', { kind: 'switch-3way' }).arcFault).toBe(true);
    expect(duty('2023', 'garage', { kind: 'switch' }).arcFault).toBe(false);
  });

  test.each([
    ['bath', true],
    ['powder', true],
    ['garage', true],
    ['outdoor', true],
    ['porch', true],
    ['basement', true],
    ['laundry', true],
    ['kitchen', true],
    ['bedroom', false],
    ['living', false],
    ['hall', false],
    ['dining', false],
  ] as const)('ground-fault in a %s: %s, 210.8(A)', (use, needed) => {
    for (const edition of Object.keys(protectionTables) as Edition[])
      expect(duty(edition, use).groundFault).toBe(needed);
  });

  test('within 6 ft of a sink anywhere: 210.8(A)(7)', () =>
    expect(duty('2023', 'bedroom', { near: ['sink'] })).toMatchObject({
      groundFault: true,
      why: 'water is within 6 ft',
    }));

  test('250 V in those places since 2020; a dryer in 2017 has none', () => {
    const dryer = { kind: 'appliance-receptacle', label: 'dryer', volts: 240 } as const;
    expect((['2017', '2020', '2023'] as const).map((e) => duty(e, 'laundry', dryer).groundFault)).toEqual([
      false,
      true,
      true,
    ]);
  });

  test('a range in a kitchen since 2023, a dishwasher since 2014: 210.8(D)', () => {
    const of = (label: string) =>
      (['2014', '2017', '2020', '2023'] as const).map(
        (e) =>
          duty(e, 'kitchen', { kind: 'appliance-receptacle', label, volts: label === 'range' ? 240 : 120 })
            .groundFault,
      );
    expect(of('range')).toEqual([false, false, false, true]);
    expect(of('dishwasher')).toEqual([true, true, true, true]);
  });

  test('every receptacle of a kitchen in 2023, those of the counter before', () => {
    const fridge = { kind: 'appliance-receptacle', label: 'refrigerator' } as const;
    expect((['2014', '2020', '2023'] as const).map((e) => duty(e, 'kitchen', fridge).groundFault)).toEqual([
      false,
      false,
      true,
    ]);
    expect(duty('2014', 'kitchen', { kind: 'counter-receptacle' }).groundFault).toBe(true);
  });

  test('lights and switches need no ground-fault protection; data none at all', () => {
    expect(duty('2023', 'bath', { kind: 'light' }).groundFault).toBe(false);
    expect(duty('2023', 'bedroom', { kind: 'data' })).toMatchObject({ arcFault: false, groundFault: false });
  });
});

test('a ground-fault receptacle put last is found, and mended: it becomes plain and the first one takes its place', () => {
  const room = roomOf('240 right\n180 right\n240 right\n180 right', 'basement');
  const on = (at: number) => ({ on: { wall: 'w1', side: 'right', at } });
  const plan = planOf({
    ...room,
    panels: { n1: { on: { wall: 'w3', side: 'right', at: 60 }, place: 'clear' } },
    circuits: { c1: { panel: 'n1', space: 1, protection: 'gfci', protectAt: 'first-device' } },
    boxes: { b1: on(40), b2: on(90), b3: on(140) },
    devices: {
      d1: { box: 'b1', circuit: 'c1' },
      d2: { box: 'b2', circuit: 'c1' },
      d3: { box: 'b3', circuit: 'c1', kind: 'gfci' },
    },
    runs: {
      k1: { from: 'n1', to: 'b1', circuit: 'c1' },
      k2: { from: 'b1', to: 'b2', circuit: 'c1' },
      k3: { from: 'b2', to: 'b3', circuit: 'c1' },
    },
  });
  const found = computed(plan).findings.find((f) => f.rule === 'protect.gfci')!;
  expect(found.about.map((t) => t.id)).toEqual(['c1', 'd1', 'd2']);
  const fix = found.fixes[0]!;
  const mended = edited(plan, fix.edit as 'protectCircuit', fix.args as { circuit: string });
  expect(Object.values(mended.devices).map((d) => d.kind)).toEqual(['gfci', 'receptacle', 'receptacle']);
  expect(computed(mended).findings.some((f) => f.rule === 'protect.gfci')).toBe(false);
});
