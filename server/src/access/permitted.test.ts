import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { format, resolveConfig } from 'prettier';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import {
  events,
  type Given,
  type LiveEvent,
  permissionsPage,
  reachOf,
  type Role,
  roles,
} from '@fieldchalk/contracts';
import { rulesOf } from '../live.ts';
import { operations, type Operation } from '../operations.ts';
import { type Asker, TestServer } from '../testing/server.ts';

const server = new TestServer();

/** Somebody who asks: their role, or that of the phone; how the own company’s job stands for them. */
interface Someone {
  readonly name: string;
  readonly asks: Asker;
  readonly cookie: string;
  readonly kind: 'nobody' | 'person' | 'phone';
  readonly role: Role | null;
  readonly job: 'all' | 'given' | 'ended' | 'none';
}

/** Everybody there can be, at a job of the own company; and a job of another company. */
async function everybody(): Promise<{ job: string; other: string; all: Someone[] }> {
  const { id: job } = await server.newJob(study());
  const elsewhere = await server.newCompany('Other company');
  const stranger = await server.person('owner', elsewhere);
  const other = (await stranger.asks.post('/api/jobs').send({ name: 'Theirs' })).body.id as string;
  const all: Someone[] = [
    { name: 'nobody', asks: server.anyone, cookie: '', kind: 'nobody', role: null, job: 'none' },
    {
      name: 'another company’s owner',
      asks: stranger.asks,
      cookie: `fieldchalk=${stranger.secret}`,
      kind: 'person',
      role: 'owner',
      job: 'none',
    },
  ];
  for (const role of roles) {
    const { id, asks, secret } = await server.person(role);
    const sees = role === 'owner' || role === 'lead';
    if (!sees) {
      const idle = await server.person(role);
      all.push({
        name: `${role} without a job`,
        asks: idle.asks,
        cookie: '',
        kind: 'person',
        role,
        job: 'none',
      });
      await server.api.post(`/api/jobs/${job}/people`).send({ person: id });
    }
    all.push({
      name: role,
      asks,
      cookie: `fieldchalk=${secret}`,
      kind: 'person',
      role,
      job: sees ? 'all' : 'given',
    });
  }
  const { id: second } = await server.newJob();
  for (const role of ['crew', 'guest'] as const) {
    const given = await server.phone(job, role);
    all.push({ name: `phone as ${role}`, ...given, kind: 'phone', role, job: 'given' });
    const idle = await server.phone(second, role);
    all.push({ name: `phone as ${role} of another job`, ...idle, kind: 'phone', role, job: 'none' });
    const ended = await server.phone(job, role, 'ended');
    const list = (await server.api.get(`/api/jobs/${job}/phones`)).body as { given: Given[] };
    const { id } = list.given.find((g) => g.label === 'ended')!;
    await server.api.delete(`/api/jobs/${job}/phones/${id}`);
    all.push({ name: `phone as ${role} no more`, ...ended, kind: 'phone', role, job: 'ended' });
  }
  return { job, other, all };
}

type Verdict = 'sign in' | 'not allowed' | 'not there' | 'ended' | 'allowed';

/** What the table says, worked out apart from the guard. */
function expected(
  { action, takesLate, path }: Operation,
  one: Someone,
  which: 'own' | 'other' | 'unknown',
): Verdict {
  if (action === 'anyone') return 'allowed';
  if (one.role === null) return 'sign in';
  const reach = reachOf(one.role, action);
  if (!path.includes('{job}')) {
    if (one.kind === 'phone') return reach === 'given' ? 'allowed' : 'sign in';
    return reach === 'no' ? 'not allowed' : 'allowed';
  }
  const isTheirs = one.name === 'another company’s owner';
  const stands =
    which === 'unknown' ? 'none' : (which === 'other') === isTheirs ? (isTheirs ? 'all' : one.job) : 'none';
  if (stands === 'none') return 'not there';
  if (reach === 'no') return 'not allowed';
  return stands === 'ended' && !takesLate ? 'ended' : 'allowed';
}

async function asked({ method, path }: Operation, one: Someone, job: string): Promise<[Verdict, number]> {
  const full = path.replace('{job}', job).replace(/\{\w+\}/g, 'none');
  const { status, body } = await one.asks[method](full).send({}).timeout(20_000);
  const { code, detail } = body as { code?: string; detail?: string };
  if (code === 'not-signed-in') return ['sign in', status];
  if (code === 'not-allowed') return ['not allowed', status];
  if (code === 'share-ended') return ['ended', status];
  if (status === 404 && detail === `There is no job “${job}”.`) return ['not there', status];
  expect([path, status < 500]).toEqual([path, true]);
  return ['allowed', status];
}

const isStream = ({ path }: Operation) => path.endsWith('/events');

/** Reading changes nothing, so all of it can be asked of the same people; what writes has everybody anew for each. */
const reads = operations.filter((o) => o.method === 'get');
const asks = [
  ['all that reads', reads] as const,
  ...operations.filter((o) => o.method !== 'get').map((o) => [`${o.method} ${o.path}`, [o]] as const),
];

test.each(asks)(
  '%s: only for whom the table allows it, in their own company',
  async (_name, list) => {
    let { job, other, all } = await everybody();
    for (const operation of list)
      for (let i = 0; i < all.length; i++) {
        for (const which of ['own', 'other', 'unknown'] as const) {
          if (which !== 'own' && !operation.path.includes('{job}')) continue;
          const one = all[i] as Someone;
          const says = expected(operation, one, which);
          // Streams that open do not end; the next test has them.
          if (says === 'allowed' && isStream(operation)) continue;
          const id = which === 'own' ? job : which === 'other' ? other : 'no-such-job';
          const told = [operation.path, one.name, which];
          const [verdict, status] = await asked(operation, one, id);
          expect([...told, verdict]).toEqual([...told, says]);
          // What was allowed may have taken something away for those after.
          if (operation.method === 'delete' && status === 204) ({ job, other, all } = await everybody());
        }
      }
  },
  60_000,
);

describe('live events', () => {
  let http: Server | null = null;
  afterEach(() => {
    http?.closeAllConnections();
    http?.close();
    http = null;
  });

  test('each is heard only by those the table lets hear it, and by nobody of another job or company', async () => {
    const { job, other, all } = await everybody();
    const up = createServer(server.app.express).listen(0, '127.0.0.1');
    http = up;
    await new Promise((done) => up.on('listening', done));
    const { port } = up.address() as AddressInfo;
    const abort = new AbortController();
    const ears: { one: Someone; path: string; heard: string[] }[] = [];
    for (const one of all)
      for (const path of [
        `/api/jobs/${job}/events`,
        `/api/crew/${job}/events`,
        `/api/jobs/${other}/events`,
        '/api/rules/events',
      ]) {
        const response = await fetch(`http://127.0.0.1:${port}${path}`, {
          headers: { cookie: one.cookie },
          signal: abort.signal,
        });
        const heard: string[] = [];
        ears.push({ one, path, heard });
        if (!response.ok) continue;
        void (async () => {
          for await (const part of response.body ?? [])
            heard.push(new TextDecoder().decode(part as Uint8Array));
        })().catch(() => undefined);
      }
    const names = Object.keys(events) as LiveEvent[];
    for (const event of names) server.app.live.tell(job, event, { said: event });
    server.app.live.tell(other, 'change', { said: 'theirs' });
    server.app.live.tell(rulesOf(server.company), 'rules', { said: 'house' });
    const said = ({ heard }: { heard: string[] }) =>
      [...heard.join('').matchAll(/"said":"(\w+)"/g)].map(([, event]) => event);
    const may = ({ one, path }: { one: Someone; path: string }) => {
      const { role, kind } = one;
      if (path.includes('rules'))
        return kind === 'person' &&
          !one.name.startsWith('another') &&
          role &&
          reachOf(role, 'rules.read') !== 'no'
          ? ['house']
          : [];
      if (path.includes(other)) return one.name === 'another company’s owner' ? ['theirs'] : [];
      const action = path.includes('/crew/') ? 'job.view' : 'job.read';
      const isIn =
        (one.job === 'all' || one.job === 'given') && one.role && reachOf(one.role, action) !== 'no';
      return isIn ? names.filter((event) => one.role && reachOf(one.role, events[event]) !== 'no') : [];
    };
    await vi.waitFor(() =>
      expect(ears.map((e) => [e.one.name, e.path, said(e)])).toEqual(
        ears.map((e) => [e.one.name, e.path, may(e)]),
      ),
    );
    expect(ears.filter((e) => said(e).length > 0).length).toBeGreaterThan(7);
    abort.abort();
  });
});

test('the page that shows the table is the table', async () => {
  const page = 'docs/permissions.md';
  const shown = await format(permissionsPage(), { ...(await resolveConfig(page)), parser: 'markdown' });
  expect(readFileSync(page, 'utf8')).toBe(shown);
});
