import { readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { emptyPlan, type Plan, makeEdit } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { importSchema } from '@fieldchalk/contracts';
import { operations } from './operations.ts';
import { TestServer } from './testing/server.ts';
import { stalled } from './testing/stall.ts';

const server = new TestServer();

const api = () => server.api;
async function newJob(plan?: Plan) {
  const answer = await api()
    .post('/api/jobs')
    .send({ name: 'Test job', ...(plan ? { plan } : {}) });
  return answer.body as { id: string; plan: Plan };
}
function change(plan: Plan, id: string, base: number, at: number) {
  const done = makeEdit(plan, 'moveBox', { box: 'b1', at });
  if (!done.ok) throw new Error('refused');
  return { id, base, client: 'test', ...done.change };
}

describe('jobs and changes', () => {
  test('made, listed, read, changed, deleted', async () => {
    const job = await newJob(study());
    expect((await api().get('/api/jobs')).body).toMatchObject([
      { id: job.id, name: 'Test job', revision: 0 },
    ]);
    const stored = await api()
      .post(`/api/jobs/${job.id}/changes`)
      .send(change(job.plan, 'x1', 0, 60));
    expect(stored.body).toMatchObject({ revision: 1, id: 'x1' });
    expect((await api().get(`/api/jobs/${job.id}`)).body.plan.boxes.b1.on.at).toBe(60);
    expect((await api().delete(`/api/jobs/${job.id}`)).status).toBe(204);
    expect((await api().get(`/api/jobs/${job.id}`)).status).toBe(404);
  });

  test('the same change sent twice is stored once', async () => {
    const job = await newJob(study());
    const body = change(job.plan, 'x1', 0, 60);
    for (let i = 0; i < 3; i++)
      expect((await api().post(`/api/jobs/${job.id}/changes`).send(body)).body.revision).toBe(1);
    expect((await api().get(`/api/jobs/${job.id}/changes?since=0`)).body).toHaveLength(1);
  });

  test('changes to different things merge; one that no longer fits gets 409 with what is new', async () => {
    const job = await newJob(study());
    const gone = makeEdit(job.plan, 'removeBoxes', { boxes: ['b1'] });
    if (!gone.ok) throw new Error('refused');
    const rename = makeEdit(job.plan, 'renameJob', { name: 'Other' });
    if (!rename.ok) throw new Error('refused');
    await api()
      .post(`/api/jobs/${job.id}/changes`)
      .send({ id: 'x1', base: 0, client: 'a', ...gone.change });
    expect(
      (
        await api()
          .post(`/api/jobs/${job.id}/changes`)
          .send({ id: 'x2', base: 0, client: 'b', ...rename.change })
      ).body.revision,
    ).toBe(2);
    const late = await api()
      .post(`/api/jobs/${job.id}/changes`)
      .send(change(job.plan, 'x3', 0, 60));
    expect(late.status).toBe(409);
    expect(late.body).toMatchObject({ code: 'conflict', revision: 2, changes: [{ id: 'x1' }, { id: 'x2' }] });
  });

  test('bad requests get a problem document that names the field, never a stack', async () => {
    const job = await newJob();
    const answers = await Promise.all([
      api()
        .post('/api/jobs')
        .send({ name: '', plan: { format: 'x' } }),
      api().post('/api/jobs').set('content-type', 'application/json').send('{broken'),
      api().post(`/api/jobs/${job.id}/changes`).send({ base: 'x' }),
      api()
        .post(`/api/jobs/${job.id}/changes`)
        .send({
          id: 'q',
          base: 0,
          client: 'c',
          name: 'n',
          patches: [{ op: 'add', path: ['walls', 'w1'], value: { from: 'a', to: 'b' } }],
          inverse: [],
        }),
      api().get('/api/nothing'),
      api().get('/api/jobs/%E0%A4%A'),
      api()
        .post('/api/jobs')
        .send({
          name: 'x'.repeat(300),
          plan: { ...emptyPlan(), boxes: { b1: { on: { wall: 'zz', at: 1 } } } },
        }),
    ]);
    expect(answers.map((a) => a.status)).toEqual([400, 400, 400, 422, 404, 400, 400]);
    for (const a of answers) {
      expect(a.type).toBe('application/problem+json');
      expect(a.text).not.toMatch(/\bat .*\.(ts|js):\d/);
    }
    expect(JSON.stringify(answers[0]!.body.problems)).toContain('name');
    expect(JSON.stringify(answers[3]!.body.problems)).toContain('walls.w1.from');
  });
});

describe('files of other programs', () => {
  const send = (file: string, body: Buffer | string, more = '') =>
    api().post(`/api/import?file=${file}${more}`).set('content-type', 'application/octet-stream').send(body);

  test('a drawing comes back as a plan with its doubts; its unit can be said', async () => {
    const drawing = readFileSync('node_modules/dxf/test/resources/floorplan.dxf');
    const read = await send('house.dxf', drawing);
    expect(read.body).toMatchObject({
      counts: { doors: 19, windows: 8 },
      scale: { unit: 'inches', doubtful: true },
    });
    expect(importSchema.parse(read.body).layers!.filter((l) => l.walls)).toHaveLength(1);
    const said = await send('house.dxf', drawing, '&unit=inches');
    expect(said.body.scale).toMatchObject({ doubtful: false });
  });

  test('a plan file, a room list; what cannot be read says why', async () => {
    expect((await send('a.json', JSON.stringify(emptyPlan('Kept')))).body.plan.job.name).toBe('Kept');
    expect((await send('a.csv', 'name,length,width\nDen,12,10')).body.problems).toMatchObject([
      { path: 'line 2 (Den), width', message: 'must be at least a foot' },
    ]);
    const rooms = await send(
      'a.csv',
      "name,length,width,height\nDen,12',10',8'1\"\nBath,8',5',8'1\"\nHall,20',4',7'",
    );
    expect(rooms.body).toMatchObject({ counts: { rooms: 3 }, doubts: [{ about: 'Hall' }] });
    expect(rooms.body.plan.levels.L1.ceiling).toBe(97);
    for (const [file, body, status] of [
      ['a.dxf', 'x', 422],
      ['a.ifc', 'x', 422],
      ['a.doc', 'x', 400],
      ['a.json', '{', 422],
    ] as const) {
      expect([file, (await send(file, body)).status]).toEqual([file, status]);
    }
  });
});

test('who asks for lines hears the steps of a file, then its report or what is wrong with it', async () => {
  const lines = async (file: string, body: string) => {
    const sent = api().post(`/api/import?file=${file}`).set('accept', 'application/x-ndjson');
    const answer = await sent.set('content-type', 'application/octet-stream').buffer(true).send(body);
    const text = answer.text ?? String(answer.body);
    return text
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as Record<string, unknown>);
  };
  const read = await lines('a.csv', "name,length,width\nDen,12',10'");
  expect(read[0]).toEqual({ step: 'reading' });
  expect(read.at(-1)).toMatchObject({ report: { counts: { rooms: 1 } } });
  expect((await lines('a.ifc', 'x')).at(-1)).toMatchObject({ problem: { code: 'bad-plan' } });
});

test('every described operation exists', async () => {
  const described = (await api().get('/api/openapi.json')).body as { paths: object };
  expect(Object.keys(described.paths)).toEqual([...new Set(operations.map(({ path }) => path))]);
  for (const op of operations.filter((o) => !o.path.endsWith('/events'))) {
    const answer = await api()
      [op.method](op.path.replace(/\{\w+\}/g, 'none'))
      .send({});
    expect(`${op.path} ${(answer.body as { detail?: string }).detail ?? ''}`).not.toMatch(
      /There is no (GET|POST|DELETE)/,
    );
    expect(answer.status).toBeLessThan(500);
  }
});

/** Whoever asks here does so on the thread that answers: what it would take to read the answer is not the server’s. */
const unread = (answer: object, done: (error: null, body: null) => void): void => {
  (answer as NodeJS.ReadableStream).resume().on('end', () => done(null, null));
};

test('no question of any kind keeps the others waiting', async () => {
  const { id } = await newJob(study());
  const most = 8;
  for (const op of operations.filter((o) => o.method === 'get' && !o.path.endsWith('/events'))) {
    const path = op.path.replace('{job}', id).replace(/\{\w+\}/g, 'none');
    const rounds: number[] = [];
    // The machine may stand still in one of them.
    for (let round = 0; round < 3 && !(Math.min(...rounds) < 100); round++) {
      const asked = Array.from({ length: most }, () => api().get(path).buffer(true).parse(unread));
      rounds.push((await stalled(Promise.all(asked))).stall);
    }
    expect(Math.min(...rounds), `${most} × ${op.path} at once`).toBeLessThan(100);
  }
});
