import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { applyChange, type Patch, type Plan } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import type { StoredChange } from '@fieldchalk/contracts';
import { JobSession, type SessionNews } from './jobSession.ts';

/** A server in a few lines: stores what fits, answers 409 with what is new, can be unplugged. */
class FakeServer {
  plan: Plan = study();
  changes: StoredChange[] = [];
  unplugged = false;

  store(request: Omit<StoredChange, 'revision'> & { base: number }): { status: number; body: unknown } {
    const known = this.changes.find((c) => c.id === request.id);
    if (known) return { status: 200, body: known };
    const done = applyChange(this.plan, request.patches);
    if (!done.ok)
      return {
        status: 409,
        body: { detail: 'changed since', changes: this.changes.filter((c) => c.revision > request.base) },
      };
    this.plan = done.plan;
    const stored = {
      id: request.id,
      name: request.name,
      client: request.client,
      patches: request.patches,
      revision: this.changes.length + 1,
    };
    this.changes.push(stored);
    return { status: 200, body: stored };
  }

  readonly fetch = async (url: string, init: { body: string | null }) => {
    if (this.unplugged) throw new TypeError('no network');
    const since = /since=(\d+)/.exec(url);
    const { status, body } = since
      ? { status: 200, body: this.changes.filter((c) => c.revision > Number(since[1])) }
      : this.store(JSON.parse(init.body!) as StoredChange & { base: number });
    return { ok: status < 400, status, json: async () => JSON.parse(JSON.stringify(body)) as unknown };
  };
}

let server: FakeServer;
let listeners: ((type: string, data: unknown) => void)[];
beforeEach(() => {
  server = new FakeServer();
  listeners = [];
  const kept: Record<string, string> = {};
  Object.defineProperties(kept, {
    getItem: { value: (k: string) => kept[k] ?? null },
    setItem: { value: (k: string, v: string) => void (kept[k] = v) },
    removeItem: { value: (k: string) => void delete kept[k] },
  });
  vi.stubGlobal('localStorage', kept);
  vi.stubGlobal('fetch', server.fetch);
  vi.stubGlobal(
    'EventSource',
    class {
      private readonly heard: Record<string, (e: { data: string }) => void> = {};
      constructor() {
        listeners.push((type, data) => this.heard[type]?.({ data: JSON.stringify(data) }));
      }
      addEventListener(type: string, hear: (e: { data: string }) => void) {
        this.heard[type] = hear;
      }
      close() {}
    },
  );
});
afterEach(() => vi.unstubAllGlobals());

function open(): { session: JobSession; news: SessionNews[] } {
  const news: SessionNews[] = [];
  const job = { id: 'j1', name: 'Test', revision: server.changes.length, changedAt: 0, plan: server.plan };
  const session = new JobSession(job, (n) => news.push(n));
  session.start();
  return { session, news };
}
const settled = () => new Promise((done) => setTimeout(done, 20));
const at = (plan: Plan, box: string) => (plan.boxes[box]!.on as { at: number }).at;

test('an edit shows at once, reaches the server, and can be undone and redone there too', async () => {
  const { session } = open();
  const before = at(session.plan, 'b1');
  session.edit('moveBox', { box: 'b1', at: 60 });
  expect(at(session.plan, 'b1')).toBe(60);
  await settled();
  expect(at(server.plan, 'b1')).toBe(60);
  session.undo();
  await settled();
  expect(at(server.plan, 'b1')).toBe(before);
  session.redo();
  await settled();
  expect(at(server.plan, 'b1')).toBe(60);
  session.close();
});

test('a refused edit changes nothing and leaves no step to undo', () => {
  const { session } = open();
  const before = session.plan;
  expect(session.edit('moveBox', { box: 'none', at: 3 }).length).toBe(1);
  expect(session.plan).toBe(before);
  expect(session.canUndo).toBe(false);
  session.close();
});

test('others’ changes come in under ours', async () => {
  const { session } = open();
  session.edit('moveBox', { box: 'b1', at: 60 });
  await settled();
  const patches: Patch[] = [{ op: 'replace', path: ['boxes', 'b2', 'on', 'at'], value: 40 }];
  const stored = server.store({ id: 'other', base: 1, name: 'moveBox', client: 'else', patches }).body;
  listeners[0]!('change', stored);
  expect([at(session.plan, 'b1'), at(session.plan, 'b2')]).toEqual([60, 40]);
  session.close();
});

test('another’s change comes in as patches where we have nothing under way, and leaves the rest as it is', async () => {
  const { session, news } = open();
  session.edit('moveBox', { box: 'b1', at: 60 });
  await settled();
  const before = session.plan;
  const patches: Patch[] = [{ op: 'replace', path: ['boxes', 'b2', 'on', 'at'], value: 40 }];
  listeners[0]!(
    'change',
    server.store({ id: 'other', base: 1, name: 'moveBox', client: 'else', patches }).body,
  );
  const last = news.findLast((n) => n.plan)!.plan!;
  expect(last.patches).toEqual(patches);
  expect(last.plan).toEqual(server.plan);
  expect(session.plan.walls).toBe(before.walls);
  expect(session.plan.boxes['b1']).toBe(before.boxes['b1']);
  server.unplugged = true;
  session.edit('moveBox', { box: 'b3', at: 20 });
  const more: Patch[] = [{ op: 'replace', path: ['boxes', 'b2', 'on', 'at'], value: 44 }];
  listeners[0]!(
    'change',
    server.store({ id: 'third', base: 2, name: 'moveBox', client: 'else', patches: more }).body,
  );
  expect(news.findLast((n) => n.plan)!.plan!.patches).toBe(null);
  expect([at(session.plan, 'b2'), at(session.plan, 'b3')]).toEqual([44, 20]);
  session.close();
});

const runsAt = (box: string) =>
  Object.entries(study().runs)
    .filter(([, r]) => r.from === box || r.to === box)
    .map(([id]) => id);

test('an edit to something deleted elsewhere is dropped with a notice, and the rest goes on', async () => {
  const { session, news } = open();
  const patches: Patch[] = [
    { op: 'remove', path: ['boxes', 'b9'] },
    { op: 'remove', path: ['devices', 'd9'] },
    { op: 'remove', path: ['controls', 'k1'] },
    ...runsAt('b9').map((id): Patch => ({ op: 'remove', path: ['runs', id] })),
  ];
  server.store({ id: 'other', base: 0, name: 'removeBoxes', client: 'else', patches });
  session.edit('moveBox', { box: 'b9', at: 70 });
  session.edit('moveBox', { box: 'b1', at: 60 });
  await settled();
  expect(session.plan.boxes['b9']).toBeUndefined();
  expect(at(server.plan, 'b1')).toBe(60);
  expect(news.some((n) => n.notice?.includes('moveBox'))).toBe(true);
  session.close();
});

test('work made with no network outlives the window and is sent by the next one', async () => {
  const first = open();
  server.unplugged = true;
  first.session.edit('moveBox', { box: 'b1', at: 60 });
  await settled();
  expect(first.news.some((n) => n.notice?.includes('cannot be reached'))).toBe(true);
  first.session.close();
  server.unplugged = false;
  const second = open();
  expect(at(second.session.plan, 'b1')).toBe(60);
  await settled();
  expect(at(server.plan, 'b1')).toBe(60);
  expect(server.changes).toHaveLength(1);
  expect(Object.keys(localStorage)).toEqual([]);
  second.session.close();
});

test('one request at a time, also after a refusal: the next goes when the last is answered', async () => {
  const { session } = open();
  let under = 0;
  let most = 0;
  const answer = server.fetch;
  vi.stubGlobal('fetch', async (url: string, init: { body: string | null }) => {
    most = Math.max(most, ++under);
    await new Promise((go) => setTimeout(go, 5));
    return answer(url, init).finally(() => under--);
  });
  const patches: Patch[] = [
    { op: 'remove', path: ['boxes', 'b9'] },
    { op: 'remove', path: ['devices', 'd9'] },
    { op: 'remove', path: ['controls', 'k1'] },
    ...runsAt('b9').map((id): Patch => ({ op: 'remove', path: ['runs', id] })),
  ];
  server.store({ id: 'other', base: 0, name: 'removeBoxes', client: 'else', patches });
  session.edit('moveBox', { box: 'b9', at: 70 });
  for (const place of [50, 55, 60]) session.edit('moveBox', { box: 'b1', at: place });
  await new Promise((go) => setTimeout(go, 150));
  expect(most).toBe(1);
  expect(at(server.plan, 'b1')).toBe(60);
  expect(server.changes.filter((c) => c.name === 'moveBox')).toHaveLength(3);
  session.close();
});
