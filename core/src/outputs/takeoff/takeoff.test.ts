import { twoInWall } from '../../../testing/twoInWall.ts';
import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../../demo/marlStreet.ts';
import { study } from '../../../demo/study.ts';
import { computed, edited } from '../../../testing/index.ts';
import type { Item } from '../../materials/item.ts';
import type { Plan } from '../../plan/index.ts';

describe('the list', () => {
  const plan = study();
  const result = computed(plan);
  const quantity = (item: string, of = result) =>
    of.takeoff.lines.find((l) => l.item === item)?.quantity ?? 0;

  test('cable bought is the sum of the cuts, rounded up to the foot; every cut is on a coil', () => {
    const inches = Object.values(result.runs).reduce((sum, r) => sum + r.length.cut, 0);
    expect(quantity('cable-14/2')).toBe(Math.ceil(inches / 12 - 1e-9));
    const onCoils = result.takeoff.coils.flatMap((c) => c.cuts.map((x) => x.run)).sort();
    expect(onCoils).toEqual(Object.keys(result.runs).sort());
  });

  test('counts agree with the plan: boxes, devices, plates, staples', () => {
    expect(quantity('box-plastic-1g-18') + quantity('box-plastic-1g-20')).toBe(6);
    expect(quantity('device-receptacle-15')).toBe(5);
    expect(quantity('device-switch')).toBe(1);
    expect(quantity('plate-1g')).toBe(6);
    expect(quantity('staple-1/2')).toBe(Object.values(result.runs).reduce((sum, r) => sum + r.staples, 0));
  });

  test('prices follow what they are per: foot, inch, coil; a box of unknown count prices nothing', () => {
    const priced = (cents: number, per: 'ft' | 'in' | 'coil' | 'box') => {
      const lines = computed(edited(plan, 'setPrice', { item: 'cable-14/2', cents, per })).takeoff.lines;
      return lines.find((l) => l.item === 'cable-14/2')!.cents;
    };
    const feet = quantity('cable-14/2');
    expect(priced(50, 'ft')).toBe(50 * feet);
    expect(priced(4, 'in')).toBe(4 * 12 * feet);
    expect(priced(9000, 'coil')).toBe(9000);
    expect(priced(9000, 'box')).toBeNull();
  });

  test('existing boxes and circuits are not bought', () => {
    const kept = edited(plan, 'setBox', { box: 'b1', changes: { existing: true } });
    expect(quantity('device-receptacle-15', computed(kept))).toBe(4);
  });
});

/** How the text of each kind of item begins; a kind added to the union and not here does not compile. */
const beginnings: Readonly<Record<Item['kind'], string>> = {
  cable: 'cable-',
  box: 'box-',
  backing: 'backing-',
  device: 'device-',
  plate: 'plate-',
  cover: 'cover-',
  'outlet-cover': 'cover-ceiling-',
  blank: 'blank-',
  ring: 'ring-',
  extension: 'extension-',
  breaker: 'breaker-',
  'wire-connector': 'wire-connector-',
  tail: 'tail-',
  staple: 'staple-',
  stacker: 'stacker-',
  strap: 'strap-',
  'cable-connector': 'connector-',
  'nail-plate': 'nail-plate',
  'guard-plate': 'guard-plate',
  'foam-wedge': 'foam-wedge',
  'foam-adhesive': 'foam-adhesive',
  tube: 'tube-',
  screw: 'screw-',
  pin: 'pin-',
  brace: 'brace-',
  bit: 'bit-',
  label: 'label-cable',
  sealant: 'sealant-',
};

test('a plate is by its gangs, with a blank where no device is; a square box has its ring; an opener is bought as a receptacle', () => {
  const list = (plan: Plan) =>
    Object.fromEntries(computed(plan).takeoff.lines.map((l) => [l.item, l.quantity]));
  const before = list(study());
  const wide = edited(study(), 'setBox', { box: 'b1', changes: { gangs: 2 } });
  const [plates, twoGang] = [before['plate-1g'] ?? 0, before['plate-2g'] ?? 0];
  expect(list(wide)).toMatchObject({ 'plate-1g': plates - 1, 'plate-2g': twoGang + 1, 'blank-insert': 1 });
  expect(before['blank-insert']).toBeUndefined();
  const square = edited(study(), 'setBoxModel', { box: 'b1', model: 'metal-square-30.3' });
  expect(list(square)).toMatchObject({ 'ring-4-1g': 1 });
  const deep = edited(study(), 'setBoxModel', { box: 'b1', model: 'metal-square-extended-51.3' });
  expect(list(deep)).toMatchObject({ 'ring-4-1g': 1, 'extension-square': 1 });

  const plan = marlStreet();
  const openers = Object.values(plan.devices).filter((d) => d.kind === 'opener').length;
  expect(openers).toBeGreaterThan(0);
  expect(list(plan)['device-opener']).toBeUndefined();
  expect(list(plan)['cover-ceiling-receptacle']).toBe(openers);
});

test('an empty box on a wall gets a blank cover by its gangs', () => {
  const plan = study();
  const devices = Object.fromEntries(Object.entries(plan.devices).filter(([, d]) => d.box !== 'b1'));
  const empty = { ...plan, devices, controls: {} };
  expect(computed(empty).takeoff.lines.find((l) => l.item === 'cover-1g')?.quantity).toBe(1);
});

test('every kind of item is made by some plan: the demo house, a study where little wood is left beside holes or a cable is spliced, furring and foam block', () => {
  const spliced = edited(study(), 'spliceRun', { run: 'k4', along: 30 });
  const thin = edited(study(), 'setRule', { rule: 'drill.edge', value: 1.5 });
  const square = edited(
    edited(study(), 'setBoxModel', { box: 'b1', model: 'metal-square-extended-51.3' }),
    'setBox',
    { box: 'b1', changes: { gangs: 2 } },
  );
  const worn = edited(marlStreet(), 'setRule', { rule: 'parts.bit', value: 20 });
  const concrete = edited(study(), 'setBox', { box: 'b1', changes: { fixing: 'powder' } });
  const made = [worn, concrete, thin, spliced, square, twoInWall('furring'), twoInWall('foam-block')].flatMap(
    (plan) => computed(plan).takeoff.lines.map((l) => l.item),
  );
  const unmade = Object.entries(beginnings).filter(([, begins]) => !made.some((m) => m.startsWith(begins)));
  expect(unmade).toEqual([]);
});
