import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { serverArgs } from '../../tools/serverArgs.mjs';
import { openDatabase } from './db/connect.ts';

let folder: string;
let data: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'fieldchalk-'));
  data = join(folder, 'fieldchalk.sqlite');
});
const begun: ReturnType<typeof spawn>[] = [];
afterEach(() => {
  for (const child of begun.splice(0)) child.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
});

/** Starts a server as a person would; answers with what it says and how it ended, or with its address once it is up. */
async function start(env: Record<string, string> = {}) {
  const child = spawn(process.execPath, [...serverArgs], {
    env: {
      ...process.env,
      PORT: '0',
      HOST: '127.0.0.1',
      FIELDCHALK_DATA: data,
      FIELDCHALK_LOG: 'silent',
      ...env,
    },
  });
  begun.push(child);
  let said = '';
  const ended = new Promise<number | null>((end) => child.on('exit', end));
  const address = await new Promise<string | null>((up) => {
    child.stdout.on('data', (text: Buffer) => {
      const found = /http:\/\/[\d.:]+/.exec(String(text));
      if (found) up(found[0]);
    });
    child.stderr.on('data', (text: Buffer) => (said += String(text)));
    child.on('exit', () => up(null));
  });
  const end = async () => {
    child.kill('SIGTERM');
    return ended;
  };
  return { address, said, ended, end };
}

describe('what is wrong at the start is said in words, and nothing is overwritten', () => {
  const refused = async (env: Record<string, string>, says: RegExp) => {
    const { address, said, ended } = await start(env);
    expect([address, await ended]).toEqual([null, 1]);
    expect(said).toMatch(says);
    expect(said).not.toMatch(/^\s+at /m);
  };

  test('a file that is no data file, or is damaged', async () => {
    const junk = 'not a database, though long enough to look like one '.repeat(100);
    writeFileSync(data, junk);
    await refused({}, /damaged, or is no Field Chalk data file/);
    expect(readFileSync(data, 'utf8')).toBe(junk);
  });

  test('a data file of a newer Field Chalk', async () => {
    const db = await openDatabase(data);
    await db('knex_migrations').insert({ name: '2099-01-01-later', batch: 9, migration_time: 1 });
    await db.destroy();
    await refused({}, /written by a newer Field Chalk/);
  });

  test('a folder that is a file, a port that is taken or is none, a level of the log nobody knows', async () => {
    writeFileSync(join(folder, 'file'), '');
    await refused(
      { FIELDCHALK_DATA: join(folder, 'file', 'x.sqlite') },
      /folder is missing, or is no folder/,
    );
    const other = createServer().listen(0, '127.0.0.1');
    await new Promise((up) => other.on('listening', up));
    const { port } = other.address() as { port: number };
    await refused({ PORT: String(port) }, /cannot listen on .*something else does.*Set PORT/);
    other.close();
    await refused({ PORT: '99999' }, /PORT in the environment/);
    await refused({ FIELDCHALK_LOG: 'loud' }, /FIELDCHALK_LOG in the environment/);
  });
});

test('a second server on one data file is told of the first, and may start when that has ended', async () => {
  const first = await start();
  expect(first.address).not.toBe(null);
  const second = await start();
  expect([second.address, second.said]).toEqual([
    null,
    expect.stringContaining('Another Field Chalk server is using'),
  ]);
  expect(await first.end()).toBe(0);
  const third = await start();
  expect(third.address).not.toBe(null);
  const health = await fetch(`${third.address}/api/health`);
  expect(health.status).toBe(200);
  // Two minutes is what proxies keep an idle connection.
  const idle = Number(/timeout=(\d+)/.exec(health.headers.get('keep-alive') ?? '')?.[1]);
  expect(idle).toBeGreaterThan(120);
  await third.end();
}, 120_000);
