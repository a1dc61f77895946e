import { emptyRules, withRule } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { computeInThread } from '../testing/inThread.ts';
import { effectWords, WhatIf } from './whatIf.ts';

vi.mock('../worker/client.ts', () => ({ startCompute: () => computeInThread() }));

describe('what a change of rules would do to a job', () => {
  const asked = new WhatIf(study());
  afterEach(() => asked.stop());

  test('nothing, where the rules are the job’s own', async () => {
    const effect = (await asked.effectOf({ values: study().rules.values, reasons: {} }))!;
    expect(effect.after).toEqual(effect.before);
    expect([effect.movedBoxes, effect.come, effect.gone]).toEqual([0, [], []]);
    expect(effectWords(effect)).toEqual(['Nothing in this job changes.']);
  });

  test('a height of the house moves its boxes; minutes change the hours and nothing else', async () => {
    const higher = (await asked.effectOf({
      values: { 'height.receptacle': { value: 20, to: 'center', from: 'finished' } },
      reasons: {},
    }))!;
    expect(higher.movedBoxes).toBeGreaterThan(3);
    expect(effectWords(higher)).toContain(`${higher.movedBoxes} boxes get another mark`);
    const slower = (await asked.effectOf({ values: { 'minutes.box': 60 }, reasons: {} }))!;
    expect(slower.after.hours).toBeGreaterThan(slower.before.hours);
    expect({ ...slower.after, hours: 0 }).toEqual({ ...slower.before, hours: 0 });
    expect(effectWords(slower)).toEqual([`hours: ${slower.before.hours} → ${slower.after.hours}`]);
  });

  test('material is told in dollars, as the tally is', async () => {
    const none = (await asked.effectOf({ values: {}, reasons: {} }))!;
    const dearer = {
      ...none,
      before: { ...none.before, cents: 165251 },
      after: { ...none.after, cents: 165322 },
    };
    expect(effectWords(dearer)).toEqual(['material: $1652.51 → $1653.22']);
  });

  test('a whole file of rules is asked by what is in it', async () => {
    const file = withRule(emptyRules(), 'minutes.box', 60, 'slow crew');
    expect(await asked.effectOf(file)).toEqual(
      await asked.effectOf({ values: { 'minutes.box': 60 }, reasons: {} }),
    );
  });

  test('each effect is against the job as it is, whatever was asked before', async () => {
    const first = await asked.effectOf({ values: { 'minutes.box': 60 }, reasons: {} });
    await asked.effectOf({ values: { 'spacing.maxGap': 48 }, reasons: {} });
    expect(await asked.effectOf({ values: { 'minutes.box': 60 }, reasons: {} })).toEqual(first);
  });

  test('findings that come and go are told by their sentences', async () => {
    const tighter = (await asked.effectOf({ values: { 'spacing.maxGap': 48 }, reasons: {} }))!;
    expect(tighter.come.length).toBeGreaterThan(0);
    for (const says of tighter.come) expect(effectWords(tighter)).toContain(`new: ${says}`);
    expect(tighter.after.open - tighter.before.open).toBe(tighter.come.length - tighter.gone.length);
  });

  test('a set that is no set of rules has no effect', async () =>
    expect(await asked.effectOf({ values: { 'minutes.box': 'long' }, reasons: {} })).toBe(null));
});
