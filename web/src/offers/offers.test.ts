import { describe, expect, test } from 'vitest';
import { makeEdit, type Plan } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { at20, circuitsAt15 } from './quickOptions.ts';
import { unpricedWords } from './unpricedWords.ts';
import { versionsOf } from './versionsKept.ts';

describe('options at a press', () => {
  test('a new circuit of 15 A is offered at 20 A, wire and cables with it; others are not asked', () => {
    const plan = study();
    const [first] = circuitsAt15(plan);
    const args = at20(plan, first!.value)!;
    const offered = makeEdit(plan, 'addOption', args);
    if (!offered.ok) throw new Error('refused');
    const taken = makeEdit(offered.plan, 'takeOptions', { options: ['v1'] });
    const by = makeEdit(plan, 'setCircuit', { circuit: first!.value, changes: { amps: 20, gauge: 12 } });
    if (!taken.ok || !by.ok) throw new Error('refused');
    expect(taken.plan.circuits).toEqual(by.plan.circuits);
    expect(taken.plan.runs).toEqual(by.plan.runs);
    expect(circuitsAt15(taken.plan).map((c) => c.value)).not.toContain(first!.value);
    expect(at20(plan, 'c99')).toBeNull();
  });
});

test('what has no price is said by its name', () => {
  const items = ['12/2 cable', 'a', 'b'].map((name) => ({ name }));
  expect(unpricedWords(items.slice(0, 1))).toBe('No price yet for 12/2 cable.');
  expect(unpricedWords(items)).toBe('No price yet for 12/2 cable and 2 more.');
});

test('versions: as it is, with each option, then what was kept elsewhere', async () => {
  const plan: Plan = {
    ...study(),
    options: {
      v2: { name: 'Two', says: '', changes: [] },
      v1: { name: 'One', says: '', changes: [] },
    },
  };
  const kept = { value: 'job x', says: 'The job “X”', load: () => Promise.resolve({ plan, taken: [] }) };
  const all = versionsOf(plan, [kept]);
  expect(all.map((v) => v.says)).toEqual(['The job as it is now', 'With “One”', 'With “Two”', 'The job “X”']);
  expect(await all[1]!.load(plan)).toEqual({ plan, taken: ['v1'] });
});
