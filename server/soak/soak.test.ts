import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { notEmpty } from '@fieldchalk/core/testing';
import { TestSchema, testPostgres } from '../src/testing/database.ts';
import { proved } from '../src/db/proof.ts';
import { hostile } from './hostile.ts';
import { kills } from './kills.ts';

/** The short runs of `npm run soak:server`, on the server as it is built (`npm run build`). */
const schema = testPostgres === undefined ? null : new TestSchema(testPostgres);
let folder: string;
beforeEach(() => void (folder = mkdtempSync(join(tmpdir(), 'fieldchalk-soak-'))));
afterEach(() => rmSync(folder, { recursive: true, force: true }));

test('a server killed forty times while twenty write has all that it acknowledged, once', async () => {
  const data = join(folder, 'kills.sqlite');
  const seen = await kills({
    count: 40,
    env: schema ? { FIELDCHALK_DATABASE: schema.url } : { FIELDCHALK_DATA: data },
  });
  expect(seen.faults).toEqual([]);
  expect([seen.changes > 40, seen.ticks > 40]).toEqual([true, true]);
  if (!schema) expect(proved(data)).toMatchObject({ companies: 1 });
}, 240_000);

test.skipIf(schema !== null)(
  'malformed requests and hostile files: nothing is the server’s fault, and nothing stops it',
  async () => {
    const said: string[] = [];
    const seen = await hostile({ requests: 1000, files: 24, data: join(folder, 'hostile.sqlite') }, (line) =>
      said.push(line),
    );
    expect(seen.faults).toEqual([]);
    expect(notEmpty(said)[0]).toMatch(/× 400/);
    expect(seen.megabytes).toBeLessThan(900);
  },
  240_000,
);
