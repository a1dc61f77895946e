import { once } from 'node:events';
import { createServer, get, type IncomingMessage } from 'node:http';
import type { AddressInfo } from 'node:net';
import { beforeEach, expect, test } from 'vitest';
import { gridHouse } from '@fieldchalk/core/bench';
import { marksStanding, type MarkRecord } from '@fieldchalk/contracts';
import { operations } from '../operations.ts';
import { testPostgres } from '../testing/database.ts';
import { stalled } from '../testing/stall.ts';
import { TestServer } from '../testing/server.ts';

/** A company after years: what it has asked of the server, one thing after another, keeps nobody else waiting. */
const server = new TestServer();
const counts = { revisions: 20_000, marks: 20_000, late_marks: 2000, audit: 5000, jobs: 150 };
let job = '';

const many = <T>(count: number, of: (n: number) => T): T[] => Array.from({ length: count }, (_, n) => of(n));
const patches = JSON.stringify([{ op: 'replace', path: ['boxes', 'b1', 'reason'], value: 'by the stove' }]);
const large = JSON.stringify(gridHouse(6, 5));
const markOf = (n: number) => ({
  ...{ job, id: `m${n}`, kind: 'box', about: `b${n % 700}`, done: n % 3 > 0, by: 'Crew' },
  ...{ device: `phone ${n % 5}`, number: n, made_at: n, at: n },
});

beforeEach(async () => {
  job = (await server.newJob(gridHouse(6, 5))).id;
  const { company } = server;
  const rows = {
    revisions: many(counts.revisions, (n) => ({
      ...{ job, revision: n + 1, change: `x${n}`, name: 'moveBox', client: 'w', made_by: 'me' },
      ...{ patches, inverse: patches, at: n },
    })),
    marks: many(counts.marks, markOf),
    late_marks: many(counts.late_marks, (n) => ({ ...markOf(n), id: `late${n}`, label: 'Late' })),
    audit: many(counts.audit, (n) => ({
      ...{ company, at: n, who: 'me', name: 'Me', what: 'let a phone in', job, about: `phone ${n}` },
    })),
    jobs: many(counts.jobs, (n) => ({
      ...{ id: `job${n}`, company, name: `Job ${n}`, revision: 0, plan_at: 0, changed_at: n },
      plan: large,
    })),
  };
  for (const [table, all] of Object.entries(rows)) await server.db.batchInsert(table, all, 500);
  await server
    .db('jobs')
    .where({ id: job })
    .update({ revision: counts.revisions, plan_at: counts.revisions });
}, 120_000);

// A data file is read by the thread that answers.
test.skipIf(testPostgres !== undefined)(
  'no question about it keeps others waiting',
  async () => {
    for (const op of operations.filter((o) => o.method === 'get' && !o.path.endsWith('/events'))) {
      const path = op.path.replace('{job}', job).replace(/\{\w+\}/g, 'none');
      const rounds: number[] = [];
      // The machine may stand still in one of them.
      for (let round = 0; round < 3 && !(Math.min(...rounds) < 150); round++)
        rounds.push((await stalled(server.api.get(path))).stall);
      expect(Math.min(...rounds), op.path).toBeLessThan(150);
    }
  },
  120_000,
);

test('all that the crew ticked is told, or what stands of it', async () => {
  const marks = async (query = '') =>
    (await server.api.get(`/api/jobs/${job}/marks${query}`)).body as MarkRecord[];
  const [all, standing] = [await marks(), await marks('?marks=standing')];
  expect(all.map(({ id }) => id)).toEqual(many(counts.marks, (n) => `m${n}`));
  expect(standing).toHaveLength(700);
  expect(marksStanding(standing)).toEqual(marksStanding(all));
});

test('all comes out of it, and no faster than it is read', async () => {
  const { companies } = server.app.services;
  const exported = companies.exported.bind(companies);
  let made = 0;
  companies.exported = async function* (company) {
    for await (const part of exported(company)) {
      made += part.length;
      yield part;
    }
  };
  const http = createServer(server.app.express).listen(0, '127.0.0.1');
  try {
    await once(http, 'listening');
    const { port } = http.address() as AddressInfo;
    const { secret } = await server.person('owner');
    const asked = get(`http://127.0.0.1:${port}/api/company/export`, {
      headers: { cookie: `fieldchalk=${secret}` },
    });
    const [answer] = (await once(asked, 'response')) as [IncomingMessage];
    // Nobody reads yet: little more is made ready than the connection holds.
    await new Promise((later) => setTimeout(later, 1500));
    const ahead = made;
    const parts: Buffer[] = [];
    for await (const part of answer) parts.push(part as Buffer);
    const whole = JSON.parse(Buffer.concat(parts).toString()) as Record<string, Record<string, unknown>[]>;
    expect(ahead).toBeLessThan(made / 2);
    const length = (table: string) => whole[table]?.length;
    expect(Object.keys(counts).map((t) => [t, length(t)])).toEqual([
      ['revisions', counts.revisions],
      ['marks', counts.marks],
      ['late_marks', counts.late_marks],
      ['audit', counts.audit + 2],
      ['jobs', counts.jobs + 1],
    ]);
    expect(new Set(whole['revisions']?.map((r) => r['revision'])).size).toBe(counts.revisions);
  } finally {
    http.closeAllConnections();
    http.close();
  }
}, 120_000);

test('as many late ticks as are kept are taken at once, and it goes whole; others are answered meanwhile', async () => {
  const late = (await server.api.get(`/api/jobs/${job}/late-marks`)).body as MarkRecord[];
  const take = late.map((m) => m.sequence);
  const asked = server.api.post(`/api/jobs/${job}/late-marks`).send({ take, drop: [] });
  const taken = await stalled(asked);
  expect(taken.done.body).toHaveLength(counts.late_marks);
  expect(taken.stall).toBeLessThan(250);
  const other = await server.person('owner', await server.newCompany('Other company'));
  await other.asks.post('/api/jobs').send({ name: 'Their job' });
  const { stall, done } = await stalled(
    server.api.post('/api/company/removal').send({ name: 'Own company' }),
  );
  expect(done.status).toBe(204);
  expect(stall).toBeLessThan(250);
  const left = await Promise.all(['revisions', 'marks', 'late_marks', 'given'].map((t) => server.db(t)));
  expect(left).toEqual([[], [], [], []]);
  expect(await server.db('jobs').select('name')).toEqual([{ name: 'Their job' }]);
  expect(await server.db('audit').where({ company: server.company })).toEqual([]);
}, 120_000);
