import { describe, expect, test } from 'vitest';
import { applyChange } from './gate.ts';
import { makeEdit } from '../edits/index.ts';
import { readPlan, readPlanText } from './read.ts';
import { emptyPlan, planJsonSchema } from './index.ts';
import { study } from '../../demo/study.ts';
import { takeoffCsv } from '../formats/csv.ts';
import { computed, edited, roomOf } from '../../testing/index.ts';
import { checks, findingTexts } from '../findings/index.ts';
import { ruleCatalogue, ruleIds, valueSchema } from '../rules/index.ts';
import { planHash } from './hash.ts';

const problemsOf = (value: unknown) => {
  const read = readPlan(value);
  return read.ok ? [] : read.problems.map((p) => `${p.path}: ${p.message}`);
};
const head = { format: 'fieldchalk.plan', version: 1 };

describe('reading plans', () => {
  test('the smallest plan gets every default', () =>
    expect(readPlan(head)).toMatchObject({ ok: true, plan: emptyPlan() }));

  test('every problem with its path', () => {
    const problems = problemsOf({
      ...head,
      walls: { w1: { from: 'a', thick: 2 } },
      points: { 'bad id!': { x: 1, y: 2 } },
      rules: { values: { 'spacing.maxGap': 'far', nope: 1 } },
      extra: 1,
    });
    expect(problems.join('\n')).toMatch(/walls\.w1\.to: is required/);
    expect(problems.join('\n')).toMatch(/walls\.w1\.thick: is not a known field/);
    expect(problems.join('\n')).toMatch(/rules\.values\.spacing\.maxGap: must be a number/);
    expect(problems.join('\n')).toMatch(/rules\.values\.nope: is not a rule/);
    expect(problems.join('\n')).toMatch(/points\.bad id!: /);
    expect(problems.join('\n')).toMatch(/extra: is not a known field/);
  });

  test('a change from outside must bring its entries whole', () => {
    const points = { a: { x: 0, y: 0 }, b: { x: 100, y: 0 } };
    const read = readPlan({ ...head, points });
    if (!read.ok) throw new Error('not read');
    const done = applyChange(read.plan, [
      { op: 'add', path: ['walls', 'w1'], value: { from: 'a', to: 'b' } },
    ]);
    expect(done.ok).toBe(false);
    if (!done.ok) expect(done.problems.map((p) => p.path)).toContain('walls.w1.framing');
  });

  test('named layers that do not add up to the finish they explain', () => {
    const points = { a: { x: 0, y: 0 }, b: { x: 100, y: 0 } };
    const layers = { left: [{ name: 'tile', thickness: 0.75 }] };
    const walls = { w1: { from: 'a', to: 'b', layers } };
    expect(problemsOf({ ...head, points, walls })).toEqual([
      'walls.w1.finish.left: is 0.5 in., but its layers add up to 0.75 in.; make them agree',
    ]);
    expect(problemsOf({ ...head, points, walls: { w1: { ...walls.w1, finish: { left: 0.75 } } } })).toEqual(
      [],
    );
  });

  test('invariants: dangling names, doors past the end of a wall, doors over each other, open ends', () => {
    const points = { a: { x: 0, y: 0 }, b: { x: 100, y: 0 } };
    const problems = problemsOf({
      ...head,
      points,
      walls: { w1: { from: 'a', to: 'b' }, w2: { from: 'a', to: 'zz' }, w3: { from: 'a', to: 'a' } },
      openings: {
        o1: { wall: 'w1', at: 80, width: 40 },
        o2: { wall: 'w1', at: 10 },
        o3: { wall: 'w1', at: 30 },
      },
      boxes: { b1: { on: { wall: 'w9', at: 3 } } },
      devices: { d1: { box: 'b1', circuit: 'c7' } },
      runs: { k1: { from: 'b1', to: null } },
    }).join('\n');
    for (const part of [
      'walls.w2.to: names “zz”',
      'walls.w3: has no length',
      'openings.o1.width',
      'openings.o3.at: overlaps the',
      'boxes.b1.on.wall',
      'devices.d1.circuit',
      'runs.k1.endsAt',
    ])
      expect(problems).toContain(part);
  });

  test.each([
    ['not json', /is not JSON/],
    ['{"format":"fieldchalk.plan","version":2}', /reads version 1/],
    ['[]', /object/],
    ['null', /object/],
  ])('%s', (text, says) => {
    const read = readPlanText(text);
    expect(read.ok ? '' : read.problems.map((p) => p.message).join()).toMatch(says);
  });

  test('the JSON Schema names every collection', () => {
    const schema = planJsonSchema() as { properties: object };
    expect(Object.keys(schema.properties)).toEqual(
      expect.arrayContaining(['walls', 'boxes', 'runs', 'prices']),
    );
  });

  test('the hash reads content, not order', () => {
    const plan = study();
    const shuffled = Object.fromEntries(Object.entries(plan).reverse()) as typeof plan;
    expect(planHash(shuffled)).toBe(planHash(plan));
    expect(planHash(edited(plan, 'renameJob', { name: 'x' }))).not.toBe(planHash(plan));
  });
});

describe('the gate', () => {
  test('an edit comes with its inverse, and replays elsewhere', () => {
    const plan = study();
    const done = makeEdit(plan, 'moveBox', { box: 'b1', at: 60 });
    if (!done.ok) throw new Error('refused');
    expect(applyChange(done.plan, done.change.inverse)).toMatchObject({ ok: true, plan });
    expect(applyChange(plan, done.change.patches)).toMatchObject({ ok: true, plan: done.plan });
  });

  test('a bad edit changes nothing and says which field', () => {
    const plan = roomOf('140\n110\n140\n110');
    expect(makeEdit(plan, 'addOpening', { wall: 'w1', at: 130, width: 60 })).toMatchObject({
      ok: false,
      problems: [{ path: 'openings.o1.width' }],
    });
    expect(makeEdit(plan, 'moveBox', { box: 'b9', at: 3 })).toMatchObject({
      ok: false,
      problems: [{ path: 'box' }],
    });
    expect(applyChange(plan, [{ op: 'replace', path: ['boxes', 'b9', 'on', 'at'], value: 3 }]).ok).toBe(
      false,
    );
  });

  test('removing a box takes its device and cables along', () => {
    const plan = edited(study(), 'removeBoxes', { boxes: ['b1'] });
    expect(Object.values(plan.devices).some((d) => d.box === 'b1')).toBe(false);
    expect(Object.values(plan.runs).some((r) => r.from === 'b1' || r.to === 'b1')).toBe(false);
  });
});

test('the list as CSV: a header and a line for each item', () => {
  const { takeoff } = computed(study());
  const rows = takeoffCsv(takeoff).trim().split('\r\n');
  expect(rows[0]).toBe('item,name,quantity,unit,price,why');
  expect(rows).toHaveLength(takeoff.lines.length + 1);
});

test('every rule’s default passes its own check, and so does every school', () => {
  for (const id of ruleIds) {
    const rule = ruleCatalogue[id];
    for (const value of [
      rule.default,
      ...('schools' in rule ? (rule.schools ?? []).map((s) => s.value) : []),
    ])
      expect(valueSchema(rule.accepts).safeParse(value).success, id).toBe(true);
    expect(rule.source.length, id).toBeGreaterThan(5);
  }
});

test('findings have words and there are checks to make them', () => {
  expect(checks.length).toBeGreaterThan(10);
  for (const text of Object.values(findingTexts)) expect(text.source.length).toBeGreaterThan(3);
});
