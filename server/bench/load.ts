import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import autocannon from 'autocannon';
import type { Job } from '@fieldchalk/contracts';
import type { Plan } from '@fieldchalk/core';
import { gridHouse, wired } from '@fieldchalk/core/bench';
import { earlierTree } from '@fieldchalk/core/bench/earlier';
import { ServerProcess } from '../src/testing/serverProcess.ts';

/**
 * What a server takes that runs as it is built (`npm run bench:server`), beside what it took before changes were judged, people signed in and ticks numbered: both
 * in this run, in turn, each on data of its own. From the third line on 200 listeners are at the job. They and autocannon, which fires, share the machine with the server.
 */
const before = 'ea4c423';
const [rounds, seconds, listeners] = [3, 4, 200];
const manyTicks = 20_000;

/** A server under load. */
interface Loaded {
  readonly name: string;
  readonly base: string;
  readonly cookie: string;
  readonly job: string;
  /** Where a phone sends its ticks, and how it says one. */
  readonly ticksAt: string;
  tick(number: number): object;
  /** Has all listeners come. */
  join(): Promise<void>;
  /** Bytes that they have heard. */
  heard(): number;
  end(): Promise<void>;
}

async function listen(url: string, cookie: string): Promise<{ heard: () => number; leave: () => void }> {
  const abort = new AbortController();
  let bytes = 0;
  for (let i = 0; i < listeners; i++) {
    const response = await fetch(url, { headers: { cookie }, signal: abort.signal });
    if (!response.ok) throw new Error(`a listener got ${response.status}`);
    void (async () => {
      for await (const part of response.body ?? []) bytes += (part as Uint8Array).length;
    })().catch(() => undefined);
  }
  return { heard: () => bytes, leave: () => abort.abort() };
}

async function loaded(name: string, root: string, data: string, plan: Plan): Promise<Loaded> {
  const server = new ServerProcess({ FIELDCHALK_DATA: data }, root);
  await server.start();
  const base = server.address;
  const asPerson = name === 'now';
  // Signed in as people are: each request asks who it is, and whether they may.
  const signedIn = asPerson ? await fetch(`${base}/api/session/demo`, { method: 'POST' }) : null;
  const cookie = signedIn?.headers.getSetCookie()[0]?.split(';')[0] ?? '';
  const post = async <T>(path: string, body: unknown): Promise<T> => {
    const headers = { 'content-type': 'application/json', cookie };
    const response = await fetch(`${base}/api${path}`, {
      method: 'POST',
      headers,
      body: JSON.stringify(body),
    });
    if (!response.ok) throw new Error(`${response.status} ${await response.text()}`);
    return (await response.json()) as T;
  };
  const { id: job } = await post<Job>('/jobs', { name: 'Load', plan }).catch(async (error: unknown) => {
    await server.end('SIGKILL');
    throw error;
  });
  const token = asPerson ? job : (await post<{ token: string }>(`/jobs/${job}/shares`, {})).token;
  let ears = { heard: () => 0, leave: () => undefined as void };
  const marked = (n: number) => ({ id: `m${n}`, kind: 'box', about: `b${n % 90}`, done: true });
  return {
    name,
    base,
    cookie,
    job,
    join: async () => {
      ears = await listen(`${base}/api/jobs/${job}/events`, cookie);
    },
    heard: () => ears.heard(),
    ticksAt: `/crew/${token}/marks`,
    tick: (n) =>
      asPerson
        ? { device: 'bench', marks: [{ ...marked(n), number: n, madeAt: n }] }
        : { marks: [marked(n)] },
    end: async () => {
      ears.leave();
      await server.end('SIGKILL');
    },
  };
}

/** What one load came to: answers a second, and how long they took, in milliseconds. */
interface Came {
  readonly each: number;
  readonly median: number;
  readonly slow: number;
}

async function cannon({ base }: Loaded, options: Omit<autocannon.Options, 'url'>): Promise<Came> {
  const result = await autocannon({ ...options, url: base, duration: seconds });
  const others = result.non2xx + result.errors + result.timeouts;
  if (others > 0)
    throw new Error(`${others} of ${result.requests.total} requests were not answered with 2xx`);
  return { each: result['2xx'] / result.duration, median: result.latency.p50, slow: result.latency.p99 };
}

let round = 0;
/** Saves to one job: each writer changes a box of its own, on what it has last heard, none refused. */
async function saves(server: Loaded, writers: number): Promise<Came> {
  round++;
  let next = 0;
  // What was under way when a round ended may have been stored.
  const read = await fetch(`${server.base}/api/jobs/${server.job}`, { headers: { cookie: server.cookie } });
  const { plan } = (await read.json()) as Job;
  const boxes = Object.keys(plan.boxes);
  const writer = (box: string): autocannon.Request => {
    let [n, saw, says]: [number, unknown, string] = [0, plan.boxes[box]?.reason, ''];
    return {
      method: 'POST',
      path: `/api/jobs/${server.job}/changes`,
      headers: { 'content-type': 'application/json', cookie: server.cookie },
      setupRequest: (request) => {
        says = `${box} ${round} ${++n}`;
        const saying = (value: unknown) => [{ op: 'replace', path: ['boxes', box, 'reason'], value }];
        const own = { id: `${box}-${round}-${n}`, client: `w-${box}`, base: 0, name: 'setBox' };
        const change = { ...own, patches: saying(says), inverse: saying(saw) };
        return { ...request, body: JSON.stringify(change) };
      },
      onResponse: (status) => {
        if (status < 300) saw = says;
      },
    };
  };
  return cannon(server, {
    connections: writers,
    setupClient: (client) => client.setRequests([writer(boxes[next++] as string)]),
  });
}

const reads = (server: Loaded) =>
  cannon(server, {
    connections: 10,
    requests: [
      {
        method: 'GET',
        path: `/api/jobs/${server.job}`,
        headers: { cookie: server.cookie, 'accept-encoding': 'gzip' },
      },
    ],
  });

let tickNumber = 0;
const ticks = (server: Loaded) =>
  cannon(server, {
    connections: 1,
    requests: [
      {
        method: 'POST',
        path: `/api${server.ticksAt}`,
        headers: { 'content-type': 'application/json', cookie: server.cookie },
        setupRequest: (request) => ({ ...request, body: JSON.stringify(server.tick(++tickNumber)) }),
      },
    ],
  });

function tickBatch(server: Loaded, count: number): object {
  const all = Array.from({ length: count }, () => server.tick(++tickNumber)) as { marks: object[] }[];
  return { ...all[0], marks: all.flatMap((one) => one.marks) };
}

const says = (line: string) => void process.stdout.write(`${line}\n`);
const middle = (list: readonly Came[]): Came =>
  [...list].sort((a, b) => a.each - b.each)[Math.floor(list.length / 2)] as Came;

/** The same asked of both in turn; the middle round of each is told. */
async function compared(what: string, servers: readonly Loaded[], ask: (server: Loaded) => Promise<Came>) {
  const came = new Map<Loaded, Came[]>(servers.map((s) => [s, []]));
  for (let i = 0; i < rounds; i++) for (const server of servers) came.get(server)?.push(await ask(server));
  const told = servers.map((server) => ({ server, ...middle(came.get(server) ?? []) }));
  const words = told.map(
    ({ server, each, median, slow }) =>
      `${server.name} ${each.toFixed(0)} a second (median ${median} ms, 99 % under ${slow} ms)`,
  );
  const [then, now] = told.length === 2 ? [told[0], told[1]] : [undefined, told[0]];
  says(`${what}: ${words.join(', ')}${then && now ? `: ${(now.each / then.each).toFixed(2)} ×` : ''}`);
}

const folder = mkdtempSync(join(tmpdir(), 'fieldchalk-load-'));
const tree = earlierTree(before);
const servers: Loaded[] = [];
try {
  const plan = wired(gridHouse(6, 5));
  const size = JSON.stringify(plan);
  const kilobytes = (bytes: number) => Math.round(bytes / 1024);
  says(`30 rooms wired: ${kilobytes(size.length)} kB, ${kilobytes(gzipSync(size).length)} compressed`);
  if (tree) {
    execFileSync('npx', ['vite', 'build', '--logLevel', 'error'], { cwd: join(tree.folder, 'server') });
    // It did not know of numbers that were given before.
    const { spent: _, ...asThen } = plan;
    servers.push(await loaded('before', tree.folder, join(folder, 'before.sqlite'), asThen as Plan));
  } else says(`${before} is not in this clone: there is nothing to compare with`);
  servers.push(await loaded('now', process.cwd(), join(folder, 'now.sqlite'), plan));
  for (const writers of [1, 10])
    await compared(`saves to one job by ${writers}`, servers, (server) => saves(server, writers));
  for (const server of servers) await server.join();
  await compared(`saves by 10 with ${listeners} listeners`, servers, (server) => saves(server, 10));
  await compared('the job read by ten', servers, reads);
  await compared('ticks by one phone', servers, ticks);
  await Promise.all(
    servers.map(async (server) => {
      for (let i = 0; i < manyTicks; i += 100)
        await Promise.all(
          Array.from({ length: 10 }, () =>
            fetch(`${server.base}/api${server.ticksAt}`, {
              method: 'POST',
              headers: { 'content-type': 'application/json', cookie: server.cookie },
              body: JSON.stringify(tickBatch(server, 10)),
            }).then((r) => r.text()),
          ),
        );
    }),
  );
  await compared(`ticks by one phone at ${manyTicks.toLocaleString('en-US')} ticks`, servers, ticks);
  says(
    `heard by all listeners: ${servers.map((s) => `${s.name} ${(s.heard() / 1e6).toFixed(0)} MB`).join(', ')}`,
  );
} finally {
  for (const server of servers) await server.end();
  tree?.leave();
  rmSync(folder, { recursive: true, force: true });
}
