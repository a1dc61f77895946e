import { spawn, spawnSync } from 'node:child_process';
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import type { Knex } from 'knex';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import { Changes } from '../services/changes.ts';
import { Jobs } from '../services/jobs.ts';
import { Plans } from '../services/plans.ts';
import { changeOf } from '../testing/server.ts';
import { backUp, restore } from './backup.ts';
import { openDatabase } from './connect.ts';
import { holdDataFile } from './hold.ts';
import { holdingsWords, proved } from './proof.ts';

let folder: string;
let data: string;
let copy: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'fieldchalk-'));
  [data, copy] = [join(folder, 'fieldchalk.sqlite'), join(folder, 'copy.sqlite')];
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

/** Makes jobs in the data file, as a server does, with one change each; the connection is left open where asked. */
async function withJobs(count: number): Promise<Knex> {
  const db = await openDatabase(data);
  const plans = new Plans();
  const [jobs, changes] = [new Jobs(db, plans, () => 1000), new Changes(db, plans, () => 1000)];
  for (let i = 0; i < count; i++) {
    const job = await jobs.create('c1', { name: `Job ${i}`, kind: 'addition', plan: study() });
    await changes.change(job.id, changeOf(job.plan, ['moveBox', { box: 'b1', at: 60 }], { id: `x${i}` }));
  }
  return db;
}
const command = (what: string, file: string, env: Record<string, string> = {}, limit = '') =>
  spawnSync(
    'sh',
    ['-c', `${limit} exec "${process.execPath}" server/dist/backupCommand.js ${what} "${file}"`],
    {
      env: { ...process.env, FIELDCHALK_DATA: data, ...env },
      encoding: 'utf8',
    },
  );

describe('a copy', () => {
  test('is taken while the server writes, stands for itself, and is proved', async () => {
    const db = await withJobs(3);
    expect(existsSync(`${data}-wal`)).toBe(true);
    const holdings = await backUp(data, copy);
    expect(holdingsWords(holdings)).toBe('3 jobs, 3 changes and 0 ticks');
    await db.destroy();
    expect(readdirSync(folder).filter((f) => f.startsWith('copy'))).toEqual(['copy.sqlite']);
    expect(proved(copy)).toEqual(holdings);
    await expect(backUp(data, copy)).rejects.toThrow(/there already/);
  });

  test('of nothing, or to a folder that is not there, is refused in words and leaves nothing', async () => {
    await expect(backUp(data, copy)).rejects.toThrow(/no data file/);
    await (await withJobs(1)).destroy();
    await expect(backUp(data, join(folder, 'gone', 'copy.sqlite'))).rejects.toThrow(/folder is missing/);
    await expect(backUp(data, '/proc/copy.sqlite')).rejects.toThrow(
      /cannot be opened or made|may not be written|no room/,
    );
    writeFileSync(
      join(folder, 'junk.sqlite'),
      'no database at all, but long enough to be read as one'.repeat(40),
    );
    await expect(backUp(join(folder, 'junk.sqlite'), copy)).rejects.toThrow(
      /damaged, or is no Field Chalk data file/,
    );
    expect(existsSync(copy)).toBe(false);
  });

  test('of a file that a process was cut off in the middle of writing to, is of what stood before', async () => {
    await (await withJobs(2)).destroy();
    const writing = new Database(data);
    writing.pragma('journal_mode = DELETE');
    writing.pragma('cache_size = 1');
    writing.exec('begin immediate');
    writing.exec("update jobs set plan = plan || hex(zeroblob(300000)), name = 'half done'");
    // As a disk holds them when the process is gone.
    const left = join(folder, 'left.sqlite');
    for (const ending of ['', '-journal']) copyFileSync(`${data}${ending}`, `${left}${ending}`);
    writing.close();
    expect(existsSync(`${left}-journal`)).toBe(true);
    expect((await backUp(left, copy))['jobs']).toBe(2);
    const names = new Database(copy, { readonly: true });
    expect(names.prepare('select distinct name from jobs order by name').pluck().all()).toEqual([
      'Job 0',
      'Job 1',
    ]);
    names.close();
  });

  test('on a disk that takes no more is refused in words and leaves nothing', async () => {
    await (await withJobs(6)).destroy();
    const done = command('backup', copy, {}, 'trap "" XFSZ; ulimit -f 20;');
    expect([done.status, done.stderr.trim()]).toEqual([
      1,
      expect.stringMatching(/disk that holds .* (is full|fails)/),
    ]);
    expect(done.stderr).not.toMatch(/\bat .*:\d+:\d+/);
    expect(readdirSync(folder).filter((f) => f.startsWith('copy'))).toEqual([]);
  });
});

describe('put back', () => {
  test('the data are those of the copy, whatever waited beside the old file; those before are kept', async () => {
    await (await withJobs(2)).destroy();
    await backUp(data, copy);
    const db = await withJobs(3);
    // As a killed server leaves it: the last changes are only in the file beside.
    for (const ending of ['', '-wal', '-shm'])
      copyFileSync(`${data}${ending}`, `${join(folder, 'left')}${ending}`);
    await db.destroy();
    for (const ending of ['', '-wal', '-shm'])
      copyFileSync(`${join(folder, 'left')}${ending}`, `${data}${ending}`);
    const { holdings, before } = restore(copy, data, new Date(0));
    expect(holdings).toMatchObject({ jobs: 2, revisions: 2 });
    expect(proved(data)).toMatchObject({ jobs: 2 });
    expect(proved(before!)).toMatchObject({ jobs: 5, revisions: 5 });
    const again = await openDatabase(data);
    expect(await again('jobs').count({ n: '*' })).toEqual([{ n: 2 }]);
    await again.destroy();
  });

  test('a damaged data file is replaced, and kept as it was', async () => {
    await (await withJobs(1)).destroy();
    await backUp(data, copy);
    writeFileSync(data, 'damaged');
    const { before } = restore(copy, data, new Date(0));
    expect(readFileSync(before!, 'utf8')).toBe('damaged');
    expect(proved(data)).toMatchObject({ jobs: 1 });
  });

  test('under a running server, or from what is no sound copy, it is refused and the data stay', async () => {
    await (await withJobs(2)).destroy();
    await backUp(data, copy);
    const letGo = holdDataFile(data);
    expect(() => restore(copy, data, new Date(0))).toThrow(/Another Field Chalk server is using/);
    letGo();
    const whole = readFileSync(copy);
    writeFileSync(copy, whole.subarray(0, whole.length / 2));
    expect(() => restore(copy, data, new Date(0))).toThrow(/damaged|no Field Chalk/);
    writeFileSync(copy, 'hello');
    expect(() => restore(copy, data, new Date(0))).toThrow(/no Field Chalk data file/);
    expect(() => restore(join(folder, 'none'), data, new Date(0))).toThrow(/no copy/);
    expect(proved(data)).toMatchObject({ jobs: 2 });
  });

  test('by the command, and on a disk that takes no more', async () => {
    await (await withJobs(6)).destroy();
    const made = command('backup', copy);
    expect([made.status, made.stdout]).toEqual([0, expect.stringContaining('holds 6 jobs, 6 changes')]);
    await (await withJobs(1)).destroy();
    const full = command('restore', copy, {}, 'trap "" XFSZ; ulimit -f 20;');
    expect([full.status, full.stderr.trim()]).toEqual([
      1,
      expect.stringMatching(/disk that holds .* (is full|fails)/),
    ]);
    expect(proved(data)).toMatchObject({ jobs: 7 });
    const done = command('restore', copy);
    expect([done.status, done.stdout]).toEqual([
      0,
      expect.stringMatching(/holds 6 jobs, 6 changes .* kept as .*before-/),
    ]);
    expect(command('restore', '').stderr).toContain('Say which file');
  });

  test('cut off at any moment, one whole data file is under the name: the old or the new', async () => {
    await (await withJobs(2)).destroy();
    await backUp(data, copy);
    await (await withJobs(1)).destroy();
    const seen = new Set<number>();
    for (let n = 0; n < 8; n++) {
      const child = spawn(process.execPath, ['server/dist/backupCommand.js', 'restore', copy], {
        env: { ...process.env, FIELDCHALK_DATA: data },
      });
      const ended = new Promise((end) => child.on('exit', end));
      let killed = false;
      // From when its lock is there, a little later each time.
      const watch = setInterval(() => {
        if (killed || !existsSync(`${data}.lock`)) return;
        killed = true;
        setTimeout(() => child.kill('SIGKILL'), n * 6);
      }, 1);
      await ended;
      clearInterval(watch);
      rmSync(`${data}.lock`, { force: true });
      seen.add(proved(data)['jobs'] ?? 0);
    }
    expect([...seen].filter((jobs) => jobs !== 3 && jobs !== 2)).toEqual([]);
    expect(restore(copy, data, new Date(0)).holdings).toMatchObject({ jobs: 2 });
  }, 120_000);
});
