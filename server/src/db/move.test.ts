import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Knex } from 'knex';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import { TestSchema, tablesIn, testPostgres } from '../testing/database.ts';
import { changeOf, TestServer } from '../testing/server.ts';
import { openDatabase } from './connect.ts';
import { move, movedTables, notMoved } from './move.ts';

const server = new TestServer();
const schema = testPostgres === undefined ? null : new TestSchema(testPostgres);
let folder: string;
let other: Knex | null = null;
beforeEach(() => void (folder = mkdtempSync(join(tmpdir(), 'fieldchalk-move-'))));
afterEach(async () => {
  await other?.destroy();
  other = null;
  rmSync(folder, { recursive: true, force: true });
});

/** Jobs, changes, ticks, people, phones and rules. */
async function work(db: Knex, jobs = 3): Promise<void> {
  for (let i = 0; i < jobs; i++) {
    const job = await server.newJob(study(), `Job ${i} – “ä” 😀`);
    await server.send(job.id, changeOf(job.plan, ['moveBox', { box: 'b1', at: 60 }]));
    const { asks } = await server.phone(job.id);
    const marks = Array.from({ length: 150 }, (_, n) => ({
      id: `t${n}`,
      kind: 'box',
      about: 'b1',
      done: n % 2 === 0,
      number: n,
      madeAt: 900,
    }));
    await asks.post(`/api/crew/${job.id}/marks`).send({ device: 'phone', marks });
  }
  const change = { rule: 'height.receptacle', saw: { value: null }, set: { value: 14 } };
  await server.api.post('/api/rules/changes').send({ changes: [change] });
  expect(await db('marks')).toHaveLength(jobs * 150);
}

test('every table is moved, or said to stay behind', async () => {
  const all = (await tablesIn(server.db)).filter((t) => !t.startsWith('knex_'));
  expect(all.sort()).toEqual([...movedTables, ...notMoved].sort());
});

describe('all data', () => {
  test('come over to an empty database, are proved the same, and go on there', async () => {
    await work(server.db);
    other =
      schema && !server.url ? await schema.openEmpty() : await openDatabase(join(folder, 'other.sqlite'));
    const holdings = await move(server.db, other);
    expect(holdings).toMatchObject({ jobs: 3, revisions: 3, marks: 450, people: 1, given: 3, devices: 3 });
    const names = (await other('jobs').select('name').orderBy('name')).map((r) => r.name as string);
    expect(names[0]).toBe('Job 0 – “ä” 😀');
    const mark = {
      id: 'new',
      job: (await other('jobs').first('id')).id,
      kind: 'box',
      about: 'b1',
      done: true,
      by: '',
      at: 1,
      device: 'd',
      number: 1,
      made_at: 1,
    };
    await other('marks').insert(mark);
    expect((await other('marks').where({ id: 'new' }).first()).sequence).toBeGreaterThan(450);
    await expect(move(server.db, other)).rejects.toThrow(/holds data already/);
  });

  test('back and forth are as they were', async () => {
    await work(server.db, 1);
    other = await openDatabase(join(folder, 'other.sqlite'));
    await move(server.db, other);
    const third = await openDatabase(':memory:');
    await move(other, third);
    expect(await third('revisions')).toEqual(await other('revisions'));
    await third.destroy();
  });

  test('that do not come over whole leave nothing', async () => {
    await work(server.db, 1);
    other = await openDatabase(join(folder, 'other.sqlite'));
    await other.raw(
      'create trigger lose after insert on marks when new.number = 77 begin delete from marks where number = 77; end',
    );
    await expect(move(server.db, other)).rejects.toThrow(
      /marks: 150 rows were to be moved and 149 came over/,
    );
    expect(await other('jobs')).toEqual([]);
  });
});

describe('the command', () => {
  const args = (from: string, to: string) => ['server/dist/moveCommand.js', '--from', from, '--to', to];
  const run = (from: string, to: string) =>
    spawnSync(process.execPath, args(from, to), { encoding: 'utf8', timeout: 20_000 });

  test('moves a file, says what went, and refuses in words what it cannot', async () => {
    const file = join(folder, 'one.sqlite');
    const db = await openDatabase(file);
    await move(server.db, db);
    await db.destroy();
    const to = schema ? `${schema.url}` : `sqlite:${join(folder, 'two.sqlite')}`;
    if (schema) await (await schema.openEmpty()).destroy();
    const done = run(`sqlite:${file}`, to);
    expect([done.status, done.stderr, done.stdout]).toEqual([
      0,
      '',
      expect.stringMatching(
        /holds 0 jobs, 0 changes and 0 ticks, all as in .*one\.sqlite, which is left as it is/,
      ),
    ]);
    expect(run(`sqlite:${file}`, to).stderr).toMatch(/there already|holds data already/);
    expect(run('sqlite:/nowhere/x', to).stderr).toMatch(/no data file/);
    expect(run('', to).stderr).toContain('Say --from sqlite:FILE');
    expect(run(`sqlite:${file}`, 'postgres://nobody@127.0.0.1:1/none').stderr).toMatch(/does not answer/);
    if (existsSync('/dev/full'))
      expect(run(`sqlite:${file}`, 'sqlite:/dev/full/x').stderr).toMatch(/folder is missing|no folder/);
  }, 120_000);

  test('cut off in the middle leaves the first as it is, and nothing of the second that a next try would not say', async () => {
    const file = join(folder, 'one.sqlite');
    await work(server.db, 2);
    const db = await openDatabase(file);
    await move(server.db, db);
    await db.destroy();
    for (let n = 0; n < 4; n++) {
      const target = join(folder, `cut-${n}.sqlite`);
      const child = spawn(process.execPath, args(`sqlite:${file}`, `sqlite:${target}`));
      const ended = new Promise((end) => child.on('exit', end));
      const watch = setInterval(() => {
        if (existsSync(target)) setTimeout(() => child.kill('SIGKILL'), n * 15);
      }, 1);
      await ended;
      clearInterval(watch);
      const cut = await openDatabase(target);
      expect([0, 2]).toContain((await cut('jobs')).length);
      await cut.destroy();
    }
    const whole = await openDatabase(file);
    expect(await whole('marks')).toHaveLength(300);
    await whole.destroy();
  }, 120_000);
});
