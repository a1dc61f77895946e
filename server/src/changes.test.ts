import { describe, expect, test } from 'vitest';
import { applyChange, type Patch, type Plan } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { changesAtOnce, type StoredChange } from '@fieldchalk/contracts';
import { changeOf, TestServer } from './testing/server.ts';

const server = new TestServer();
const moved = (plan: Plan, at: number, id: string, base = 0, client = 'test') =>
  changeOf(plan, ['moveBox', { box: 'b1', at }], { id, base, client });
const wall = (plan: Plan) => Object.keys(plan.walls)[0]!;
const added = (plan: Plan, at: number, id: string, client: string) =>
  changeOf(plan, ['addBox', { wall: wall(plan), side: 'right', at, kind: 'receptacle' }], {
    id,
    client,
  });

describe('a change carries what it saw', () => {
  test('ten writers of one field at one moment: one is taken, the others are told of it', async () => {
    const job = await server.newJob(study());
    const answers = await Promise.all(
      Array.from({ length: 10 }, (_, i) => server.send(job.id, moved(job.plan, 40 + i, `x${i}`, 0, `w${i}`))),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([200, ...Array<number>(9).fill(409)]);
    const taken = answers.find((a) => a.status === 200)!.body as StoredChange;
    for (const { body } of answers.filter((a) => a.status === 409))
      expect(body).toMatchObject({ code: 'conflict', revision: 1, changes: [{ id: taken.id }] });
    expect((await server.planOf(job.id)).boxes['b1']!.on).toMatchObject({
      at: 40 + Number(taken.id.slice(1)),
    });
  });

  test('two that add at one moment and count to the same id: the second is told, and none is lost', async () => {
    const job = await server.newJob(study());
    const [first, second] = [added(job.plan, 20, 'x1', 'a'), added(job.plan, 50, 'x2', 'b')];
    const [one, two] = [await server.send(job.id, first), await server.send(job.id, second)];
    expect([one.status, two.status]).toEqual([200, 409]);
    const again = added(await server.planOf(job.id), 50, 'x2', 'b');
    expect((await server.send(job.id, { ...again, base: 1, after: 'x1' })).status).toBe(200);
    expect(Object.keys((await server.planOf(job.id)).boxes)).toHaveLength(
      Object.keys(job.plan.boxes).length + 2,
    );
  });

  test('one whose inverse is not what stood there, or leaves out a place it writes, is refused and not stored', async () => {
    const job = await server.newJob(study());
    const right = moved(job.plan, 60, 'x1');
    const wrong = right.inverse.map((p) => ({ ...p, value: 12.5 }));
    expect((await server.send(job.id, { ...right, inverse: wrong })).status).toBe(400);
    const none = await server.send(job.id, { ...right, inverse: [] });
    expect(none.status).toBe(400);
    expect((none.body as { problems: { path: string }[] }).problems[0]!.path).toMatch(/^boxes\.b1\.on/);
    expect(await server.planOf(job.id)).toEqual(job.plan);
    expect((await server.send(job.id, right)).status).toBe(200);
    const row = await server.db('revisions').first<{ inverse: string }>();
    expect(applyChange(await server.planOf(job.id), JSON.parse(row!.inverse) as Patch[])).toMatchObject({
      ok: true,
      plan: { boxes: { b1: job.plan.boxes['b1'] } },
    });
  });

  test('ids are a window’s own: another job or another window may use the same', async () => {
    const [one, other] = [await server.newJob(study()), await server.newJob(study())];
    expect((await server.send(one.id, moved(one.plan, 60, 'x1'))).body).toMatchObject({ revision: 1 });
    expect((await server.send(other.id, moved(other.plan, 70, 'x1'))).body).toMatchObject({ revision: 1 });
    expect((await server.planOf(other.id)).boxes['b1']!.on).toMatchObject({ at: 70 });
    const plan = await server.planOf(one.id);
    expect((await server.send(one.id, moved(plan, 80, 'x1', 1, 'else'))).body).toMatchObject({ revision: 2 });
  });
});

describe('the history a window stands on', () => {
  test('a base ahead of the server, or another change where it stands, says that history turned', async () => {
    const job = await server.newJob(study());
    await server.send(job.id, moved(job.plan, 60, 'x1'));
    const plan = await server.planOf(job.id);
    const ahead = await server.send(job.id, moved(plan, 70, 'x2', 9));
    expect([ahead.status, ahead.body.code]).toEqual([409, 'history-turned']);
    const other = await server.send(job.id, { ...moved(plan, 70, 'x2', 1), after: 'y1' });
    expect([other.status, other.body.code]).toEqual([409, 'history-turned']);
    for (const query of ['since=9', 'since=1&after=y1'])
      expect((await server.api.get(`/api/jobs/${job.id}/changes?${query}`)).body.code).toBe('history-turned');
    expect((await server.api.get(`/api/jobs/${job.id}/changes?since=1&after=x1`)).body).toEqual([]);
    expect((await server.send(job.id, { ...moved(plan, 70, 'x2', 1), after: 'x1' })).status).toBe(200);
    expect((await server.api.get(`/api/jobs/${job.id}`)).body).toMatchObject({
      revision: 2,
      lastChange: 'x2',
    });
  });

  test('more changes than are answered at once come in parts, in order', async () => {
    const job = await server.newJob(study());
    const rows = Array.from({ length: changesAtOnce.count + 20 }, (_, i) => ({
      job: job.id,
      revision: i + 1,
      change: `x${i}`,
      name: 'n',
      client: 'c',
      patches: '[]',
      inverse: '[]',
      at: 1,
    }));
    await server.db.batchInsert('revisions', rows, 50);
    await server.db('jobs').where({ id: job.id }).update({ revision: rows.length });
    const part = async (since: number) =>
      (await server.api.get(`/api/jobs/${job.id}/changes?since=${since}`)).body as StoredChange[];
    const first = await part(0);
    expect([first.length, first[0]!.revision]).toEqual([changesAtOnce.count, 1]);
    expect(await part(changesAtOnce.count)).toHaveLength(20);
    const heavy = JSON.stringify([{ op: 'add', path: ['job', 'name'], value: 'x'.repeat(3_000_000) }]);
    await server.db('revisions').where('revision', '<', 4).update({ patches: heavy });
    expect(await part(0)).toHaveLength(1);
  });
});

describe('one request stops nobody', () => {
  test.each([
    [
      'the length of a list',
      { op: 'replace', path: ['walls', 'w1', 'layers', 'left', 'length'], value: 4e9 },
    ],
    ['a place in a list', { op: 'add', path: ['walls', 'w1', 'layers', 'left', 4e9], value: 1 }],
    ['the whole plan', { op: 'replace', path: [], value: {} }],
    ['what all objects inherit', { op: 'add', path: ['__proto__', 'polluted'], value: true }],
    ['a collection whole', { op: 'replace', path: ['boxes'], value: {} }],
    ['a depth no plan has', { op: 'add', path: Array<string>(40).fill('walls'), value: 1 }],
    ['no such part', { op: 'add', path: ['extras', 'e1'], value: {} }],
  ])('a patch to %s is refused in words, at once', async (_, patch) => {
    const job = await server.newJob(study());
    const from = performance.now();
    const body = { id: 'x1', base: 0, name: 'n', client: 'c', patches: [patch], inverse: [] } as unknown;
    const answer = await server.send(job.id, body as never);
    expect([400, 422]).toContain(answer.status);
    expect((answer.body as { problems: unknown[] }).problems.length).toBeGreaterThan(0);
    expect(performance.now() - from).toBeLessThan(2000);
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
    expect(await server.planOf(job.id)).toEqual(job.plan);
  });

  test('a refusal of thousands of fields is answered with the first of them', async () => {
    const job = await server.newJob(study());
    const patches = Array.from({ length: 3000 }, (_, i) => ({
      op: 'add',
      path: ['points', `q${i}`],
      value: {},
    }));
    const answer = await server.send(job.id, { ...moved(job.plan, 60, 'x1'), patches: patches as never });
    expect(answer.status).toBe(422);
    const { problems } = answer.body as { problems: { message: string }[] };
    expect(problems).toHaveLength(51);
    expect(problems.at(-1)!.message).toMatch(/more/);
  });

  test('changes that wait for one job share a transaction, each judged on what those before it made', async () => {
    const job = await server.newJob(study());
    const names = Array.from({ length: 40 }, (_, i) => `b${i}`);
    const from = performance.now();
    const answers = await Promise.all(
      names.map((_, i) =>
        server.send(
          job.id,
          changeOf(job.plan, ['setPrice', { item: `item ${i}`, cents: 100 + i, per: 'each' }], {
            id: `x${i}`,
            client: `w${i}`,
          }),
        ),
      ),
    );
    expect(answers.map((a) => a.status)).toEqual(names.map(() => 200));
    expect(
      Object.keys((await server.planOf(job.id)).prices).filter((p) => p.startsWith('item ')),
    ).toHaveLength(40);
    expect(new Set(answers.map((a) => (a.body as StoredChange).revision)).size).toBe(40);
    expect(performance.now() - from).toBeLessThan(5000);
  });
});

test('a plan is written now and then: any server reads it as the changes have led it on', async () => {
  const job = await server.newJob(study());
  let plan = job.plan;
  for (let i = 0; i < 53; i++) {
    const change = changeOf(plan, ['moveBox', { box: 'b1', at: 40 + (i % 20) }], { id: `x${i}`, base: i });
    expect((await server.send(job.id, change)).status).toBe(200);
    plan = await server.planOf(job.id);
  }
  const [row] = await server.db('jobs').where({ id: job.id }).select('revision', 'plan_at', 'plan');
  expect(row).toMatchObject({ revision: 53, plan_at: 50 });
  expect(JSON.parse(row.plan as string)).not.toEqual(plan);
  const another = await server.another().services.jobs.get(job.id);
  expect([another.revision, another.plan]).toEqual([53, plan]);
  const document = await server.api.get(`/api/jobs/${job.id}/document`);
  expect(JSON.parse(String(document.body))).toEqual(plan);
});

test('an unknown job is not there for any address', async () => {
  for (const what of ['', '/changes', '/events', '/marks', '/phones', '/late-marks', '/document'])
    expect([what, (await server.api.get(`/api/jobs/none${what}`)).status]).toEqual([what, 404]);
  for (const what of ['/changes', '/phones', '/late-marks', '/measurements']) {
    const body =
      what === '/changes' ? moved(study(), 60, 'x1') : what === '/measurements' ? { metres: 2 } : {};
    expect([what, (await server.api.post(`/api/jobs/none${what}`).send(body)).status]).toEqual([what, 404]);
  }
});

test('what no framework can read is the sender’s fault, never ours', async () => {
  const job = await server.newJob(study());
  const path = `/api/jobs/${job.id}`;
  const answers = await Promise.all([
    server.api.post('/api/jobs').set('content-type', 'application/json; charset=nope').send('{}'),
    server.api
      .post('/api/jobs')
      .set('content-type', 'application/json')
      .set('content-encoding', 'nope')
      .send('{}'),
    server.api
      .post('/api/jobs')
      .set('content-type', 'application/json')
      .set('content-encoding', 'gzip')
      .send('{}'),
    server.api.get(path).set('if-match', '"nothing"'),
    server.api.get(path).set('range', 'bytes=99999999-'),
    server.api.get('/api/jobs/%00'),
    server.api.post('/api/jobs').send([]),
    server.api.post('/api/rules/changes').send({}),
  ]);
  for (const { status, body } of answers) {
    expect(status).toBeLessThan(500);
    if (status >= 400) expect(body).toMatchObject({ status });
  }
});
