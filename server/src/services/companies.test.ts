import { expect, test, vi } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import { changeOf, TestServer } from '../testing/server.ts';

const server = new TestServer();

/** A job with a change, a tick and a phone, and one house rule. */
async function work(): Promise<string> {
  const job = await server.newJob(study());
  await server.send(job.id, changeOf(job.plan, ['moveBox', { box: 'b1', at: 60 }]));
  const { asks } = await server.phone(job.id);
  const mark = { id: 't1', kind: 'box', about: 'b1', done: true, number: 1, madeAt: 900 };
  await asks.post(`/api/crew/${job.id}/marks`).send({ device: 'phone', marks: [mark] });
  const [saw, set] = [{ value: null }, { value: 14, reason: 'our way' }];
  await server.api.post('/api/rules/changes').send({ changes: [{ rule: 'height.receptacle', saw, set }] });
  return job.id;
}

test('all data of a company come out as one JSON document, without secrets and without another’s', async () => {
  const job = await work();
  const other = await server.person('owner', await server.newCompany('Other company'));
  await other.asks.post('/api/jobs').send({ name: 'Their job' });
  const answer = await server.api.get('/api/company/export');
  expect(answer.headers['content-disposition']).toContain('field-chalk-company.json');
  const all = JSON.parse(answer.text) as Record<string, Record<string, unknown>[]>;
  expect(all).toMatchObject({
    format: 'fieldchalk.company',
    name: 'Own company',
    people: [{ role: 'owner' }],
    jobs: [{ id: job, plan: { boxes: { b1: { on: { at: 60 } } } } }],
    revisions: [{ job, name: 'moveBox', patches: [expect.objectContaining({ op: 'replace' })] }],
    marks: [{ job, about: 'b1' }],
  });
  expect(all['audit']!.map((a) => a['what'])).toContain('let a phone in');
  expect(answer.text).not.toMatch(/Their job|hash|password/);
});

test('a company is removed whole when its name is typed, and nothing of another’s goes', async () => {
  await work();
  const other = await server.person('owner', await server.newCompany('Other company'));
  await other.asks.post('/api/jobs').send({ name: 'Their job' });
  const remove = (name: string) => server.api.post('/api/company/removal').send({ name });
  expect((await remove('own company')).body.problems[0].path).toBe('name');
  expect((await remove('Own company')).status).toBe(204);
  expect((await server.api.get('/api/jobs')).status).toBe(401);
  const tables = ['companies', 'people', 'sessions', 'jobs', 'audit'];
  const left = await Promise.all(tables.map((t) => server.db(t)));
  expect(left.map((rows) => rows.length)).toEqual([1, 1, 1, 1, 1]);
  for (const table of ['revisions', 'marks', 'given', 'devices', 'invitations', 'rule_books'])
    expect([table, await server.db(table)]).toEqual([table, []]);
  expect((await other.asks.get('/api/jobs')).body).toMatchObject([{ name: 'Their job' }]);
});

test('a removal that is cut off lets nobody in any more, and the next sweep goes on with it', async () => {
  await work();
  const { services } = server.app;
  const cut = vi.spyOn(services.jobs, 'sweep').mockRejectedValueOnce(new Error('cut off'));
  expect((await server.api.post('/api/company/removal').send({ name: 'Own company' })).status).toBe(204);
  expect((await server.api.get('/api/jobs')).status).toBe(401);
  const rows = async (table: string) => (await server.db(table)).length;
  expect([await rows('revisions'), (await rows('audit')) > 0]).toEqual([1, true]);
  cut.mockRestore();
  await services.companies.sweep();
  for (const table of ['jobs', 'revisions', 'marks', 'given', 'audit'])
    expect([table, await rows(table)]).toEqual([table, 0]);
});
