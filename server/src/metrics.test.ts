import { describe, expect, test } from 'vitest';
import { TestServer } from './testing/server.ts';
import { ownerLink } from './services/owner.ts';

const server = new TestServer({ requests: 60 });

test('what the server counts is told as Prometheus reads it, by operation, with no id in it, and not through a proxy', async () => {
  const job = await server.newJob();
  await server.api.get(`/api/jobs/${job.id}`);
  await server.api.get('/api/jobs/none');
  const { text, headers } = await server.anyone.get('/api/metrics');
  expect(headers['content-type']).toContain('text/plain');
  const counted = text
    .split('\n')
    .find(
      (l) =>
        l.startsWith('fieldchalk_request_seconds_count') &&
        l.includes('/api/jobs/{job}"') &&
        l.includes('200'),
    );
  expect(counted).toMatch(/ 1$/);
  expect(text).toMatch(/^fieldchalk_listeners 0$/m);
  expect(text).toContain('fieldchalk_process_resident_memory_bytes');
  expect(text).not.toContain(job.id);
  expect((await server.anyone.get('/api/metrics').set('x-forwarded-for', '203.0.113.9')).status).toBe(403);
});

describe('a server', () => {
  test('that cannot store is alive and not ready, and says why', async () => {
    expect((await server.anyone.get('/api/ready')).body).toEqual({ ok: true, problems: [] });
    server.app.services.state.isStopping = true;
    const stopping = await server.anyone.get('/api/ready');
    expect([stopping.status, stopping.body.problems]).toEqual([503, ['the server is stopping']]);
    server.app.services.state.isStopping = false;
    const { db } = server;
    await db.schema.renameTable('jobs', 'jobs_gone');
    expect((await server.anyone.get('/api/ready')).body.problems).toEqual(['the database does not answer']);
    expect((await server.anyone.get('/api/health')).status).toBe(200);
    await db.schema.renameTable('jobs_gone', 'jobs');
  });

  test('takes so many requests a minute of one person, and others go on', async () => {
    const statuses = new Set<number>();
    for (let i = 0; i < 70; i++) statuses.add((await server.api.get('/api/own')).status);
    expect([...statuses]).toEqual([200, 429]);
    expect((await (await server.person('lead')).asks.get('/api/own')).status).toBe(200);
  });
});

describe('a link for an owner', () => {
  const opened = async (path: string) =>
    (await server.anyone.post('/api/join/look').send({ secret: path.split('#')[1] })).body as object;

  test('is for the first, for a further company, or for one who cannot get in', async () => {
    const { services } = server.app;
    await expect(ownerLink(services)).rejects.toThrow(/has its owner/);
    expect(await opened(await ownerLink(services, { company: 'Second' }))).toMatchObject({
      kind: 'owner',
      company: 'Second',
    });
    // A company nobody took over yet is the next to be owned.
    expect(await opened(await ownerLink(services))).toMatchObject({ kind: 'owner', company: 'Second' });
    await expect(ownerLink(services, { recover: 'nobody' })).rejects.toThrow(/No owner signs in as “nobody”/);
    const [{ sign_in }] = await server.db('people').where({ role: 'owner' });
    const path = await ownerLink(services, { recover: ` ${String(sign_in).toUpperCase()} ` });
    expect(await opened(path)).toMatchObject({ kind: 'recovery', signIn: sign_in });
  });
});
