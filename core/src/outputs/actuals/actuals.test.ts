import jstat from 'jstat';
import { describe, expect, test } from 'vitest';
import { study } from '../../../demo/study.ts';
import { edited, randomFrom } from '../../../testing/index.ts';
import { makeEdit } from '../../edits/index.ts';
import {
  actualsByKind,
  type Evidence,
  evidenceOf,
  expectedBy,
  proposedRules,
  spreadOf,
  surenessOf,
} from './index.ts';

const hours = (of: string, pairs: readonly (readonly [expected: number, actual: number])[]): Evidence[] =>
  pairs.map(([expected, actual]) => ({ kind: 'hours', of, expected, actual, basis: null }));

describe('what it took against what was expected', () => {
  test('worked by hand: five days of boxes, of eight hours expected each', () => {
    // Ratios 1.25, 1, 1.5, 1.25, 1: mean 1.2, squares 0.0025 0.04 0.09 0.0025 0.04, sum 0.175, variance 0.04375, deviation 0.2092.
    const spread = spreadOf(
      hours('boxes', [
        [8, 10],
        [8, 8],
        [8, 12],
        [8, 10],
        [8, 8],
      ]),
    )!;
    expect(spread).toMatchObject({ count: 5, expected: 40, actual: 48 });
    expect(spread.ratio).toBeCloseTo(1.2, 6);
    expect(spread.deviation).toBeCloseTo(0.2092, 4);
    // Student’s t of four degrees at 97.5 % is 2.776 (handbook table): 2.776 × 0.2092 / √5 = 0.2597.
    expect(spread.between![0]).toBeCloseTo(0.9403, 3);
    expect(spread.between![1]).toBeCloseTo(1.4597, 3);
    expect(surenessOf(spread)).toBe('roughly');
  });

  test('a long day counts for more than a short one', () => {
    expect(
      spreadOf(
        hours('pull', [
          [1, 2],
          [9, 9],
        ]),
      )!.ratio,
    ).toBeCloseTo(1.1, 6);
  });

  test('one alone says nothing of its spread; what nothing was expected of is left out', () => {
    expect(spreadOf(hours('trim', [[2, 3]]))).toMatchObject({ count: 1, deviation: null, between: null });
    expect(spreadOf(hours('trim', [[0, 3]]))).toBeNull();
    expect(spreadOf([])).toBeNull();
  });

  test('the interval is that of a reference library, for 200 random sets', () => {
    const random = randomFrom(7);
    for (let n = 0; n < 200; n++) {
      const pairs = Array.from({ length: 2 + Math.floor(random() * 30) }, () => {
        const expected = 4;
        return [expected, expected * (0.6 + random())] as const;
      });
      const ratios = pairs.map(([e, a]) => a / e);
      const [low, high] = jstat.tci(jstat.mean(ratios), 0.05, ratios);
      const { between } = spreadOf(hours('boxes', pairs))!;
      expect(between![0]).toBeCloseTo(Math.max(0, low), 6);
      expect(between![1]).toBeCloseTo(high, 6);
    }
  });
});

describe('what follows for the company', () => {
  const eight = (of: string, ratio: number) =>
    hours(
      of,
      Array.from({ length: 8 }, (_, i) => [8, 8 * ratio * (1 + (i % 2 ? 0.02 : -0.02))] as const),
    );

  test('enough evidence proposes minutes, with how sure it is; too little proposes none', () => {
    const kinds = actualsByKind([
      ...eight('boxes', 1.2),
      ...hours('trim', [
        [8, 16],
        [8, 16],
      ]),
    ]);
    expect(kinds.map((k) => [k.of, k.sure])).toEqual([
      ['boxes', 'well'],
      ['trim', 'too few'],
    ]);
    const proposed = proposedRules(kinds, {});
    expect(proposed.map((p) => [p.rule, p.now, p.proposed])).toEqual([['minutes.box', 5, 6]]);
    // By the company’s own minutes, where they are otherwise.
    expect(proposedRules(kinds, { 'minutes.box': 10 })[0]).toMatchObject({ now: 10, proposed: 12 });
  });

  test('what was learned is not learned twice: held against the new minutes, the same evidence proposes nothing more', () => {
    const told = eight('boxes', 1.2).map((e) => ({ ...e, basis: 5 }));
    const cables = Array.from({ length: 6 }, (): Evidence => ({
      ...{ kind: 'length', of: 'cable-14/2', expected: 20, actual: 20.5, basis: 0 },
    }));
    const learn = (values: Record<string, unknown>) =>
      proposedRules(actualsByKind(expectedBy([...told, ...cables], values)), values);
    const first = Object.fromEntries(learn({}).map((p) => [p.rule, p.proposed]));
    expect(first).toEqual({ 'minutes.box': 6, 'run.margin': 6 });
    expect(learn(first)).toEqual([]);
    // Minutes set by hand to the double come back to what it takes.
    expect(learn({ ...first, 'minutes.box': 12 })[0]).toMatchObject({ proposed: 6 });
  });

  test('all minutes of a stage go along, within what a rule may be', () => {
    const rules = proposedRules(actualsByKind(eight('holes', 2)), { 'minutes.plateBore': 40 });
    expect(rules.map((p) => [p.rule, p.proposed])).toEqual([
      ['minutes.bore', 2],
      ['minutes.plateBore', 60],
      ['minutes.grooveFoot', 8],
    ]);
  });

  test('cables that took more than told ask for a margin on every cut: by hand, half a foot each', () => {
    const cables = Array.from({ length: 6 }, (): Evidence => ({
      ...{ kind: 'length', of: 'cable-14/2', expected: 20, actual: 20.5, basis: null },
    }));
    expect(proposedRules(actualsByKind(cables), {})).toMatchObject([
      { rule: 'run.margin', now: 0, proposed: 6, from: { of: 'cable-14/2' } },
    ]);
    const shorter = cables.map((c) => ({ ...c, actual: 19 }));
    expect(proposedRules(actualsByKind(shorter), {})).toEqual([]);
    expect(proposedRules(actualsByKind(shorter), { 'run.margin': 18 })).toMatchObject([{ proposed: 6 }]);
  });

  test('lists cables, then stages as the work goes', () => {
    const length: Evidence = { kind: 'length', of: 'cable-12/2', expected: 5, actual: 5, basis: null };
    const kinds = actualsByKind([...eight('trim', 1), ...eight('boxes', 1), length]);
    expect(kinds.map((k) => k.of)).toEqual(['cable-12/2', 'boxes', 'trim']);
  });
});

describe('told to a job', () => {
  test('lengths by the marks at both ends, hours and material; taken back it is gone', () => {
    let plan = study();
    const [run] = Object.keys(plan.runs);
    const cable = { kind: 'length', run: run!, item: 'cable-14/2', expected: 21.5 } as const;
    plan = edited(plan, 'addActual', {
      ...cable,
      basis: 0,
      from: 187,
      to: 164.5,
      on: '2026-12-02',
      by: 'Ana',
    });
    plan = edited(plan, 'addActual', { kind: 'hours', stage: 'boxes', hours: 3.5, expected: 3, basis: 5 });
    plan = edited(plan, 'addActual', { kind: 'material', item: 'nail-plate', count: 6 });
    expect(evidenceOf(plan)).toEqual([
      { kind: 'length', of: 'cable-14/2', expected: 21.5, actual: 22.5, basis: 0 },
      { kind: 'hours', of: 'boxes', expected: 3, actual: 3.5, basis: 5 },
    ]);
    // What was measured stands, whatever becomes of the cable.
    const without = edited(plan, 'clearRuns', {});
    expect(evidenceOf(without)).toHaveLength(2);
    expect(evidenceOf(edited(plan, 'removeActual', { actual: 'e1' }))).toHaveLength(1);
  });

  test.each([
    [{ kind: 'length', run: 'k1', item: 'cable-14/2', expected: 20, from: 90, to: 90 }, 'to', 'no length'],
    [
      { kind: 'length', run: 'k99', item: 'cable-14/2', expected: 20, from: 90, to: 70 },
      'run',
      'not in the plan',
    ],
    [{ kind: 'hours', stage: 'boxes', hours: 2, expected: 0 }, 'stage', 'no work in this job'],
    [{ kind: 'material', item: 'cable-14/2', count: 3 }, 'feet', 'how many feet'],
    [{ kind: 'material', item: 'nail-plate', feet: 3 }, 'count', 'how many it were'],
  ] as const)('what cannot have been is refused by its field: %j', (args, path, says) => {
    const done = makeEdit(study(), 'addActual', args as never);
    expect(done).toMatchObject({
      ok: false,
      problems: [{ path, message: expect.stringContaining(says) as string }],
    });
  });
});
