import 'fake-indexeddb/auto';
import { beforeEach, expect, test, vi } from 'vitest';
import type { CrewJob } from '@fieldchalk/contracts';
import { database } from './database.ts';
import { forgetJob, keepJob, keptJob } from './keptJob.ts';

const job = (name: string) => ({ id: name, name, revision: 1, marks: [] }) as unknown as CrewJob;
beforeEach(async () => (await database()).clear('jobs'));
const kept = async () => (await (await database()).getAllKeys('jobs')).sort();

test('a job is kept by its link, and forgotten when the link is withdrawn', async () => {
  expect(await keepJob('t1', job('Barn'))).toBe(true);
  expect((await keptJob('t1'))!.name).toBe('Barn');
  await forgetJob('t1');
  expect(await keptJob('t1')).toBe(null);
});

test('of many jobs the ones opened last are kept', async () => {
  for (let i = 0; i < 23; i++) await keepJob(`t${String(i).padStart(2, '0')}`, job('x'), i);
  expect(await kept()).toHaveLength(20);
  expect((await kept())[0]).toBe('t03');
});

test('where there is no room, jobs not opened for longest are let go until there is; where it is too large for the phone, it is said', async () => {
  const db = await database();
  for (const [i, token] of ['old', 'older', 'new'].entries()) await keepJob(token, job('x'), [5, 1, 9][i]);
  const put = db.put.bind(db);
  const room = { for: 1 };
  vi.spyOn(db, 'put').mockImplementation(async (...asked) => {
    if ((await db.count('jobs')) > room.for) throw new DOMException('full', 'QuotaExceededError');
    return put(...asked);
  });
  expect(await keepJob('now', job('large'), 10)).toBe(true);
  expect(await kept()).toEqual(['new', 'now']);
  room.for = -1;
  expect(await keepJob('huge', job('huge'), 11)).toBe(false);
  vi.restoreAllMocks();
});

test('with no database at all nothing is kept and nothing is thrown', async () => {
  vi.resetModules();
  vi.stubGlobal('indexedDB', undefined);
  const without = await import('./keptJob.ts');
  expect(await without.keepJob('t1', job('Barn'))).toBe(false);
  expect(await without.keptJob('t1')).toBe(null);
  await without.forgetJob('t1');
  vi.unstubAllGlobals();
});
