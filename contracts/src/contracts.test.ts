import { study } from '@fieldchalk/core/demo';
import { describe, expect, test } from 'vitest';
import {
  changeSchema,
  importQuerySchema,
  markKinds,
  measurementSchema,
  newJobSchema,
  newMarksSchema,
  newPhoneLinkSchema,
  patchSchema,
  sinceSchema,
  windowErrorSchema,
} from './index.ts';

const change = { id: 'c-1', base: 0, name: 'moveBox', client: 'w_1', patches: [], inverse: [] };
const mark = { id: 'm1', kind: 'hole', about: 'stud 4', done: true, number: 3, madeAt: 1000 };
const device = 'phone-1';
/** Where a value is refused; nothing where it is taken. */
const refusedAt = (schema: typeof changeSchema | typeof newMarksSchema, value: unknown): string[] => {
  const read = schema.safeParse(value);
  return read.success ? [] : read.error.issues.map((i) => i.path.join('.'));
};

describe('a new job', () => {
  test('needs a name that says something, and may bring a plan', () => {
    expect(newJobSchema.parse({ name: '  Barn  ' })).toEqual({ name: 'Barn', kind: 'addition' });
    expect(newJobSchema.safeParse({ name: '   ' }).success).toBe(false);
    expect(newJobSchema.safeParse({ name: 'x'.repeat(201) }).success).toBe(false);
    expect(newJobSchema.parse({ name: 'Barn', plan: study() }).plan).toEqual(study());
    expect(newJobSchema.safeParse({ name: 'Barn', plan: { ...study(), walls: 3 } }).success).toBe(false);
  });
});

describe('a change', () => {
  test('is known by its id, its window and the revision it stands on', () => {
    expect(refusedAt(changeSchema, change)).toEqual([]);
    expect(refusedAt(changeSchema, { ...change, id: 'a b' })).toEqual(['id']);
    expect(refusedAt(changeSchema, { ...change, id: 'x'.repeat(61) })).toEqual(['id']);
    expect(refusedAt(changeSchema, { ...change, base: -1 })).toEqual(['base']);
    expect(refusedAt(changeSchema, { ...change, base: 1.5 })).toEqual(['base']);
    expect(refusedAt(changeSchema, { ...change, more: 1 })).toEqual(['']);
  });

  test('carries patches of three kinds, with paths of names; lists are given whole', () => {
    expect(patchSchema.parse({ op: 'remove', path: ['boxes', 'b1'] })).toEqual({
      op: 'remove',
      path: ['boxes', 'b1'],
    });
    expect(patchSchema.safeParse({ op: 'move', path: [] }).success).toBe(false);
    for (const path of [[null], [], ['walls', 4e9], Array(9).fill('walls'), ['x'.repeat(121)]])
      expect(patchSchema.safeParse({ op: 'add', path }).success).toBe(false);
    const many = Array.from({ length: 20_001 }, () => ({ op: 'remove', path: ['a'] }));
    expect(refusedAt(changeSchema, { ...change, patches: many })).toEqual(['patches']);
  });
});

describe('what the crew ticks off', () => {
  test('is of a known kind, one to five hundred at a time, and says by whom where that is known', () => {
    for (const kind of markKinds)
      expect(newMarksSchema.parse({ device, marks: [{ ...mark, kind }] }).marks[0]).toEqual({
        ...mark,
        stood: '',
        kind,
        by: '',
      });
    expect(refusedAt(newMarksSchema, { device, marks: [] })).toEqual(['marks']);
    expect(refusedAt(newMarksSchema, { device, marks: Array(501).fill(mark) })).toEqual(['marks']);
    expect(refusedAt(newMarksSchema, { device, marks: [{ ...mark, kind: 'drywall' }] })).toEqual([
      'marks.0.kind',
    ]);
    expect(refusedAt(newMarksSchema, { device, marks: [mark, { ...mark, about: '' }] })).toEqual([
      'marks.1.about',
    ]);
  });
});

test('a length is measured in metres or in inches, never both, and is one a house can have', () => {
  expect(measurementSchema.parse({ metres: 3.2 })).toEqual({ metres: 3.2, device: 'meter' });
  expect(measurementSchema.parse({ inches: 126, device: 'Old one' })).toEqual({
    inches: 126,
    device: 'Old one',
  });
  for (const bad of [{}, { metres: 0 }, { metres: 301 }, { inches: -4 }, { metres: 1, inches: 39 }])
    expect(measurementSchema.safeParse(bad).success).toBe(false);
});

test('a query is read from its text', () => {
  expect(sinceSchema.parse({ since: '41' })).toEqual({ since: 41 });
  expect(sinceSchema.parse({})).toEqual({ since: 0 });
  expect(sinceSchema.safeParse({ since: 'yesterday' }).success).toBe(false);
  expect(importQuerySchema.parse({ file: 'plan.dxf', layer: 'A-WALL' })).toEqual({
    file: 'plan.dxf',
    layer: ['A-WALL'],
  });
  expect(importQuerySchema.parse({ file: 'plan.dxf', layer: ['A', 'B'], unit: 'feet' }).layer).toEqual([
    'A',
    'B',
  ]);
  expect(importQuerySchema.safeParse({ file: ' ' }).success).toBe(false);
  expect(importQuerySchema.safeParse({ file: 'a.dxf', walls: 'single', gaps: 'doors' }).success).toBe(true);
  expect(importQuerySchema.safeParse({ file: 'a.dxf', gaps: 'windows' }).success).toBe(false);
});

test('a link for a phone and an error of a window have what is left out filled in', () => {
  expect(newPhoneLinkSchema.parse({})).toEqual({ label: 'Crew', role: 'crew', days: 7 });
  expect(windowErrorSchema.parse({ message: 'broke' })).toEqual({ message: 'broke', where: '', stack: '' });
  expect(windowErrorSchema.safeParse({ message: 'x'.repeat(2001) }).success).toBe(false);
});
