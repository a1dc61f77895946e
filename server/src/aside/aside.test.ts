import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { gzipSync } from 'node:zlib';
import { afterEach, beforeAll, describe, expect, test } from 'vitest';
import { emptyPlan, type Plan, planSchema, readPlan } from '@fieldchalk/core';
import { gridHouse } from '@fieldchalk/core/bench';
import { study } from '@fieldchalk/core/demo';
import { stalled } from '../testing/stall.ts';
import { TestServer } from '../testing/server.ts';
import { Aside, LongBody } from './aside.ts';

const server = new TestServer();
const own = { id: 'x1', client: 'w', base: 0, name: 'n' };
let aside = new Aside();
afterEach(async () => {
  await aside.close();
  await server.app.services.plans.aside.close();
  aside = new Aside();
});

/** A large house, which is in order: its rooms many times over, side by side. */
function street(houses: number): Plan {
  const house = gridHouse(6, 5);
  const named = <T extends object>(
    part: Readonly<Record<string, T>>,
    refer: (entry: T, n: string) => object,
  ) =>
    Object.fromEntries(
      Array.from({ length: houses }, (_, n) =>
        Object.entries(part).map(([id, e]) => [`${id}n${n}`, { ...e, ...refer(e, `n${n}`) }]),
      ).flat(),
    );
  return {
    ...emptyPlan('Street'),
    levels: house.levels,
    points: named(house.points, (p, n) => ({ y: p.y + 2000 * Number(n.slice(1)) })),
    walls: named(house.walls, (w, n) => ({ from: w.from + n, to: w.to + n })),
    openings: named(house.openings, (o, n) => ({ wall: o.wall + n })),
    rooms: named(house.rooms, (r, n) => ({ y: r.y + 2000 * Number(n.slice(1)) })),
  } as Plan;
}

describe('a plan', () => {
  test('is read alike here and in the thread, and its problems are named alike', async () => {
    const large = street(8);
    const text = JSON.stringify(large);
    expect(text.length).toBeGreaterThan(150_000);
    expect(await aside.plan(text)).toEqual(readPlan(large));
    expect(await aside.plan(JSON.stringify(study()))).toEqual({ ok: true, plan: study() });
    const [first = ''] = Object.keys(large.walls);
    const wrong = { ...large, walls: { ...large.walls, [first]: { from: 3 } } };
    const read = await aside.plan(JSON.stringify(wrong));
    expect(read).toEqual(readPlan(wrong));
    expect(read.ok === false && read.problems[0]?.path).toContain(`walls.${first}`);
  });

  test('that takes too long is given up in words, and the next is read', async () => {
    const slow = new Aside({ seconds: 0.01, megabytes: 512, idle: 1000 });
    const text = JSON.stringify(street(8));
    expect(await slow.plan(text)).toMatchObject({ ok: false, problems: [{ message: /0\.01 seconds/ }] });
    expect((await aside.plan(text)).ok).toBe(true);
    await slow.close();
  });
});

const junk = Object.fromEntries(Array.from({ length: 60_000 }, (_, i) => [`q${i}`, { on: 3 }]));
/** What others may wait, in milliseconds: on a machine that is slow just now, as long as the checks alone take there. */
let bearable = 250;
beforeAll(() => {
  const from = performance.now();
  planSchema.safeParse({ ...study(), boxes: junk });
  bearable = Math.max(bearable, performance.now() - from);
});

test('what one person sends is checked one after another, and a few at most wait; others are next in turn', async () => {
  const body = new LongBody(Buffer.from(JSON.stringify({ name: 'x', plan: street(8) })));
  const ended: string[] = [];
  const send = (by: string) => aside.newJob(body, by).then(() => void ended.push(by));
  const mine = Array.from({ length: 4 }, () => send('me'));
  await expect(send('me')).rejects.toMatchObject({ code: 'busy' });
  await Promise.all([...mine, send('you')]);
  expect(ended.indexOf('you')).toBeLessThan(3);
  await send('me');
});

describe('a body made to harm', () => {
  test.each([
    ['a kind with entries without end, none of them right', { ...study(), boxes: junk }],
    ['fields without end', { ...study(), ...junk }],
    ['brackets within brackets without end', 'deep'],
    ['an honest plan of 240 rooms', street(8)],
  ])('%s: whoever else asks does not wait for it', async (_, plan) => {
    const whole = JSON.stringify({ name: 'Large', plan });
    const body = plan === 'deep' ? whole.replace('"deep"', '['.repeat(1e6) + ']'.repeat(1e6)) : whole;
    // The thread stands ready, as at a server that is in use.
    await server.app.services.plans.aside.plan(JSON.stringify(street(7)));
    const sent = server.api.post('/api/jobs').set('content-type', 'application/json').send(body);
    const { stall, done: answer } = await stalled(sent);
    expect([201, 400, 422]).toContain(answer.status);
    expect(stall).toBeLessThan(bearable);
  });

  test.each([
    ['patches without end', { patches: Array(60_000).fill({ op: 'add' }) }],
    ['a value with fields without end', { patches: [{ op: 'add', path: ['boxes', 'b9'], value: junk }] }],
    [
      'a kind given whole, with entries without end',
      { patches: [{ op: 'replace', path: ['boxes'], value: junk }] },
    ],
  ])('as a change, %s: nobody waits, and nothing is stored', async (_, { patches }) => {
    const job = await server.newJob(study());
    await server.app.services.plans.aside.plan(JSON.stringify(street(7)));
    const inverse = [{ op: 'remove', path: ['boxes', 'b9'] }];
    const sent = server.send(job.id, { ...own, patches: patches as never, inverse: inverse as never });
    const { stall, done: answer } = await stalled(sent);
    expect([400, 422]).toContain(answer.status);
    expect(stall).toBeLessThan(bearable);
    expect(await server.planOf(job.id)).toEqual(job.plan);
  });

  test('a body in another charset, or with a character text does not have, is refused in words', async () => {
    const large = JSON.stringify({ name: 'x', plan: street(8) });
    const send = (type: string, body: string) =>
      server.api.post('/api/jobs').set('content-type', type).send(body);
    expect((await send('application/json; charset=utf-16', large)).body.detail).toContain('send UTF-8');
    expect((await send('application/json', large.replace('"x"', '"a\\u0000"'))).body.detail).toContain(
      'U+0000',
    );
    expect((await send('application/json', `${large}}`)).body.problems).toMatchObject([
      { message: 'is not JSON' },
    ]);
  });

  test('a body that does not say how long it is, or comes packed, is read all the same', async () => {
    const http = createServer(server.app.express).listen(0, '127.0.0.1');
    try {
      await new Promise((up) => http.on('listening', up));
      const { port } = http.address() as AddressInfo;
      const { secret } = await server.person('lead');
      const ask = async (plan: Plan, packed: boolean) => {
        const text = JSON.stringify({ name: 'Told in parts', plan });
        const response = await fetch(`http://127.0.0.1:${port}/api/jobs`, {
          method: 'POST',
          headers: {
            'content-type': 'application/json',
            cookie: `fieldchalk=${secret}`,
            ...(packed ? { 'content-encoding': 'gzip' } : {}),
          },
          // A stream has no length that is told.
          body: new Blob([packed ? gzipSync(text) : text]).stream(),
          duplex: 'half',
        } as RequestInit);
        return ((await response.json()) as { plan: Plan }).plan;
      };
      for (const packed of [false, true])
        for (const plan of [study(), street(8)]) expect((await ask(plan, packed)).walls).toEqual(plan.walls);
    } finally {
      http.closeAllConnections();
      http.close();
    }
  });

  test('what is no plan and no change is short', async () => {
    const label = 'x'.repeat(600_000);
    const answer = await server.api.post('/api/invitations').send({ role: 'crew', label });
    expect([answer.status, answer.body.code]).toEqual([413, 'too-large']);
  });
});

describe('a change of many parts', () => {
  /** All of a house put into an empty one, and what takes it back. */
  const whole = street(8);
  const parts = (['points', 'walls', 'openings', 'rooms'] as const).flatMap((kind) =>
    Object.entries(whole[kind]).map(([id, value]) => ({ path: [kind, id], value })),
  );
  const patches = parts.map(({ path, value }) => ({ op: 'add' as const, path, value }));
  const inverse = parts.map(({ path }) => ({ op: 'remove' as const, path }));
  const change = { ...own, patches, inverse };

  test('is taken as a short one is, once, and others do not wait', async () => {
    const job = await server.newJob(emptyPlan('Street'));
    await server.app.services.plans.aside.plan(JSON.stringify(whole));
    const { stall, done: answer } = await stalled(server.send(job.id, change));
    expect(answer.body).toMatchObject({ id: 'x1', revision: 1, patches });
    expect(stall).toBeLessThan(bearable);
    expect((await server.send(job.id, change)).body.revision).toBe(1);
    const plan = await server.planOf(job.id);
    for (const kind of ['points', 'walls', 'openings', 'rooms'] as const)
      expect(plan[kind]).toEqual(whole[kind]);
    // Another server reads it from the changes, and finds the same.
    expect((await server.another().services.jobs.get(job.id)).plan).toEqual(plan);
  });

  test('that others were before gets what is new; one whose inverse says too little is refused', async () => {
    const job = await server.newJob(emptyPlan('Street'));
    const [first] = patches;
    await server.send(job.id, { ...own, id: 'x0', client: 'v', patches: [first!], inverse: [inverse[0]!] });
    const late = await server.send(job.id, change);
    expect([late.status, late.body.code]).toEqual([409, 'conflict']);
    expect(late.body.changes).toMatchObject([{ id: 'x0' }]);
    const rest = { ...own, base: 1, patches: patches.slice(1), inverse: inverse.slice(2) };
    const unsaid = await server.send(job.id, rest);
    expect([unsaid.status, unsaid.body.detail]).toEqual([400, expect.stringContaining('inverse must say')]);
    expect((await server.send(job.id, { ...rest, inverse: inverse.slice(1) })).body.revision).toBe(2);
  });

  test('is judged again where others go on meanwhile', async () => {
    const job = await server.newJob(emptyPlan('Street'));
    const rename = (n: number, saw: string) =>
      server.send(job.id, {
        id: `r${n}`,
        client: 'v',
        base: 0,
        name: 'renameJob',
        patches: [{ op: 'replace', path: ['job', 'name'], value: `${n}` }],
        inverse: [{ op: 'replace', path: ['job', 'name'], value: saw }],
      });
    const long = server.send(job.id, change).then((a) => a);
    const answers = [await rename(1, 'Test job'), await rename(2, '1')];
    const done = await long;
    expect(answers.map((a) => a.status)).toEqual([200, 200]);
    expect([done.status, done.body.id]).toEqual([200, 'x1']);
  });
});
