import { describe, expect, test } from 'vitest';
import { mayStill } from './access/guard.ts';
import { TestServer } from './testing/server.ts';

const server = new TestServer();

const api = () => server.api;
const newJob = async () => (await api().post('/api/jobs').send({ name: 'Shed' })).body as JobAnswer;
interface JobAnswer {
  readonly id: string;
  readonly plan: { readonly rules: unknown };
}

describe('the company’s house rules', () => {
  const unsaid = { value: null, reason: '' };
  const bulk = { rule: 'coil.feet', saw: unsaid, set: { value: 1000, reason: 'we buy in bulk' } };
  const rules = { values: { 'coil.feet': 1000 }, reasons: { 'coil.feet': 'we buy in bulk' } };
  const change = (...changes: object[]) => api().post('/api/rules/changes').send({ changes });

  test('none at first; once set, a new job starts with them and an old one keeps its own', async () => {
    const before = await newJob();
    expect(before.plan.rules).toEqual({ edition: '2023', values: {}, reasons: {} });
    expect((await change(bulk)).status).toBe(200);
    expect((await api().get('/api/rules')).body).toMatchObject(rules);
    expect((await newJob()).plan.rules).toEqual({ edition: '2023', ...rules });
    const again = (await api().get(`/api/jobs/${before.id}`)).body as JobAnswer;
    expect(again.plan.rules).toEqual({ edition: '2023', values: {}, reasons: {} });
  });

  test('two set different rules, both stand; the same one, and the second is told what it is now', async () => {
    await change(bulk);
    const height = { rule: 'drill.height', saw: unsaid, set: { value: 20, reason: '' } };
    expect((await change(height)).body.values).toEqual({ 'coil.feet': 1000, 'drill.height': 20 });
    const late = await change({ ...bulk, set: { value: 500, reason: '' } });
    expect([late.status, late.body.code]).toEqual([409, 'conflict']);
    expect(late.body.rules.values['coil.feet']).toBe(1000);
    expect(late.body.problems).toMatchObject([{ path: 'coil.feet' }]);
    expect((await change({ ...bulk, saw: bulk.set, set: unsaid })).body.values).toEqual({
      'drill.height': 20,
    });
  });

  test.each([
    [{ ...bulk, set: { value: 'long', reason: '' } }, 'coil.feet'],
    [{ ...bulk, rule: 'nope' }, 'nope'],
  ])('bad rules %j get a problem that names the rule, and the old ones stay', async (bad, names) => {
    await change(bulk);
    const answer = await change({ ...bad, saw: bad.rule === 'nope' ? unsaid : bulk.set });
    expect(answer.status).toBe(400);
    expect(JSON.stringify(answer.body)).toContain(names);
    expect((await api().get('/api/rules')).body).toMatchObject(rules);
    for (const empty of [{}, { changes: [] }])
      expect((await api().post('/api/rules/changes').send(empty)).status).toBe(400);
    expect((await api().get('/api/rules')).body).toMatchObject(rules);
  });
});

test('who is no lead any more, or signed out, may hear the house rules no more', async () => {
  const { services } = server.app;
  const { id, secret, asks } = await server.person('lead');
  const found = await services.sessions.find(secret);
  const listening = { who: found!.person, action: 'rules.read', job: null } as const;
  expect(await mayStill(listening, services)).toBe(true);
  expect((await server.api.post(`/api/people/${id}`).send({ role: 'crew' })).status).toBe(204);
  expect(await mayStill(listening, services)).toBe(false);
  await server.api.post(`/api/people/${id}`).send({ role: 'lead' });
  expect(await mayStill(listening, services)).toBe(true);
  await asks.delete('/api/session');
  expect(await mayStill(listening, services)).toBe(false);
  expect(await mayStill({ ...listening, who: { kind: 'phone', id: 'p' } }, services)).toBe(false);
});

describe('measurements from a meter', () => {
  test.each([
    [
      { metres: 3.9, device: 'stand-in' },
      { metres: 3.9, device: 'stand-in' },
    ],
    [{ inches: 153.5 }, { inches: 153.5, device: 'meter' }],
  ])('%j is passed on with 202', async (sent, heard) => {
    const { id } = await newJob();
    const answer = await api().post(`/api/jobs/${id}/measurements`).send(sent);
    expect(answer.status).toBe(202);
    expect(answer.body).toEqual(heard);
  });

  test.each([[{ metres: 0 }], [{ metres: 301 }], [{ inches: -3 }], [{ inches: 'two' }], [{}]])(
    '%j is refused',
    async (sent) => {
      const { id } = await newJob();
      const answer = await api().post(`/api/jobs/${id}/measurements`).send(sent);
      expect(answer.status).toBe(400);
      const field = Object.keys(sent)[0];
      if (field) expect(JSON.stringify(answer.body)).toContain(field);
    },
  );

  test('a job that is not there is 404', async () =>
    expect((await api().post('/api/jobs/none/measurements').send({ metres: 2 })).status).toBe(404));
});
