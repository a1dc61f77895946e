import type { Knex } from 'knex';
import request from 'supertest';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { buildApp } from './app.ts';
import { openDatabase } from './db/connect.ts';

let db: Knex;
let app: ReturnType<typeof buildApp>;
beforeEach(async () => {
  db = await openDatabase(':memory:');
  app = buildApp(db, { webFolder: 'nowhere', log: 'silent' }, () => 1000);
});
afterEach(() => db.destroy());

const api = () => request(app.express);
const newJob = async () => (await api().post('/api/jobs').send({ name: 'Shed' })).body as JobAnswer;
interface JobAnswer {
  readonly id: string;
  readonly plan: { readonly rules: unknown };
}

describe('the company’s house rules', () => {
  const rules = { values: { 'coil.feet': 1000 }, reasons: { 'coil.feet': 'we buy in bulk' } };

  test('none at first; once set, a new job starts with them and an old one keeps its own', async () => {
    const before = await newJob();
    expect(before.plan.rules).toEqual({ edition: '2023', values: {}, reasons: {} });
    expect((await api().put('/api/rules').send(rules)).status).toBe(200);
    expect((await api().get('/api/rules')).body).toMatchObject(rules);
    expect((await newJob()).plan.rules).toEqual({ edition: '2023', ...rules });
    const again = (await api().get(`/api/jobs/${before.id}`)).body as JobAnswer;
    expect(again.plan.rules).toEqual({ edition: '2023', values: {}, reasons: {} });
  });

  test.each([
    [{ values: { 'coil.feet': 'long' }, reasons: {} }, 'coil.feet'],
    [{ values: { nope: 1 }, reasons: {} }, 'nope'],
  ])('bad rules %j get a problem that names the rule, and the old ones stay', async (bad, names) => {
    await api().put('/api/rules').send(rules);
    const answer = await api().put('/api/rules').send(bad);
    expect(answer.status).toBe(400);
    expect(JSON.stringify(answer.body)).toContain(names);
    expect((await api().get('/api/rules')).body).toMatchObject(rules);
  });
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
