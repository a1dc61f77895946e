import { describe, expect, test } from 'vitest';
import { marlStreet, study } from '@fieldchalk/core/demo';
import { jobCardSchema, type JobCardShown, type ListedJob } from '@fieldchalk/contracts';
import { TestServer } from './testing/server.ts';

const server = new TestServer();
const card = async (job: string) => {
  const answer = await server.api.get(`/api/jobs/${job}/card`);
  return jobCardSchema.parse(answer.body) as JobCardShown;
};
const mark = (about: string, done: boolean, number: number) => ({
  id: `m${number}`,
  kind: 'box',
  about,
  done,
  by: 'Hazel',
  number,
  madeAt: number,
});

describe('a job as a card', () => {
  test('has its drawing and what there is to do, and says what of it the crew has done', async () => {
    const job = await server.newJob(study());
    const before = await card(job.id);
    expect(before.drawing?.walls.length).toBeGreaterThan(3);
    expect(before.state.box.of).toBeGreaterThan(3);
    expect(before).toMatchObject({ revision: 0, ticked: null, state: { box: { done: 0 } } });
    const [first, second] = Object.keys(job.plan.boxes) as [string, string];
    // One ticked, one ticked and taken back, and one that is of no box of the plan.
    const marks = [
      mark(first, true, 1),
      mark(second, true, 2),
      mark(second, false, 3),
      mark('b999', true, 4),
    ];
    await server.api.post(`/api/crew/${job.id}/marks`).send({ device: 'd1', marks });
    expect(await card(job.id)).toMatchObject({
      ticked: { by: 'Hazel', at: 1000 },
      state: { box: { done: 1, of: before.state.box.of } },
    });
  });

  test('is another after a change', async () => {
    const job = await server.newJob(study());
    expect((await card(job.id)).state.box.of).toBeGreaterThan(3);
    await server.send(job.id, {
      id: 'x1',
      base: 0,
      client: 'w',
      name: 'rename',
      patches: [{ op: 'replace', path: ['job', 'name'], value: 'Other' }],
      inverse: [{ op: 'replace', path: ['job', 'name'], value: 'Test job' }],
    });
    expect(await card(job.id)).toMatchObject({ revision: 1 });
  });
});

describe('what is said of a job', () => {
  test('is set without opening it, is listed, and goes to open windows as a change', async () => {
    const { id } = await server.newJob();
    const about = {
      name: 'Quarry Road',
      address: '12 Quarry Road',
      customer: 'The Alders',
      ends: '2027-04-16',
    };
    expect((await server.api.post(`/api/jobs/${id}/about`).send(about)).status).toBe(204);
    const [listed] = (await server.api.get('/api/jobs')).body as ListedJob[];
    expect(listed).toMatchObject({
      id,
      name: 'Quarry Road',
      revision: 1,
      by: 'A owner',
      about: {
        kind: 'addition',
        address: '12 Quarry Road',
        customer: 'The Alders',
        starts: '',
        ends: '2027-04-16',
      },
    });
    expect(listed?.about).not.toHaveProperty('name');
    expect((await server.planOf(id)).job).toMatchObject(about);
    const changes = (await server.api.get(`/api/jobs/${id}/changes?since=0`)).body;
    expect(changes).toMatchObject([{ name: 'describeJob', revision: 1 }]);
    // The same again changes nothing.
    await server.api.post(`/api/jobs/${id}/about`).send(about);
    expect((await server.api.get('/api/jobs')).body[0]).toMatchObject({ revision: 1 });
  });

  test('is refused by its field', async () => {
    const { id } = await server.newJob();
    const send = (body: object) => server.api.post(`/api/jobs/${id}/about`).send(body);
    expect((await send({ starts: 'soon' })).body).toMatchObject({
      problems: [{ path: 'starts', message: 'must be a day, like 2027-03-01' }],
    });
    expect((await send({ starts: '2027-03-01', ends: '2027-02-01' })).body).toMatchObject({
      problems: [{ path: 'ends' }],
    });
    expect((await server.api.get('/api/jobs')).body[0]).toMatchObject({ revision: 0, by: null });
  });
});

test('a copy has the plan and the name it was given, and nothing ticked', async () => {
  const job = await server.newJob(marlStreet(), 'Marl Street');
  const box = Object.keys(job.plan.boxes)[0] ?? '';
  await server.api.post(`/api/crew/${job.id}/marks`).send({ device: 'd1', marks: [mark(box, true, 1)] });
  const answer = await server.api.post(`/api/jobs/${job.id}/copies`).send({ name: 'Marl Street, mirrored' });
  expect(answer.status).toBe(201);
  const copy = answer.body as { id: string };
  expect(await server.planOf(copy.id)).toEqual({
    ...job.plan,
    job: { ...job.plan.job, name: 'Marl Street, mirrored' },
  });
  expect((await server.api.get(`/api/jobs/${copy.id}/marks`)).body).toEqual([]);
  expect((await server.api.post(`/api/jobs/${job.id}/copies`).send({ name: ' ' })).status).toBe(400);
});

test('a job that is archived is listed as such and opens as before, until it is brought back', async () => {
  const { id } = await server.newJob(study());
  const isArchived = async () => ((await server.api.get('/api/jobs')).body as ListedJob[])[0]?.isArchived;
  expect(await isArchived()).toBe(false);
  await server.api.post(`/api/jobs/${id}/archived`).send({ isArchived: true });
  expect(await isArchived()).toBe(true);
  expect((await server.api.get(`/api/jobs/${id}`)).status).toBe(200);
  await server.api.post(`/api/jobs/${id}/archived`).send({ isArchived: false });
  expect(await isArchived()).toBe(false);
});

test('the example job is there for whoever asks for it', async () => {
  const answer = await server.api.post('/api/example-jobs').send({});
  expect(answer.status).toBe(201);
  expect(await server.planOf((answer.body as { id: string }).id)).toEqual(marlStreet());
});

test('the list of a crew member’s jobs says where they are', async () => {
  const { id } = await server.newJob(study());
  await server.api.post(`/api/jobs/${id}/about`).send({ address: '12 Quarry Road' });
  const { asks } = await server.phone(id);
  expect((await asks.get('/api/jobs')).body).toMatchObject([{ id, about: { address: '12 Quarry Road' } }]);
  expect((await asks.get(`/api/jobs/${id}/card`)).status).toBe(403);
});
