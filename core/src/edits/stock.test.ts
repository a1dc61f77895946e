import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { computed, edited, notEmpty } from '../../testing/index.ts';
import type { Plan } from '../plan/index.ts';
import { readPlan } from '../plan/read.ts';
import { makeEdit } from './index.ts';

const coilsOf = (plan: Plan) => computed(plan).takeoff.coils;
const lineOf = (plan: Plan, item: string) => computed(plan).takeoff.lines.find((l) => l.item === item)!;
const problems = (plan: Plan, name: 'addStock' | 'cutCoils' | 'setStock', args: unknown) => {
  const done = makeEdit(plan, name, args as never);
  return done.ok ? [] : done.problems.map((p) => `${p.path}: ${p.message}`);
};

/** The coils of a plan as they are planned, cut. */
const cut = (plan: Plan): Plan =>
  edited(plan, 'cutCoils', {
    on: '2026-11-28',
    coils: coilsOf(plan).map(({ item, from, feet, cuts }) => ({ item, from, feet, cuts })),
  });

describe('what is on hand', () => {
  const plan = study();

  test('cable on the van is used up first; what it does not give is bought', () => {
    const stocked = edited(plan, 'addStock', { item: 'cable-14/2', feet: 60 });
    expect(coilsOf(stocked).some((c) => c.from === 's1')).toBe(true);
    const before = lineOf(plan, 'cable-14/2');
    expect([before.onHand, before.toBuy]).toEqual([0, 250]);
    expect(lineOf(stocked, 'cable-14/2').onHand).toBeGreaterThan(40);
    const plenty = edited(plan, 'addStock', { item: 'cable-14/2', feet: 900 });
    expect(lineOf(plenty, 'cable-14/2')).toMatchObject({ toBuy: 0, quantity: before.quantity });
  });

  test('pieces on hand are counted off, wherever they are; the job costs the same', () => {
    const before = lineOf(plan, 'plate-1g');
    const some = edited(plan, 'addStock', { item: 'plate-1g', count: 2, where: 'shop' });
    expect(lineOf(some, 'plate-1g')).toMatchObject({ onHand: 2, toBuy: before.quantity - 2 });
    const many = edited(some, 'addStock', { item: 'plate-1g', count: 100 });
    expect(lineOf(many, 'plate-1g')).toMatchObject({
      onHand: before.quantity,
      toBuy: 0,
      cents: before.cents,
    });
  });

  test('feet are for lengths and counts for pieces, and it is said which is missing', () => {
    expect(problems(plan, 'addStock', { item: 'cable-14/2', count: 2 })).toEqual([
      'feet: must say how many feet there are',
    ]);
    expect(problems(plan, 'addStock', { item: 'plate-1g', feet: 2 })).toEqual([
      'count: must say how many there are',
    ]);
    const one = edited(plan, 'addStock', { item: 'plate-1g', count: 2 });
    expect(problems(one, 'setStock', { stock: 's1', changes: { count: null } })).toHaveLength(1);
  });
});

describe('coils as they are cut', () => {
  test('their cables are not cut again; what is left of use is stock, the rest is gone', () => {
    const plan = edited(study(), 'addStock', { item: 'cable-14/2', feet: 900 });
    const done = cut(plan);
    const [coil] = notEmpty(coilsOf(done));
    expect(coil).toMatchObject({ from: 's1', feet: 900, cutAs: 'q1', wasted: 0 });
    expect(coilsOf(done)).toHaveLength(1);
    expect(done.stock['s1']!.feet).toBeCloseTo(coil!.left, 6);
    const short = edited(done, 'setRule', { rule: 'coil.useful', value: 100 });
    expect(coilsOf(short)).toEqual(coilsOf(done));

    const tight = edited(study(), 'setRule', { rule: 'coil.useful', value: 100 });
    const feet = Math.ceil(coilsOf(tight)[0]!.cuts.reduce((sum, c) => sum + c.feet, 0)) + 50;
    const used = cut(edited(tight, 'addStock', { item: 'cable-14/2', feet }));
    expect(used.stock).toEqual({});
  });

  test('of a new coil what is left comes to the stock, and the next cuts come off it', () => {
    const done = cut(study());
    const [left] = Object.values(done.stock);
    expect(left).toMatchObject({ item: 'cable-14/2', where: 'van' });
    const bought = lineOf(study(), 'cable-14/2').cents;
    expect(lineOf(done, 'cable-14/2')).toMatchObject({ toBuy: 0, cents: bought });
    const longer = edited(done, 'setRule', { rule: 'end.panel', value: 96 });
    const coils = coilsOf(longer);
    // Home runs are longer now: cut anew, off what was left; what was cut for them is wasted.
    expect(coils.some((c) => c.cutAs === null && c.from === 's1')).toBe(true);
    expect(coils.find((c) => c.cutAs === 'q1')!.wasted).toBeGreaterThan(0);
  });

  test('a coil cut for cable of a kind that is needed no more stays told, all of it wasted', () => {
    const done = cut(study());
    const runs = Object.fromEntries(
      Object.entries(done.runs).map(([id, r]) => [id, { ...r, cable: '12/2' as const }]),
    );
    const old = coilsOf({ ...done, runs }).find((c) => c.cutAs === 'q1')!;
    expect([old.item, old.cuts]).toEqual(['cable-14/2', []]);
    expect(old.wasted).toBeCloseTo(old.feet - old.left, 1);
  });

  test('a coil forgotten has its cables planned anew', () => {
    const done = edited(cut(study()), 'forgetCoil', { coil: 'q1' });
    expect(notEmpty(coilsOf(done)).every((c) => c.cutAs === null)).toBe(true);
  });

  test('a coil that is not as it was, or too short, is refused in words, and nothing is cut', () => {
    const plan = edited(study(), 'addStock', { item: 'cable-14/2', feet: 60 });
    const coil = { item: 'cable-14/2', from: 's1', feet: 60, cuts: [{ run: 'k1', feet: 20 }] };
    const now = edited(plan, 'setStock', { stock: 's1', changes: { feet: 44 } });
    expect(problems(now, 'cutCoils', { on: '', coils: [coil] })).toEqual([
      'coils.0.from: is not as it was: 44 ft are on it now',
    ]);
    const over = { ...coil, cuts: [{ run: 'k1', feet: 70 }] };
    expect(problems(plan, 'cutCoils', { on: '', coils: [over] })).toEqual([
      'coils.0.cuts: come to 10 ft more than is on the coil',
    ]);
    const filed = { ...plan, coils: { q1: { item: 'x', feet: 10, cuts: { k1: 12 } } } };
    expect(readPlan(filed)).toMatchObject({ ok: false, problems: [{ path: 'coils.q1.cuts' }] });
  });
});

test('a price for a box is for whole boxes of so many, one for a coil for coils of so many feet', () => {
  const priced = (item: string, price: { cents: number; per: 'box' | 'coil'; of?: number }) =>
    lineOf(edited(study(), 'setPrice', { item, ...price }), item).cents;
  const staples = lineOf(study(), 'staple-1/2').quantity;
  expect(priced('staple-1/2', { cents: 900, per: 'box', of: 20 })).toBe(900 * Math.ceil(staples / 20));
  expect(priced('staple-1/2', { cents: 900, per: 'box' })).toBeNull();
  expect(priced('cable-14/2', { cents: 9000, per: 'coil' })).toBe(9000);
  expect(priced('cable-14/2', { cents: 9000, per: 'coil', of: 1000 })).toBe(9000);
});
