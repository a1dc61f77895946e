import { readFileSync } from 'node:fs';
import * as fc from 'fast-check';
import type { MadeLink } from '@fieldchalk/contracts';
import { study } from '@fieldchalk/core/demo';
import { operations } from '../src/operations.ts';
import { ServerProcess } from '../src/testing/serverProcess.ts';
import { Bystander, judgeWaits, longestWait } from './bystander.ts';
import { ask } from './writers.ts';

export interface HostileAsked {
  readonly requests: number;
  readonly files: number;
  readonly data: string;
  /** Nobody may wait longer for a plain answer, in milliseconds. */
  readonly most?: number;
  readonly seed?: number;
}
export interface HostileSeen {
  readonly faults: readonly string[];
  /** The longest that another had to wait for a plain answer meanwhile, in milliseconds, without what the machine did. */
  readonly longest: number;
  /** Resident memory at the end, in megabytes. */
  readonly megabytes: number;
}

/** A request as no window of ours sends it. */
interface Malformed {
  readonly method: string;
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | Uint8Array<ArrayBuffer> | null;
}

const change = (plan: ReturnType<typeof study>) => ({
  id: 'x1',
  base: 0,
  name: 'moveBox',
  client: 'w1',
  patches: [{ op: 'replace', path: ['boxes', 'b1', 'reason'], value: 'a' }],
  inverse: [{ op: 'replace', path: ['boxes', 'b1', 'reason'], value: plan.boxes['b1']?.reason ?? '' }],
});
/** Bodies that are right, to be made wrong. */
const right: readonly object[] = [
  change(study()),
  { name: 'Job', plan: study() },
  { device: 'p', marks: [{ id: 'm', kind: 'box', about: 'b1', done: true, number: 1, madeAt: 1 }] },
  { changes: [{ rule: 'height.receptacle', saw: { value: null }, set: { value: 12 } }] },
  { secret: 'a'.repeat(32), name: 'A', signIn: 'abc', password: 'a'.repeat(14) },
  { metres: 3 },
  { role: 'lead', label: 'x' },
];

const junk = fc.oneof(
  fc.constantFrom<unknown>(
    null,
    -1,
    1e308,
    4e9,
    '',
    ' ',
    'length',
    '__proto__',
    'constructor',
    [],
    {},
    true,
    '\u0000',
    '\ud800',
    'x'.repeat(5000),
  ),
  fc.integer(),
  fc.double(),
  fc.string(),
  fc.jsonValue({ maxDepth: 4 }),
);

/** A value somewhere in another, by a way of numbers, is put in the place of what is there, or taken away. */
function mutated(value: unknown, way: readonly number[], put: unknown, isGone: boolean): unknown {
  if (typeof value !== 'object' || value === null || way.length === 0) return put;
  const keys = Object.keys(value);
  const key = keys[(way[0] ?? 0) % Math.max(keys.length, 1)];
  if (key === undefined) return put;
  const copy: Record<string, unknown> | unknown[] = Array.isArray(value)
    ? [...(value as unknown[])]
    : { ...value };
  const place = copy as Record<string, unknown>;
  if (way.length === 1 && isGone) delete place[key];
  else place[key] = mutated(place[key], way.slice(1), put, isGone);
  return copy;
}
const wrongBody = fc
  .tuple(fc.constantFrom(...right), fc.array(fc.nat(40), { minLength: 1, maxLength: 5 }), junk, fc.boolean())
  .map(([body, way, put, isGone]) => JSON.stringify(mutated(body, way, put, isGone)) ?? 'null');
const body = fc.oneof(
  { weight: 5, arbitrary: wrongBody },
  { weight: 1, arbitrary: fc.json() },
  { weight: 1, arbitrary: fc.string() },
  { weight: 1, arbitrary: fc.uint8Array({ maxLength: 300 }).map((bytes) => new Uint8Array(bytes)) },
  { weight: 1, arbitrary: fc.constant(`${'['.repeat(20_000)}`) },
);
const word = fc.oneof(
  fc.constantFrom(
    'none',
    '%00',
    '%E0%A4%A',
    '..%2f..',
    '%2e%2e',
    'constructor',
    '__proto__',
    "' or 1=1",
    'x'.repeat(3000),
  ),
  fc.string().map((text) => encodeURIComponent(text.replace(/[\ud800-\udfff]/g, ''))),
);
const headers = fc.constantFrom<Record<string, string>>(
  { 'content-type': 'application/json' },
  { 'content-type': 'application/json; charset=nope' },
  { 'content-type': 'application/json', 'content-encoding': 'gzip' },
  { 'content-type': 'application/json', 'content-encoding': 'br, gzip, nope' },
  { 'content-type': 'text/plain' },
  { 'content-type': 'multipart/form-data; boundary=' },
  { 'if-match': '"x"', range: 'bytes=9-1' },
  { cookie: 'fieldchalk=; fieldchalk-phone=%00; a=b; =;;;' },
  { cookie: `fieldchalk=${'a'.repeat(3000)}` },
  { accept: 'image/png', 'accept-encoding': 'nope;q=9' },
  { 'x-forwarded-for': '1.2.3.4, , x', 'x-forwarded-proto': 'gopher' },
);
/** Requests malformed in every part; `job` stands where a job is asked for, half of the time. */
const malformed = (job: string): fc.Arbitrary<Malformed> =>
  fc
    .record({
      operation: fc.constantFrom(
        ...operations.filter(
          (o) =>
            !o.path.endsWith('/events') &&
            !/import|removal|join$|session/.test(o.path) &&
            o.method !== 'delete',
        ),
      ),
      method: fc.constantFrom('', '', '', 'PUT', 'PATCH', 'DELETE', 'OPTIONS', 'HEAD'),
      words: fc.array(word, { minLength: 2, maxLength: 2 }),
      isJob: fc.boolean(),
      query: fc.oneof(
        fc.constant(''),
        fc.constantFrom('?since=-1', '?since=1e99', '?since[]=1&since[a]=2', '?after=%ff', '?before=0'),
        word.map((w) => `?${w}=${w}`),
      ),
      headers,
      body,
    })
    .map(({ operation, method, words, isJob, query, ...rest }) => {
      let n = 0;
      const path = operation.path.replace(/\{(\w+)\}/g, (_, name: string) =>
        name === 'job' && isJob ? job : (words[n++ % 2] ?? 'x'),
      );
      const asked =
        (method === 'DELETE' && /\/api\/(jobs|people)\//.test(path) ? '' : method) ||
        operation.method.toUpperCase();
      return {
        ...rest,
        path: path + query,
        method: asked,
        body: asked === 'GET' || asked === 'HEAD' ? null : rest.body,
      };
    });

/** Bodies as long as are read at all, for a new job and for a change. */
const longBodies: readonly (readonly ['job' | 'change', () => string])[] = [
  ['job', () => JSON.stringify({ name: 'x', plan: { ...study(), boxes: entries(60_000) } })],
  ['job', () => JSON.stringify({ name: 'x', plan: { ...study(), ...entries(300_000) } })],
  ['job', () => `{"name":"x","plan":${'['.repeat(2e6)}${']'.repeat(2e6)}}`],
  ['job', () => `{"name":"x","plan":${JSON.stringify(entries(300_000)).slice(0, -1)}`],
  ['job', () => `{"name":"${'x'.repeat(7e6)}"}`],
  ['change', () => JSON.stringify({ ...change(study()), patches: Array(100_000).fill({ op: 'add' }) })],
  ['change', () => longChange(['boxes'])],
  ['change', () => longChange(['boxes', 'b1', 'x'])],
  ['change', () => longChange(['constructor', 'prototype'])],
];
const entries = (count: number) =>
  Object.fromEntries(Array.from({ length: count }, (_, i) => [`q${i}`, { on: i }]));
function longChange(path: readonly string[]): string {
  const patches = [{ op: 'replace', path, value: entries(200_000) }];
  return JSON.stringify({ ...change(study()), patches });
}

/** Real files, to be made hostile: bytes turned, parts doubled, taken away or put elsewhere. */
const real: readonly (readonly [string, Buffer])[] = [
  ['a.dxf', readFileSync('node_modules/dxf/test/resources/floorplan.dxf')],
  ['a.json', Buffer.from(JSON.stringify(study()))],
  [
    'a.csv',
    Buffer.from(
      `name,use,length,width,height\nSun room,sunroom,14',12',8'1"\nMud room,mud,8',6'6",8'1"\nStore,storage,10',7',7'`,
    ),
  ],
  [
    'a.ifc',
    Buffer.from(
      `ISO-10303-21;\nHEADER;\nFILE_SCHEMA(('IFC4'));\nENDSEC;\nDATA;\n#1=IFCPROJECT('0',$,'p',$,$,$,$,(#2),#3);\n#2=IFCGEOMETRICREPRESENTATIONCONTEXT($,'Model',3,1.E-5,#4,$);\n#3=IFCUNITASSIGNMENT(());\n#4=IFCAXIS2PLACEMENT3D(#5,$,$);\n#5=IFCCARTESIANPOINT((0.,0.,0.));\nENDSEC;\nEND-ISO-10303-21;`,
    ),
  ],
];
const hostileFile = fc
  .tuple(
    fc.constantFrom(...real),
    fc.array(
      fc.tuple(
        fc.nat(1e6),
        fc.nat(1e6),
        fc.nat(255),
        fc.constantFrom('turn', 'cut', 'double', 'swap', 'number'),
      ),
      { minLength: 1, maxLength: 12 },
    ),
  )
  .map(([[name, bytes], changes]) => {
    let file = Buffer.from(bytes);
    for (const [a, b, byte, how] of changes) {
      const [from, to] = [a % file.length, b % file.length].sort((x, y) => x - y) as [number, number];
      const part = file.subarray(from, Math.min(to, from + 4000));
      if (how === 'turn') file[from] = byte;
      if (how === 'cut' && file.length > 4000 + part.length)
        file = Buffer.concat([file.subarray(0, from), file.subarray(from + part.length)]);
      if (how === 'double') file = Buffer.concat([file.subarray(0, to), part, file.subarray(to)]);
      if (how === 'swap') file = Buffer.concat([part, file.subarray(0, from), file.subarray(from)]);
      if (how === 'number')
        file = Buffer.concat([
          file.subarray(0, from),
          Buffer.from(`${byte}e${byte % 40}`),
          file.subarray(from),
        ]);
    }
    return { name, file };
  });

/** Stands for the id of a job that is there. */
const theJob = 'the-job-that-is-there';

/** How long a server’s own turn of events stood still at most since this was asked last, in milliseconds, as it counts itself. */
async function stoodStill(address: string): Promise<number> {
  const text = await (await fetch(`${address}/api/metrics`)).text();
  const found = /^fieldchalk_nodejs_eventloop_lag_max_seconds (\S+)/m.exec(text);
  if (!found) throw new Error('the server does not say how long it stood still');
  return Math.round(Number(found[1]) * 1000);
}

/** Another of the company, whose files are read beside the owner’s: what it asks with. */
async function signedIn(address: string): Promise<Readonly<Record<string, string>>> {
  const { secret } = await ask<MadeLink>(address, 'POST', '/invitations', {
    role: 'lead',
    label: 'Colleague',
  });
  const response = await fetch(`${address}/api/join`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ secret, name: 'Colleague', signIn: 'colleague', password: 'planks and nails' }),
  });
  const [cookie = ''] = response.headers.getSetCookie().map((set) => set.split(';')[0]);
  if (!cookie) throw new Error(`no colleague could sign in: ${response.status} ${await response.text()}`);
  return { cookie };
}

/** Sends malformed requests and hostile files to a server of its own, and asks it something plain all the while. No answer may be our fault, and nobody else waits. */
export async function hostile(
  { requests, files, data, most = longestWait, seed = 1 }: HostileAsked,
  told: (line: string) => void = () => undefined,
): Promise<HostileSeen> {
  const server = new ServerProcess({ FIELDCHALK_DATA: data });
  const faults: string[] = [];
  // All made before anybody is connected: that takes this process long.
  const list = fc.sample(malformed(theJob), { numRuns: requests, seed });
  const bad = fc.sample(hostileFile, { numRuns: files, seed });
  const bodies = longBodies.map(([kind, make]) => ({ kind, body: new TextEncoder().encode(make()) }));
  let bystander: Bystander | null = null;
  try {
    await server.start();
    const made = await fetch(`${server.address}/api/jobs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name: 'Attacked', plan: study() }),
    });
    const { id } = (await made.json()) as { id: string };
    const colleague = await signedIn(server.address);
    await stoodStill(server.address);
    bystander = new Bystander(`${server.address}/api/health`, server.pid);
    let sent = 0;
    const statuses = new Map<number, number>();
    const next = async () => {
      for (let one = list[sent++]; one && server.isUp; one = list[sent++]) {
        const path = one.path.replaceAll(theJob, id);
        const { method, headers: own, body: said } = one;
        try {
          const response = await fetch(`${server.address}${path}`, {
            method,
            headers: own,
            ...(said === null ? {} : { body: said }),
            signal: AbortSignal.timeout(20_000),
          });
          await response.arrayBuffer();
          statuses.set(response.status, (statuses.get(response.status) ?? 0) + 1);
          if (response.status >= 500)
            faults.push(
              `${response.status} for ${method} ${path.slice(0, 200)} ${String(said).slice(0, 300)}`,
            );
        } catch (error) {
          // What fetch itself will not send is no request.
          if (
            !/Failed to parse URL|Invalid|invalid|TypeError: fetch failed/.test(String(error)) ||
            !server.isUp
          )
            faults.push(`${String(error)} for ${method} ${path.slice(0, 200)}`);
        }
      }
    };
    await Promise.all(Array.from({ length: 8 }, next));
    told(
      `${requests} malformed requests: ${[...statuses]
        .sort((a, b) => a[0] - b[0])
        .map(([s, n]) => `${n} × ${s}`)
        .join(', ')}`,
    );
    const long = new Map<number, number>();
    for (let n = 0; n < requests / 100; n++) {
      const { kind, body } = bodies[n % bodies.length] as (typeof bodies)[number];
      const response = await fetch(`${server.address}/api/jobs${kind === 'job' ? '' : `/${id}/changes`}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
        signal: AbortSignal.timeout(60_000),
      });
      await response.arrayBuffer();
      long.set(response.status, (long.get(response.status) ?? 0) + 1);
      if (response.status >= 500) faults.push(`${response.status} for a long ${kind}, ${n}`);
    }
    told(`long bodies: ${[...long].map(([s, n]) => `${n} × ${s}`).join(', ')}`);
    let taken = 0;
    const read = new Map<string, number>();
    const post = async (as: Readonly<Record<string, string>>) => {
      for (let one = bad[taken++]; one && server.isUp; one = bad[taken++]) {
        const response = await fetch(`${server.address}/api/import?file=${one.name}`, {
          method: 'POST',
          headers: { 'content-type': 'application/octet-stream', ...as },
          body: new Uint8Array(one.file),
          signal: AbortSignal.timeout(90_000),
        }).catch((error: unknown) => void faults.push(`${String(error)} for ${one.name}`));
        if (!response) continue;
        await response.arrayBuffer();
        const key = `${one.name} ${response.status}`;
        read.set(key, (read.get(key) ?? 0) + 1);
        if (response.status >= 500) faults.push(`${response.status} for a hostile ${one.name}`);
      }
    };
    await Promise.all([post({}), post(colleague)]);
    told(
      `${files} hostile files: ${[...read]
        .sort()
        .map(([s, n]) => `${n} × ${s}`)
        .join(', ')}`,
    );
    const waits = await bystander.stop();
    if (!server.isUp) faults.push('the server ended');
    const { megabytes } = server;
    const held = server.isUp ? await stoodStill(server.address) : 0;
    const { longest, says, faults: failed } = judgeWaits(waits, most);
    faults.push(...failed);
    told(
      `${says}; the server stood still for ${held} ms by its own count; ${megabytes} MB of memory at the end`,
    );
    return { faults, longest, megabytes };
  } finally {
    await bystander?.end();
    await server.end('SIGKILL');
  }
}
