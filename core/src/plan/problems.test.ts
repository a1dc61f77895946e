import { expect, test } from 'vitest';
import { z } from 'zod';
import { problemsFrom } from './problems.ts';

const problemsOf = (schema: z.ZodType, value: unknown) => {
  const read = schema.safeParse(value, { reportInput: true });
  return read.success ? [] : problemsFrom(read.error.issues).map((p) => `${p.path} ${p.message}`.trim());
};

test('limits say what they count: letters, entries, or the number itself', () => {
  const schema = z.object({
    name: z.string().min(1).max(4),
    code: z.string().min(3),
    list: z.array(z.number()).min(1).max(2),
    count: z.number().min(1).max(9),
    share: z.number().gt(0).lt(1),
  });
  expect(problemsOf(schema, { name: '', code: 'ab', list: [], count: 0, share: 0 })).toEqual([
    'name is needed',
    'code must have at least 3 letters',
    'list must have at least 1 entry',
    'count must be at least 1',
    'share must be more than 0',
  ]);
  expect(problemsOf(schema, { name: 'abcde', code: 'abc', list: [1, 2, 3], count: 10, share: 1 })).toEqual([
    'name must have at most 4 letters',
    'list must have at most 2 entries',
    'count must be at most 9',
    'share must be less than 1',
  ]);
});

test('what is missing, of another kind, unknown or of a union is named with its path', () => {
  const schema = z.object({
    on: z.union([z.strictObject({ wall: z.string(), at: z.number() }), z.strictObject({ room: z.string() })]),
    use: z.enum(['bath', 'hall']),
    depth: z.number(),
  });
  expect(problemsOf(schema, { on: { wall: 'w1', at: 'x' }, use: 'attic' })).toEqual([
    'on.at must be a number',
    'use must be one of: bath, hall',
    'depth is required (number)',
  ]);
  expect(problemsOf(z.strictObject({ a: z.number() }), { a: 1, b: 2 })).toEqual([
    'b is not a known field; remove it or correct its name',
  ]);
});
