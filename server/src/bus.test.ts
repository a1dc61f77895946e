import { spawn, type ChildProcess } from 'node:child_process';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import pino from 'pino';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import type { Job, StoredChange } from '@fieldchalk/contracts';
import { serverArgs } from '../../tools/serverArgs.mjs';
import { type App } from './app.ts';
import { PostgresBus } from './bus.ts';
import { testPostgres } from './testing/database.ts';
import { changeOf, TestServer } from './testing/server.ts';

const server = new TestServer();
const log = pino({ level: 'silent' });
const begun: (() => Promise<unknown> | void)[] = [];
afterEach(async () => {
  for (const end of begun.splice(0).reverse()) await end();
});

/** A listener of a job at a server, with what it has heard. */
async function ear(address: string, job: string, cookie: string) {
  const abort = new AbortController();
  begun.push(() => abort.abort());
  const response = await fetch(`${address}/api/jobs/${job}/events`, {
    headers: { cookie },
    signal: abort.signal,
  });
  const heard: string[] = [];
  const ended = (async () => {
    for await (const part of response.body ?? []) heard.push(new TextDecoder().decode(part as Uint8Array));
  })().catch(() => undefined);
  return { heard: () => heard.join(''), ended };
}

describe.skipIf(testPostgres === undefined)('servers on one PostgreSQL', () => {
  /** Two servers, each with its own line to the others. */
  async function two(): Promise<{ apps: App[]; addresses: string[]; lines: PostgresBus[] }> {
    const apps = [server.app, server.another()];
    const lines: PostgresBus[] = [];
    const addresses: string[] = [];
    for (const app of apps) {
      const line = await PostgresBus.open(server.db, server.url, app.services.hearing, log);
      app.live.bus = line;
      lines.push(line);
      const http: Server = createServer(app.express).listen(0, '127.0.0.1');
      await new Promise((up) => http.on('listening', up));
      addresses.push(`http://127.0.0.1:${(http.address() as AddressInfo).port}`);
      begun.push(async () => {
        app.live.close();
        http.closeAllConnections();
        http.close();
        await line.close();
      });
    }
    return { apps, addresses, lines };
  }

  test('tell one another what was changed, also what is long, within a second', async () => {
    const { addresses } = await two();
    const [, other = ''] = addresses;
    const { secret, asks } = await server.person('lead');
    const job = await server.newJob(study());
    const { heard } = await ear(other, job.id, `fieldchalk=${secret}`);
    const from = performance.now();
    await asks
      .post(`/api/jobs/${job.id}/changes`)
      .send(changeOf(job.plan, ['moveBox', { box: 'b1', at: 60 }]));
    await vi.waitFor(() => expect(heard()).toContain('"name":"moveBox"'), { timeout: 1000, interval: 10 });
    expect(performance.now() - from).toBeLessThan(1000);
    // The first is not told to its own listeners twice, and a long one comes whole.
    const path = ['boxes', 'b1', 'reason'];
    const long = 'x'.repeat(900);
    for (let i = 0; i < 12; i++) {
      const patches = [{ op: 'replace', path, value: `${i}${long}` }];
      const inverse = [{ op: 'replace', path, value: i === 0 ? '' : `${i - 1}${long}` }];
      await asks
        .post(`/api/jobs/${job.id}/changes`)
        .send({ id: `y${i}`, base: i + 1, client: 'w', name: 'setBox', patches, inverse });
    }
    server.app.live.tell(job.id, 'change', { id: 'long', text: long.repeat(30) });
    await vi.waitFor(() => expect(heard()).toContain(`"text":"${long.repeat(30)}"`), { timeout: 2000 });
    expect(heard().match(/"id":"y\d+"/g)).toHaveLength(12);
  });

  test('judge changes as one would: of ten who write the same at one moment, at both, one is taken', async () => {
    const { apps } = await two();
    const job = await server.newJob(study());
    const answers = await Promise.allSettled(
      Array.from({ length: 10 }, (_, i) =>
        apps[i % 2]!.services.changes.change(
          job.id,
          changeOf(job.plan, ['moveBox', { box: 'b1', at: 60 + i }], { id: `x${i}`, client: `w${i}` }),
        ),
      ),
    );
    expect(answers.filter((a) => a.status === 'fulfilled')).toHaveLength(1);
    expect(
      answers.flatMap((a) => (a.status === 'rejected' ? [(a.reason as { code: string }).code] : [])),
    ).toEqual(Array(9).fill('conflict'));
    const boxes = Object.keys(job.plan.boxes);
    const apart = await Promise.all(
      boxes.map((box, i) =>
        apps[i % 2]!.services.changes.change(job.id, {
          ...changeOf(job.plan, ['setBox', { box, changes: { reason: `by ${i}` } }]),
          id: `z${i}`,
          client: `w${i}`,
        }),
      ),
    );
    const revisions = apart.map((a: StoredChange) => a.revision).sort((a, b) => a - b);
    expect(revisions).toEqual(boxes.map((_, i) => i + 2));
    const seen = await Promise.all(apps.map((app) => app.services.jobs.get(job.id)));
    expect(seen[0]!.plan).toEqual(seen[1]!.plan);
    expect(Object.values(seen[0]!.plan.boxes).map((b) => b.reason)).toEqual(boxes.map((_, i) => `by ${i}`));
  });

  test('end access everywhere at once', async () => {
    const { addresses } = await two();
    const [, other = ''] = addresses;
    const { secret, id } = await server.person('lead');
    const job = await server.newJob(study());
    const { ended } = await ear(other, job.id, `fieldchalk=${secret}`);
    const read = () => fetch(`${other}/api/jobs/${job.id}`, { headers: { cookie: `fieldchalk=${secret}` } });
    expect((await read()).status).toBe(200);
    expect((await server.api.delete(`/api/people/${id}`)).status).toBe(204);
    await ended;
    expect((await read()).status).toBe(401);
  });

  test('whose line was cut have their windows come back and catch up, and hear again', async () => {
    const { addresses } = await two();
    const [, other = ''] = addresses;
    const { secret } = await server.person('lead');
    const job = await server.newJob(study());
    const before = await ear(other, job.id, `fieldchalk=${secret}`);
    await server.db.raw(
      "select pg_terminate_backend(pid) from pg_stat_activity where application_name = 'fieldchalk listens'",
    );
    await before.ended;
    const after = await ear(other, job.id, `fieldchalk=${secret}`);
    await vi.waitFor(
      () => {
        server.app.live.tell(job.id, 'measurement', { metres: 2 });
        expect(after.heard()).toContain('"metres":2');
      },
      { timeout: 5000, interval: 100 },
    );
  });

  test('are processes of their own: what is changed at one is heard at the other, and one that is killed takes nothing along', async () => {
    const start = async (): Promise<{ child: ChildProcess; address: string }> => {
      const child = spawn(process.execPath, [...serverArgs], {
        env: {
          ...process.env,
          PORT: '0',
          HOST: '127.0.0.1',
          FIELDCHALK_DATABASE: server.url,
          FIELDCHALK_DEMO: '1',
          FIELDCHALK_LOG: 'silent',
        },
      });
      begun.push(() => void child.kill('SIGKILL'));
      const address = await new Promise<string>((up, fail) => {
        let said = '';
        child.stderr.on('data', (text: Buffer) => (said += String(text)));
        child.stdout.on('data', (text: Buffer) => {
          const found = /http:\/\/[\d.:]+/.exec(String(text));
          if (found) up(found[0]);
        });
        child.on('exit', (code) => fail(new Error(`server ended with ${code}: ${said}`)));
      });
      return { child, address };
    };
    const [one, other] = await Promise.all([start(), start()]);
    const jobs = (await (await fetch(`${one.address}/api/jobs`)).json()) as Job[];
    const job = (await (await fetch(`${one.address}/api/jobs/${jobs[0]!.id}`)).json()) as Job;
    const { heard } = await ear(other.address, job.id, '');
    const send = (address: string, i: number, at: number, base: number, plan: Job['plan']) =>
      fetch(`${address}/api/jobs/${job.id}/changes`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(changeOf(plan, ['renameJob', { name: `Name ${at}` }], { id: `x${i}`, base })),
      });
    expect((await send(one.address, 1, 1, 0, job.plan)).status).toBe(200);
    await vi.waitFor(() => expect(heard()).toContain('Name 1'), { timeout: 1000, interval: 10 });
    one.child.kill('SIGKILL');
    const left = (await (await fetch(`${other.address}/api/jobs/${job.id}`)).json()) as Job;
    expect([left.revision, left.name]).toEqual([1, 'Name 1']);
    expect((await send(other.address, 2, 2, 1, left.plan)).status).toBe(200);
  }, 120_000);
});
