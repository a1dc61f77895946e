import { describe, expect, test } from 'vitest';
import { entrySchemas, type Run } from '../plan/index.ts';
import { ruleBook, type RuleId } from '../rules/index.ts';
import { planOf } from '../../testing/index.ts';
import { cutLength } from './lengths.ts';

const plan = planOf({
  points: { a: { x: 0, y: 0 }, b: { x: 200, y: 0 } },
  walls: { w1: { from: 'a', to: 'b' } },
  panels: { n1: { on: { wall: 'w1', at: 20 } } },
  boxes: { b1: { on: { wall: 'w1', at: 60 } }, b2: { on: { wall: 'w1', at: 120 } } },
});
const run = (more: Partial<Run>): Run => entrySchemas.runs.parse({ from: 'b1', to: 'b2', ...more });
const rules = (values: Partial<Record<RuleId, unknown>> = {}) => ruleBook(values);
const known = { 'end.loop': 6, 'end.free': 8, 'end.panel': 36, 'light.tail': 18, 'run.margin': 3 } as const;

describe('the parts of a cut', () => {
  test.each([
    ['between two boxes: a loop and a free end at each', run({}), 100, [100, 12, 16, 3, 131]],
    ['home: the panel’s end in place of a loop', run({ from: 'n1' }), 100, [100, 6, 44, 3, 153]],
    ['to an open end: what waits there', run({ to: null, tail: 24 }), 50, [50, 6, 32, 3, 91]],
  ] as const)('%s', (_, r, path, [p, loops, ends, margin, cut]) =>
    expect(cutLength(r, path, plan, rules(known))).toMatchObject({ path: p, loops, ends, margin, cut }),
  );

  test('a light without a box has its tail and no loop', () =>
    expect(cutLength(run({}), 100, plan, rules(known), (id) => id === 'b2')).toMatchObject({
      loops: 6,
      ends: 26,
    }));
});
