import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import { notEmpty } from '@fieldchalk/core/testing';
import { TestSchema, testPostgres } from '../src/testing/database.ts';
import { proved } from '../src/db/proof.ts';
import { Bystander, judgeWaits } from './bystander.ts';
import { hostile } from './hostile.ts';
import { kills } from './kills.ts';
import { growth, steady } from './steady.ts';

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

test('memory that goes on growing when all is warm is a fault; that which stays, or grows at first, is none', () => {
  const through = (of: (n: number) => number) => growth(Array.from({ length: 60 }, (_, n) => of(n)));
  expect(through((n) => 150 + 3 * n)).toEqual(['memory went on from 216 to 306 MB']);
  expect(through((n) => 250 + (n % 7) * 10)).toEqual([]);
  expect(through((n) => Math.min(300, 100 + n * 20))).toEqual([]);
});

describe('who only waits meanwhile', () => {
  const fine = { status: 200, wait: 20, still: 0, lent: 0, inLine: 0 };

  test('has waited too long over 250 ms, but for what the machine stood still or lent away; in vain where there is no answer', () => {
    const long = { ...fine, wait: 260, still: 4, inLine: 90 };
    const stood = { ...fine, wait: 900, still: 800 };
    const lent = { ...fine, wait: 700, still: 3, lent: 650 };
    const usual = Array<typeof fine>(998).fill(fine);
    const seen = judgeWaits([...usual, long, stood, lent, { ...fine, status: 503 }]);
    expect(seen.longest).toBe(256);
    expect(seen.faults).toEqual([
      'a plain question was answered 503',
      'a plain answer took 260 ms, of which the machine stood still for 4 and the server was in line for a processor for 90',
    ]);
    expect(seen.says).toMatch(
      /^1002 plain answers took 100 ms at most but for one in a thousand, the longest 260 ms/,
    );
  });

  test('measures how long a server takes to answer', async () => {
    let asked = 0;
    const server = createServer((_request, response) => {
      setTimeout(() => response.end('well'), ++asked === 3 ? 300 : 0);
    }).listen(0, '127.0.0.1');
    await once(server, 'listening');
    const { port } = server.address() as { port: number };
    const bystander = new Bystander(`http://127.0.0.1:${port}`, process.pid);
    try {
      await vi.waitFor(() => expect(asked).toBeGreaterThan(6), { timeout: 20_000 });
      const waits = await bystander.stop();
      expect(new Set(waits.map(({ status }) => status))).toEqual(new Set([200]));
      expect(Math.min(...waits.map(({ lent }) => lent))).toBeGreaterThanOrEqual(0);
      expect(waits.filter(({ wait }) => wait >= 300).length).toBeGreaterThan(0);
      // A processor may be lent just then: that it was slow is seen all the same.
      const ours = waits.map((one) => ({ ...one, lent: 0 }));
      expect(judgeWaits(ours).faults[0]).toMatch(/^a plain answer took [3-9]\d\d ms/);
    } finally {
      await bystander.end();
      server.closeAllConnections();
      server.close();
    }
  });
});

test.skipIf(schema !== null)(
  'a few seconds of work: nothing fails, and memory is read sixty times',
  async () => {
    const said: string[] = [];
    const asked = { minutes: 0.1, listeners: 20, data: join(folder, 'hour.sqlite'), house: study() };
    const seen = await steady(asked, (line) => said.push(line));
    expect(seen.faults).toEqual([]);
    expect(seen.megabytes).toHaveLength(60);
    expect(Math.min(...seen.megabytes)).toBeGreaterThan(20);
    expect(said.at(-1)).toMatch(/[1-9]\d* edits, [1-9]\d* ticks, [1-9]\d* times opened, [1-9]\d* jobs/);
  },
  60_000,
);

test.skipIf(schema !== null)(
  'malformed requests and hostile files: nothing is the server’s fault, and nothing stops it',
  async () => {
    const said: string[] = [];
    // Other tests have the processors meanwhile.
    const asked = { requests: 1000, files: 24, data: join(folder, 'hostile.sqlite'), most: 2000 };
    const seen = await hostile(asked, (line) => said.push(line));
    expect(seen.faults).toEqual([]);
    expect(notEmpty(said)[0]).toMatch(/× 400/);
    expect(seen.megabytes).toBeLessThan(900);
  },
  240_000,
);
