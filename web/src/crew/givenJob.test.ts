// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import { database } from '../kept/database.ts';
import { JobServer, settled } from '../testing/jobServer.ts';
import { GivenJob, type GivenJobState } from './givenJob.ts';

let server: JobServer;
let state: GivenJobState;
let told: GivenJobState[];
const opened: GivenJob[] = [];
const jobAnswer = (name = 'Test') => ({ status: 200, body: { ...server.job, name, marks: [] } });
function given(): GivenJob {
  told = [];
  const one = new GivenJob('t1', (now) => told.push((state = now)));
  opened.push(one);
  return one;
}
beforeEach(async () => {
  await (await database()).clear('jobs');
  server = new JobServer(study());
  server.instead = () => jobAnswer();
});
afterEach(() => {
  for (const one of opened.splice(0)) one.close();
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

test('the job shows before it is kept, is kept, and opens from the phone when there is no signal', async () => {
  await given().open();
  expect(told[0]).toMatchObject({ job: { name: 'Test' }, isOffline: false, ended: '' });
  await vi.waitFor(async () => expect(await (await database()).count('jobs')).toBe(1));
  server.unplugged = true;
  await given().open();
  expect(state).toMatchObject({ job: { name: 'Test' }, isOffline: true });
});

test.each([200, 401, 403, 404])(
  'a page that a network puts in the place of answers (%d) takes no job back: the one kept opens',
  async (status) => {
    await given().open();
    await vi.waitFor(async () => expect(await (await database()).count('jobs')).toBe(1));
    server.behindPage = status;
    await given().open();
    expect(state).toMatchObject({ job: { name: 'Test' }, isOffline: true, ended: '' });
    expect(await (await database()).count('jobs')).toBe(1);
  },
);

test('where the phone has no room the job is shown all the same, and it is said', async () => {
  vi.spyOn(await database(), 'put').mockRejectedValue(new DOMException('full', 'QuotaExceededError'));
  await given().open();
  await vi.waitFor(() => expect(state.isKept).toBe(false));
  expect(state.job).not.toBe(null);
});

test('no signal and nothing kept: it goes on asking until the job comes, and never says the job is gone', async () => {
  server.unplugged = true;
  const one = given();
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  await one.open();
  expect(state).toMatchObject({ job: null, isOffline: true, ended: '' });
  server.unplugged = false;
  await vi.advanceTimersByTimeAsync(4100);
  vi.useRealTimers();
  await vi.waitFor(() => expect(state).toMatchObject({ job: { name: 'Test' }, isOffline: false }));
});

test('a server that fails takes no job back either; one that was taken back says its word, and is forgotten', async () => {
  await given().open();
  await vi.waitFor(async () => expect(await (await database()).count('jobs')).toBe(1));
  server.instead = () => ({ status: 503, body: { detail: 'busy' } });
  await given().open();
  expect(state).toMatchObject({ job: { name: 'Test' }, ended: '' });
  server.instead = () => ({ status: 410, body: { detail: 'The lead has taken this job back.' } });
  await given().open();
  expect(state).toMatchObject({ job: null, ended: 'The lead has taken this job back.' });
  expect(await (await database()).count('jobs')).toBe(0);
});

test('a phone that is not let in any more forgets the job, and is told the way back in', async () => {
  await given().open();
  await vi.waitFor(async () => expect(await (await database()).count('jobs')).toBe(1));
  server.instead = () => ({ status: 401, body: { code: 'not-signed-in', detail: 'Sign in first.' } });
  await given().open();
  expect(state).toMatchObject({
    job: null,
    ended: expect.stringContaining('Ask the lead for a link, or sign in'),
  });
  expect(await (await database()).count('jobs')).toBe(0);
});

test('the lead’s changes fetch the job anew, once at a time and once more for those that came meanwhile; ticks are added', async () => {
  await given().open();
  server.delay = () => settled(5).then(() => undefined);
  server.most = 0;
  server.asked.length = 0;
  server.instead = () => jobAnswer('Renamed');
  for (let i = 0; i < 6; i++) server.tell('plan', {});
  await vi.waitFor(() => expect(state.job!.name).toBe('Renamed'));
  await settled(40);
  expect(server.most).toBe(1);
  expect(server.asked).toHaveLength(2);
  server.tell('marks', [{ id: 'm1', kind: 'box', about: 'b1' }]);
  expect(state.marks).toMatchObject([{ id: 'm1' }]);
});
