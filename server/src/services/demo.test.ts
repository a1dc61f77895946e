import { describe, expect, test } from 'vitest';
import type { SessionState } from '@fieldchalk/contracts';
import { TestServer } from '../testing/server.ts';
import { demoJob } from './demo.ts';

/** As a browser asks, with the cookies it has. */
const enter = (server: TestServer, cookie: string) =>
  server.withCookie(cookie).post('/api/session/demo').set('Sec-Fetch-Site', 'same-origin');
const cookieOf = (answer: { headers: Record<string, unknown> }) =>
  answer.headers['set-cookie'] === undefined ? null : String(answer.headers['set-cookie']).split(';')[0]!;

describe('the demo', () => {
  const server = new TestServer({ demo: true });
  const mayLook = async (cookie: string, job: string) =>
    (await server.withCookie(cookie).get(`/api/jobs/${job}`).set('Sec-Fetch-Site', 'same-origin')).status;

  test('signs a browser in; a second window of it is in already and signs nothing out', async () => {
    const job = await demoJob(server.app.services);
    expect(await mayLook('', job)).toBe(401);
    const first = await enter(server, '');
    const cookie = cookieOf(first)!;
    expect(await mayLook(cookie, job)).toBe(200);
    const second = await enter(server, cookie);
    expect((second.body as SessionState).person).toEqual((first.body as SessionState).person);
    expect(cookieOf(second)).toBeNull();
    expect(await mayLook(cookie, job)).toBe(200);
  });

  test('signs in as its owner who was in as somebody else, and that one out', async () => {
    const job = await demoJob(server.app.services);
    const { secret, id } = await server.person('lead');
    const other = `fieldchalk=${secret}`;
    const entered = await enter(server, other);
    expect((entered.body as SessionState).person?.id).not.toBe(id);
    expect(await mayLook(cookieOf(entered)!, job)).toBe(200);
    expect(await mayLook(other, job)).toBe(401);
  });
});

describe('a server that is no demo', () => {
  const server = new TestServer();

  test('signs nobody in so', async () => {
    expect((await enter(server, '')).status).toBe(404);
  });
});
