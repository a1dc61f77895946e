// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import { onceReady } from '../stores/onceReady.ts';
import { useSession } from '../stores/session.ts';
import { computeInThread } from '../testing/inThread.ts';

/** What makes changes comes when it is let, or fails. */
const load = { now: Promise.resolve() as Promise<void>, isDone: false };
vi.mock('./changing.ts', async (original) => {
  const own = await original<typeof import('./changing.ts')>();
  return {
    ...own,
    canChange: () => load.isDone,
    loadChanging: async () => {
      await load.now;
      await own.loadChanging();
      load.isDone = true;
    },
  };
});
vi.mock('../worker/client.ts', () => ({ startCompute: () => computeInThread() }));

const soon = (holds: () => void) => vi.waitFor(holds, { timeout: 20_000 });

/** A window that nobody has touched yet, with a server that takes every change. */
async function untouched() {
  load.isDone = false;
  setActivePinia(createPinia());
  const sent: string[] = [];
  vi.stubGlobal('fetch', async (path: string, init?: { body?: string | null }) => {
    const answers = (value: unknown) => ({ ok: true, status: 200, json: async () => value });
    if (init?.body) {
      const body = JSON.parse(init.body) as { name: string };
      sent.push(body.name);
      return answers({ ...body, revision: sent.length });
    }
    if (path.endsWith('standing') || path.includes('changes')) return answers([]);
    return answers({ id: 'j1', name: 'Test', revision: 0, changedAt: 0, plan: study() });
  });
  vi.stubGlobal(
    'EventSource',
    class {
      addEventListener() {}
      close() {}
    },
  );
  const session = useSession();
  await session.open('j1');
  await soon(() => expect(session.result).not.toBe(null));
  return { session, sent };
}

beforeEach(() => {
  localStorage.clear();
  sessionStorage.clear();
});
afterEach(() => vi.unstubAllGlobals());

test('changes made before what makes them is loaded are made in their order as soon as it is', async () => {
  let goOn = () => undefined as void;
  load.now = new Promise((resolve) => (goOn = resolve));
  const { session, sent } = await untouched();
  const [first, second] = Object.keys(session.opened.boxes) as [string, string];
  expect(session.edit('removeBoxes', { boxes: [first] })).toBe(true);
  expect(session.edit('setBox', { box: second, changes: { existing: true } })).toBe(true);
  expect(session.opened.boxes[first]).toBeDefined();
  // What is not done yet is not said to be saved.
  expect(session.saving).toBe('being done');
  goOn();
  await soon(() => expect(sent).toEqual(['removeBoxes', 'setBox']));
  expect(session.opened.boxes[first]).toBe(undefined);
  expect(session.opened.boxes[second]?.existing).toBe(true);
  // From now on they are made at once.
  session.undo();
  expect(session.opened.boxes[second]?.existing).toBe(false);
  // What is wrong is told a moment later all the same.
  expect(session.edit('setBox', { box: 'b99', changes: { existing: true } })).toBe(false);
  session.close();
});

test('an edit is not made before one that waits still, though what makes changes is there by then', async () => {
  let goOn = () => undefined as void;
  load.now = new Promise((resolve) => (goOn = resolve));
  const { session, sent } = await untouched();
  const [first, second] = Object.keys(session.opened.boxes) as [string, string];
  session.edit('removeBoxes', { boxes: [first] });
  await (await vi.importActual<typeof import('./changing.ts')>('./changing.ts')).loadChanging();
  load.isDone = true;
  expect(session.canChangeNow()).toBe(false);
  session.edit('setBox', { box: second, changes: { existing: true } });
  expect(session.opened.boxes[second]?.existing).toBe(false);
  goOn();
  await soon(() => expect(sent).toEqual(['removeBoxes', 'setBox']));
  expect(session.canChangeNow()).toBe(true);
  session.close();
});

test('one that is refused then says so, and a worked-out edit waits as well', async () => {
  let goOn = () => undefined as void;
  load.now = new Promise((resolve) => (goOn = resolve));
  const { session, sent } = await untouched();
  expect(session.edit('setBox', { box: 'b99', changes: { existing: true } })).toBe(true);
  expect(session.problems).toEqual([]);
  session.edit('propose', { only: ['circuits'] });
  expect(session.opened.circuits).toEqual(study().circuits);
  goOn();
  await soon(() => expect(session.problems.map((p) => p.about)).toEqual(['Box']));
  await soon(() => expect([...sent, session.notice].join()).toMatch(/propose|Nothing is missing here/));
  session.close();
});

test('where it cannot be loaded, nothing is changed and it is said; the next attempt loads it again', async () => {
  const lost = Promise.reject(new Error('no network'));
  lost.catch(() => undefined);
  load.now = lost;
  const { session, sent } = await untouched();
  const [box] = Object.keys(session.opened.boxes) as [string];
  session.edit('removeBoxes', { boxes: [box] });
  await soon(() => expect(session.notice).toMatch(/could not be loaded, so nothing was changed/));
  expect(session.opened.boxes[box]).toBeDefined();
  expect(sent).toEqual([]);
  load.now = Promise.resolve();
  session.edit('removeBoxes', { boxes: [box] });
  await soon(() => expect(sent).toEqual(['removeBoxes']));
  expect(session.opened.boxes[box]).toBe(undefined);
  session.close();
});

test('what a form does waits for what makes changes, is done once however often it is pressed, and not in another job', async () => {
  let goOn = () => undefined as void;
  load.now = new Promise((resolve) => (goOn = resolve));
  const { session } = await untouched();
  const done: string[] = [];
  const add = onceReady((what: string) => void done.push(what));
  add('a wall');
  add('a wall');
  expect([done, session.saving]).toEqual([[], 'being done']);
  goOn();
  await soon(() => expect([done, session.saving]).toEqual([['a wall'], 'saved']));
  // From now on at once.
  add('a door');
  expect(done).toEqual(['a wall', 'a door']);

  load.isDone = false;
  load.now = new Promise((resolve) => (goOn = resolve));
  add('a window');
  session.close();
  goOn();
  await soon(() => expect(session.saving).toBe('saved'));
  expect(done).toEqual(['a wall', 'a door']);
});

test('what a form cannot do, as what makes changes cannot be loaded, is told and not done', async () => {
  const lost = Promise.reject(new Error('no network'));
  lost.catch(() => undefined);
  load.now = lost;
  const { session } = await untouched();
  const done: string[] = [];
  onceReady(() => void done.push('a wall'))();
  await soon(() => expect(session.notice).toMatch(/could not be loaded, so nothing was changed/));
  expect([done, session.saving]).toEqual([[], 'saved']);
  session.close();
});
