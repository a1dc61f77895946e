import { describe, expect, test } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import type { CrewJob, MadeLink, NewMarks, Phones } from '@fieldchalk/contracts';
import { awayFor } from '../services/jobs.ts';
import { TestServer } from '../testing/server.ts';
import { hashOf } from './secrets.ts';
import { phoneIdle } from './given.ts';

const server = new TestServer();

const tick = (id: string): NewMarks => ({
  device: 'phone',
  marks: [{ id, kind: 'box', about: 'b1', done: true, by: 'A', stood: '', number: 1, madeAt: 900 }],
});
const phonesOf = async (job: string) => (await server.api.get(`/api/jobs/${job}/phones`)).body as Phones;

async function takeBack(job: string, label: string): Promise<void> {
  const { id } = (await phonesOf(job)).given.find((g) => g.label === label)!;
  expect((await server.api.delete(`/api/jobs/${job}/phones/${id}`)).status).toBe(204);
}

describe('a link for a phone', () => {
  test('lets one phone in, which stays in; the secret is in no table', async () => {
    const job = await server.newJob(study());
    const link = (await server.api.post(`/api/jobs/${job.id}/phones`).send({ label: 'Van' }))
      .body as MadeLink;
    expect((await phonesOf(job.id)).links).toMatchObject([{ label: 'Van', role: 'crew' }]);
    const first = await server.anyone.post('/api/join').send({ secret: link.secret });
    expect(first.body).toEqual({ kind: 'phone', job: job.id });
    expect((await server.anyone.post('/api/join').send({ secret: link.secret })).status).toBe(410);
    const cookie = String(first.headers['set-cookie']).split(';')[0]!;
    const phone = server.withCookie(cookie);
    const seen = (await phone.get(`/api/crew/${job.id}`)).body as CrewJob;
    expect([seen.view.plan.boxes['b1'] !== undefined, seen.mayTick]).toEqual([true, true]);
    expect((await phonesOf(job.id)).given).toMatchObject([{ label: 'Van', person: null }]);
    server.now += phoneIdle - 1;
    expect((await phone.get(`/api/crew/${job.id}`)).status).toBe(200);
    server.now += phoneIdle - 1;
    expect((await phone.get('/api/jobs')).body).toMatchObject([{ id: job.id }]);
    const stored = JSON.stringify([await server.db('devices'), await server.db('invitations')]);
    for (const secret of [link.secret, cookie.split('=')[1]!]) expect(stored).not.toContain(secret);
    server.now += phoneIdle + 1;
    expect((await phone.get(`/api/crew/${job.id}`)).status).toBe(401);
  });

  test('gives a phone that is known one job more, on the secret it has', async () => {
    const [one, two] = [await server.newJob(study()), await server.newJob(study(), 'Second')];
    const { cookie } = await server.phone(one.id);
    const link = (await server.api.post(`/api/jobs/${two.id}/phones`).send({})).body as MadeLink;
    const answer = await server.withCookie(cookie).post('/api/join').send({ secret: link.secret });
    expect(answer.headers['set-cookie']).toBe(undefined);
    const jobs = (await server.withCookie(cookie).get('/api/jobs')).body as { id: string }[];
    expect(jobs.map((j) => j.id).sort()).toEqual([one.id, two.id].sort());
    expect(await server.db('devices')).toHaveLength(1);
  });

  test('as a guest looks and ticks nothing', async () => {
    const job = await server.newJob(study());
    const { asks } = await server.phone(job.id, 'guest');
    expect(((await asks.get(`/api/crew/${job.id}`)).body as CrewJob).mayTick).toBe(false);
    expect((await asks.post(`/api/crew/${job.id}/marks`).send(tick('t1'))).status).toBe(403);
  });

  test('of before there were people still lets phones in, as often as it is opened', async () => {
    const job = await server.newJob(study());
    const token = 'a-token-of-a-share-that-was-made-before';
    const row = {
      id: 'old',
      hash: hashOf(token),
      kind: 'phone',
      company: server.company,
      job: job.id,
      role: 'crew',
      label: 'Crew',
    };
    await server.db('invitations').insert({ ...row, made_at: 1, expires_at: 9e12, is_for_many: true });
    for (let i = 0; i < 2; i++)
      expect((await server.anyone.post('/api/join').send({ secret: token })).status).toBe(200);
    expect((await phonesOf(job.id)).given).toHaveLength(2);
  });
});

test('a tick arrives once; one made before the job was taken back goes to the lead', async () => {
  const job = await server.newJob(study());
  const { asks } = await server.phone(job.id, 'crew', 'Van');
  const send = (id: string) => asks.post(`/api/crew/${job.id}/marks`).send(tick(id));
  for (let i = 0; i < 2; i++) expect((await send('t1')).status).toBe(201);
  expect((await server.api.get(`/api/jobs/${job.id}/marks`)).body).toMatchObject([{ id: 't1', done: true }]);
  await takeBack(job.id, 'Van');
  expect((await asks.get(`/api/crew/${job.id}`)).body.code).toBe('share-ended');
  expect((await asks.get(`/api/crew/${job.id}/events`)).status).toBe(410);
  expect((await send('t2')).status).toBe(202);
  expect((await server.api.get(`/api/jobs/${job.id}/late-marks`)).body).toMatchObject([
    { id: 't2', label: 'Van' },
  ]);
  expect((await server.api.get(`/api/jobs/${job.id}/marks`)).body).toHaveLength(1);
});

test('who is crew sees the jobs given to them, as the crew does, and no other way', async () => {
  const [given, other] = [await server.newJob(study(), 'Given'), await server.newJob(study(), 'Other')];
  const { id, asks } = await server.person('crew');
  await server.api.post(`/api/jobs/${given.id}/people`).send({ person: id });
  expect((await asks.get('/api/jobs')).body).toMatchObject([{ id: given.id }]);
  expect((await asks.get(`/api/crew/${given.id}`)).status).toBe(200);
  expect((await asks.get(`/api/jobs/${given.id}`)).status).toBe(403);
  expect((await asks.get(`/api/crew/${other.id}`)).status).toBe(404);
  const { id: lead } = await server.person('lead');
  const told = await server.api.post(`/api/jobs/${given.id}/people`).send({ person: lead });
  expect(told.body.detail).toContain('sees all jobs already');
});

describe('a job that was put away', () => {
  test('is as if it were not there, for phones as taken back, and comes back as it was', async () => {
    const job = await server.newJob(study());
    const { asks } = await server.phone(job.id);
    expect((await server.api.delete(`/api/jobs/${job.id}`)).status).toBe(204);
    expect((await server.api.get(`/api/jobs/${job.id}`)).status).toBe(404);
    expect((await server.api.get('/api/jobs')).body).toEqual([]);
    expect((await asks.get(`/api/crew/${job.id}`)).status).toBe(410);
    const [away] = (await server.api.get('/api/away-jobs')).body as { id: string; goesAt: number }[];
    expect(away).toMatchObject({ id: job.id, goesAt: 1000 + awayFor });
    expect((await server.api.post(`/api/away-jobs/${job.id}`)).status).toBe(200);
    expect((await server.api.get(`/api/jobs/${job.id}`)).body.plan).toEqual(job.plan);
    expect((await asks.get(`/api/crew/${job.id}`)).status).toBe(200);
    expect((await server.api.post(`/api/away-jobs/${job.id}`)).status).toBe(404);
  });

  test('goes for good after thirty days, with all that hangs on it, and not before', async () => {
    const job = await server.newJob(study());
    await server.phone(job.id);
    await server.api.delete(`/api/jobs/${job.id}`);
    const { jobs } = server.app.services;
    server.now += awayFor - 1;
    await jobs.sweep();
    expect(await server.db('jobs')).toHaveLength(1);
    server.now += 2;
    // It may be half gone already.
    await expect(jobs.bringBack(server.company, job.id)).rejects.toThrow('No such job was put away');
    await jobs.sweep();
    expect([await server.db('jobs'), await server.db('given')]).toEqual([[], []]);
  });
});

test('links and phones that are over stay so long as they can say why, and then go', async () => {
  const { given, invitations } = server.app.services;
  const rows = async () => [
    (await server.db('invitations')).length,
    (await server.db('devices')).length,
    (await server.db('given')).length,
  ];
  const job = await server.newJob(study());
  const [kept, back] = [
    await server.phone(job.id, 'crew', 'Kept'),
    await server.phone(job.id, 'crew', 'Back'),
  ];
  await server.phone(job.id, 'crew', 'Silent');
  await takeBack(job.id, 'Back');
  const sweep = async () => {
    await invitations.sweep();
    await given.sweep();
    return rows();
  };
  expect(await sweep()).toEqual([3, 3, 3]);
  server.now += 31 * 86_400_000;
  expect(await sweep()).toEqual([0, 3, 3]);
  expect((await back.asks.get(`/api/crew/${job.id}`)).status).toBe(410);
  server.now += 31 * 86_400_000;
  expect((await kept.asks.get(`/api/crew/${job.id}`)).status).toBe(200);
  server.now += phoneIdle - 31 * 86_400_000;
  expect(await sweep()).toEqual([0, 1, 1]);
  expect((await kept.asks.get(`/api/crew/${job.id}`)).status).toBe(200);
});
