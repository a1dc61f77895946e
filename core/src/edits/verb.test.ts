import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, test } from 'vitest';
import { z } from 'zod';
import { study } from '../../demo/study.ts';
import { edited, notEmpty } from '../../testing/index.ts';
import { triedEdits } from '../../testing/triedEdits.ts';
import { wallSchema } from '../plan/index.ts';
import { argumentProblems, listEdits, makeEdit } from './index.ts';
import { change, changesOf, whole } from './verb.ts';

// Checked against Ajv, a JSON Schema validator of others' making.
describe('the listed schema of an edit’s arguments', () => {
  const ajv = new Ajv2020({ strict: false, formats: { date: true } });

  test.each(listEdits())(
    '$edit takes what the edit takes, and no field it does not know',
    ({ edit, args, does }) => {
      expect(does).toMatch(/^[A-Z].+\.$/);
      const valid = ajv.compile(args);
      const tried = JSON.parse(JSON.stringify(triedEdits[edit])) as object;
      expect(valid(tried), JSON.stringify(valid.errors)).toBe(true);
      expect(argumentProblems(edit, tried)).toEqual([]);
      expect(valid({ ...tried, unheardOf: 1 })).toBe(false);
      expect(argumentProblems(edit, { ...tried, unheardOf: 1 })).toMatchObject([{ path: 'unheardOf' }]);
    },
  );

  test.each(listEdits().filter((e) => 'required' in e.args))(
    '$edit misses each argument it needs, by its name',
    ({ edit, args }) => {
      const tried = triedEdits[edit] as Record<string, unknown>;
      const needed = notEmpty((args as { required: string[] }).required);
      for (const name of needed) {
        const { [name]: _, ...rest } = tried;
        expect(ajv.validate(args, rest)).toBe(false);
        expect(argumentProblems(edit, rest)).toMatchObject(
          [{ path: name, message: /required|must/ }].map((p) => ({ path: p.path })),
        );
      }
    },
  );
});

describe('changes of an entry', () => {
  const walls = changesOf(wallSchema);

  test('hold the fields given and none that a default would fill', () => {
    expect(walls.parse({ spacing: 24 })).toEqual({ spacing: 24 });
    expect(walls.safeParse({ finish: { left: 1 } }).success).toBe(false);
    expect(walls.parse({ finish: { left: 1, right: 0.5 } })).toEqual({ finish: { left: 1, right: 0.5 } });
    expect(walls.safeParse({ layers: { left: [{ name: 'tile', thickness: 1 }], right: [] } }).success).toBe(
      false,
    );
  });

  test('null takes away a field that may be left out, and no other', () => {
    const low = edited(study(), 'setWall', { wall: 'w1', changes: { height: 48 } });
    expect(low.walls['w1']).toMatchObject({ height: 48 });
    for (const nothing of [null, undefined])
      expect(
        edited(low, 'setWall', { wall: 'w1', changes: { height: nothing as undefined } }).walls['w1'],
      ).not.toHaveProperty('height');
    const refused = makeEdit(low, 'setWall', { wall: 'w1', changes: { spacing: null as never } });
    expect(refused).toEqual({
      ok: false,
      problems: [{ path: 'walls.w1.spacing', message: 'must be a number' }],
    });
  });

  test('a field that may be null is set to null', () => {
    const entry = { space: 3, note: 'x' as string | undefined };
    const schema = z.object({ space: z.number().nullable(), note: z.string().optional() });
    change(entry, schema, { space: null, note: null });
    expect(entry).toEqual({ space: null });
  });

  test('whole: the defaults gone all the way down, what may be left out or null kept so', () => {
    const schema = z.strictObject({
      a: z.number().default(1),
      b: z.strictObject({ c: z.string().default('x').nullable() }).prefault({}),
      d: z.array(z.strictObject({ e: z.boolean().default(true) })).optional(),
    });
    const read = (value: unknown) => whole(schema).safeParse(value).success;
    expect(read({ a: 1, b: { c: null } })).toBe(true);
    expect(read({ b: { c: 'y' } })).toBe(false);
    expect(read({ a: 1, b: {} })).toBe(false);
    expect(read({ a: 1, b: { c: 'y' }, d: [{}] })).toBe(false);
    expect(read({ a: 1, b: { c: 'y' }, d: [{ e: false }] })).toBe(true);
  });
});
