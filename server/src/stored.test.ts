import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { readPlanText } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { migrationSource } from './db/connect.ts';
import { migrations } from './db/migrations/index.ts';
import { tablesIn } from './testing/database.ts';
import { TestServer } from './testing/server.ts';

const server = new TestServer();
const api = () => server.api;
const store = (plan: string) =>
  server.db('jobs').insert({
    id: 'old',
    company: server.company,
    name: 'Old job',
    revision: 3,
    plan_at: 3,
    plan,
    changed_at: 5,
  });

describe('documents that were stored before', () => {
  test('a version-1 document is read with what came later filled in', async () => {
    const text = readFileSync('core/testing/plans/version-1.json', 'utf8');
    await store(text);
    const { body, status } = await api().get('/api/jobs/old');
    expect(status).toBe(200);
    const read = readPlanText(text);
    expect(body.plan).toEqual(read.ok && JSON.parse(JSON.stringify(read.plan)));
  });

  test.each([
    ['not JSON at all', '{ "format": ', '(file)'],
    ['of a version to come', JSON.stringify({ ...study(), version: 2 }), 'version'],
    ['against the schema', JSON.stringify({ ...study(), walls: { w1: { from: 'p1' } } }), 'walls.w1.to'],
    ['against an invariant', JSON.stringify({ ...study(), points: {} }), 'walls.w1.from'],
  ])('one that is %s says so, and is kept untouched', async (_says, stored, path) => {
    await store(stored);
    const { body, status } = await api().get('/api/jobs/old');
    expect([status, body.code]).toEqual([422, 'unreadable']);
    expect(body.detail).toContain('“Old job” is stored in a form that cannot be read here');
    expect(body.problems.map((p: { path: string }) => p.path)).toContain(path);
    const patch = { op: 'replace', path: ['job', 'name'], value: 'New' };
    const change = {
      id: 'x1',
      base: 3,
      name: 'renameJob',
      client: 'test',
      patches: [patch],
      inverse: [patch],
    };
    expect((await api().post('/api/jobs/old/changes').send(change)).status).toBe(422);
    expect((await server.db('jobs').first()).plan).toBe(stored);
    expect(String((await api().get('/api/jobs/old/document')).body)).toBe(stored);
    expect((await api().get('/api/jobs')).body).toMatchObject([{ id: 'old', name: 'Old job' }]);
  });

  test('house rules that cannot be read say so', async () => {
    await server
      .db('rule_books')
      .insert({ id: server.company, rules: '{"values":{"no.rule":1}}', changed_at: 1 });
    expect((await api().get('/api/rules')).body).toMatchObject({ code: 'unreadable' });
  });
});

test('every migration goes up, down and up again, newest first', async () => {
  const tables = async () => (await tablesIn(server.db)).filter((t) => !t.startsWith('knex_'));
  const full = await tables();
  expect(Object.keys(migrations)).toEqual([...Object.keys(migrations)].sort());
  for (let i = 0; i < Object.keys(migrations).length; i++) await server.db.migrate.down({ migrationSource });
  expect(await tables()).toEqual([]);
  await server.db.migrate.latest({ migrationSource });
  expect(await tables()).toEqual(full);
});

test('what went wrong in a window is taken for the log, and nothing else', async () => {
  const said = { message: 'wall is missing', where: 'plan', stack: 'at …' };
  expect((await api().post('/api/window-errors').send(said)).status).toBe(204);
  expect((await api().post('/api/window-errors').send({ message: 5 })).status).toBe(400);
});

test('what is without end is not taken for ever: errors of windows, and links that nobody made', async () => {
  const statuses = async (count: number, ask: () => Promise<{ status: number }>) => {
    const seen = new Map<number, number>();
    for (let i = 0; i < count; i++) {
      const { status } = await ask();
      seen.set(status, (seen.get(status) ?? 0) + 1);
    }
    return Object.fromEntries(seen);
  };
  const error = { message: 'broke' };
  expect(await statuses(40, async () => api().post('/api/window-errors').send(error))).toEqual({
    204: 30,
    429: 10,
  });
  const secret = 'nobody-made-this-link-ever';
  expect(await statuses(30, async () => server.anyone.post('/api/join/look').send({ secret }))).toEqual({
    404: 20,
    429: 10,
  });
  expect((await api().get('/api/jobs')).headers['cache-control']).toBe('no-store');
});
