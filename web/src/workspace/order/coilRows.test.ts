import { compute, makeEdit } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { expect, test } from 'vitest';
import { notEmpty } from '@fieldchalk/core/testing';
import { coilRows, coilsWords } from './coilRows.ts';

test('coils are named by their cable, numbered where they are new, and their cuts lie one after another', () => {
  const done = makeEdit(study(), 'addStock', { item: 'cable-14/2', feet: 60, where: 'shop' });
  if (!done.ok) throw new Error('not stocked');
  const { takeoff } = compute(done.plan);
  const rows = coilRows(takeoff.coils, done.plan.stock);
  expect(rows.map((r) => r.says)).toEqual(
    expect.arrayContaining(['14/2, started, shop', expect.stringMatching(/^14\/2, coil \d$/)]),
  );
  for (const { cuts, coil, width } of notEmpty(rows)) {
    expect(width).toBeLessThanOrEqual(100);
    cuts.slice(1).forEach((c, i) => expect(c.from).toBeCloseTo(cuts[i]!.from + cuts[i]!.share, 9));
    const last = cuts.at(-1)!;
    expect(last.from + last.share).toBeCloseTo(100 - (coil.left / coil.feet) * 100, 6);
  }
});

test('what they come to is told: cuts, ends of no use, what could be less, and what was cut for nothing', () => {
  const figure = { item: 'cable-14/2', bought: 500, boughtAtLeast: 500, useless: 11.4, isBest: false };
  const { coils } = compute(study()).takeoff;
  const [coil] = coils;
  const cuts = coils.reduce((n, c) => n + c.cuts.length, 0);
  expect(coilsWords({ coils, figures: [{ ...figure, useless: 0 }] })).toBe(`${cuts} cuts`);
  expect(
    coilsWords({
      coils: [{ ...coil!, cuts: coil!.cuts.slice(0, 1), wasted: 30 }],
      figures: [{ ...figure, bought: 750 }],
    }),
  ).toBe(
    '1 cut, 11 ft in ends too short to use, at most 250 ft more bought than must be, 30 ft cut for cables that changed',
  );
});

test('a coil that is opened for a few feet says how many less would do without it', () => {
  const [coil] = compute(study()).takeoff.coils;
  const of = (feet: number, left: number) => ({ ...coil!, from: 'new', cutAs: null, feet, left });
  const saved = (...coils: ReturnType<typeof of>[]) => coilRows(coils, {}).map((r) => r.savedBy);
  expect(saved(of(250, 0.4), of(250, 243.8))).toEqual([null, 6]);
  expect(saved(of(250, 0.4), of(250, 100))).toEqual([null, null]);
  expect(saved(of(250, 245))).toEqual([null]);
});
