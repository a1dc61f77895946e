import { mkdtempSync, rmSync } from 'node:fs';
import { spawn } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { Plan } from '@fieldchalk/core';
import { marlStreet } from '@fieldchalk/core/demo';
import type { Job, StoredChange } from '@fieldchalk/contracts';
import { gridHouse, wired } from '@fieldchalk/core/bench';

/**
 * What a server takes that runs as it is built (`npm run bench:server`). Writers save changes of their own boxes as fast as
 * they are answered, each on what it has last heard, with 200 listeners at the job; then jobs are opened and ticks sent. Everything beside what one writer alone
 * does in the same run.
 */
const seconds = 5;
const listeners = 200;

const folder = mkdtempSync(join(tmpdir(), 'fieldchalk-load-'));
const child = spawn(process.execPath, ['server/dist/start.js'], {
  env: {
    ...process.env,
    PORT: '0',
    HOST: '127.0.0.1',
    FIELDCHALK_DATA: join(folder, 'load.sqlite'),
    FIELDCHALK_LOG: 'silent',
    FIELDCHALK_DEMO: '1',
    // All writers are one person here.
    FIELDCHALK_REQUESTS: '1000000',
  },
});
const base = await new Promise<string>((up) =>
  child.stdout.on('data', (text: Buffer) => {
    const found = /http:\/\/[\d.:]+/.exec(String(text));
    if (found) up(found[0]);
  }),
);

/** Signed in as people are: each request asks who it is, and whether they may. */
const signedIn = await fetch(`${base}/api/session/demo`, { method: 'POST' });
const cookie = signedIn.headers.getSetCookie()[0]?.split(';')[0] ?? '';

async function ask<T>(method: string, path: string, body?: unknown): Promise<T> {
  const response = await fetch(`${base}/api${path}`, {
    method,
    headers: { 'content-type': 'application/json', cookie },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  if (!response.ok) throw new Error(`${response.status} ${await response.text()}`);
  return (await response.json()) as T;
}

/** Saves a second of so many writers at one job, none refused. */
async function saves(plan: Plan, writers: number): Promise<number> {
  const { id } = await ask<Job>('POST', '/jobs', { name: `Load ${writers}`, plan });
  const boxes = Object.keys(plan.boxes).slice(0, writers);
  let revision = 0;
  let count = 0;
  const until = performance.now() + seconds * 1000;
  await Promise.all(
    boxes.map(async (box, w) => {
      const path = ['boxes', box, 'reason'];
      const saying = (value: unknown) => [{ op: 'replace', path, value }];
      let note: unknown = plan.boxes[box]?.reason;
      for (let n = 0; performance.now() < until; n++) {
        const [inverse, patches] = [saying(note), saying((note = `note ${n}`))];
        const own = { id: `c${n}`, client: `w${w}`, name: 'setBox', patches, inverse };
        const sent = { ...own, base: revision };
        const stored = await ask<StoredChange>('POST', `/jobs/${id}/changes`, sent);
        revision = Math.max(revision, stored.revision);
        count++;
      }
    }),
  );
  return count / seconds;
}

async function listening(job: string): Promise<{ heard: () => number; leave: () => void }> {
  const abort = new AbortController();
  let bytes = 0;
  for (let i = 0; i < listeners; i++) {
    const response = await fetch(`${base}/api/jobs/${job}/events`, {
      headers: { cookie },
      signal: abort.signal,
    });
    void (async () => {
      for await (const part of response.body ?? []) bytes += (part as Uint8Array).length;
    })().catch(() => undefined);
  }
  return { heard: () => bytes, leave: () => abort.abort() };
}

async function fastest(times: number, work: () => Promise<unknown>): Promise<number> {
  let best = Infinity;
  for (let i = 0; i < times; i++) {
    const from = performance.now();
    await work();
    best = Math.min(best, performance.now() - from);
  }
  return best;
}

const says = (line: string) => void process.stdout.write(`${line}\n`);
try {
  const house = wired(gridHouse(6, 5));
  const size = JSON.stringify(house);
  says(
    `30 rooms wired: ${Math.round(size.length / 1024)} kB, ${Math.round(gzipSync(size).length / 1024)} compressed`,
  );
  const alone = await saves(house, 1);
  const ten = await saves(house, 10);
  says(
    `saves to one job: ${alone.toFixed(0)} a second by one writer, ${ten.toFixed(0)} by ten: ${(ten / alone).toFixed(2)} ×`,
  );
  const jobs = await ask<Job[]>('GET', '/jobs');
  const job = jobs[0]?.id ?? '';
  const { heard, leave } = await listening(job);
  const opening = await fastest(5, () => ask('GET', `/jobs/${job}`));
  const demo = await ask<Job>('POST', '/jobs', { name: 'Demo', plan: marlStreet() });
  const openingDemo = await fastest(5, () => ask('GET', `/jobs/${demo.id}`));
  says(
    `a job of 30 rooms is read in ${opening.toFixed(0)} ms, the demo in ${openingDemo.toFixed(0)} ms, with ${listeners} listeners at it`,
  );
  let number = 0;
  const tick = () => {
    const mark = { id: `m${++number}`, kind: 'box', about: 'b1', done: true, number, madeAt: number };
    return ask('POST', `/crew/${job}/marks`, { device: 'bench', marks: [mark] });
  };
  const first = await fastest(20, tick);
  for (let i = 0; i < 40; i++) {
    const marks = Array.from({ length: 500 }, () => ({
      id: `m${++number}`,
      kind: 'box',
      about: `b${number % 90}`,
      done: true,
      number,
      madeAt: number,
    }));
    await ask('POST', `/crew/${job}/marks`, { device: 'bench', marks });
  }
  const later = await fastest(20, tick);
  says(
    `a tick takes ${first.toFixed(1)} ms, and ${later.toFixed(1)} at 20,000 ticks: ${(later / first).toFixed(2)} ×; ${(heard() / 1e6).toFixed(1)} MB heard by all`,
  );
  leave();
} finally {
  const ended = new Promise((end) => child.on('exit', end));
  child.kill('SIGTERM');
  await ended;
  rmSync(folder, { recursive: true, force: true });
}
