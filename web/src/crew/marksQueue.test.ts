// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Refusal } from '../session/api.ts';
import { MarksQueue, type QueuedMark } from './marksQueue.ts';

const mark = (id: string, done = true): QueuedMark => ({
  id,
  kind: 'box',
  about: `b${id}`,
  done,
  by: 'Apprentice',
});

/** A server that can be unplugged, is slow when asked, and refuses what it is told to. */
class FakeServer {
  readonly had: string[][] = [];
  unplugged = false;
  refuses = 0;
  private waiting: (() => void)[] = [];
  slow = false;

  readonly fetch = async (_: string, init: { body: string }) => {
    const ids = (JSON.parse(init.body) as { marks: QueuedMark[] }).marks.map((m) => m.id);
    if (this.slow) await new Promise<void>((go) => this.waiting.push(go));
    if (this.unplugged) throw new TypeError('no network');
    if (this.refuses)
      return { ok: false, status: this.refuses, json: async () => ({ detail: 'this link was withdrawn' }) };
    this.had.push(ids);
    return { ok: true, status: 200, json: async () => ({}) };
  };
  answer(): void {
    for (const go of this.waiting.splice(0)) go();
  }
}

let server: FakeServer;
let told: [number, Refusal | null][];
const queue = (token = 't1') => new MarksQueue(token, (waiting, problem) => told.push([waiting, problem]));
const settled = () => new Promise((go) => setTimeout(go, 5));
beforeEach(() => {
  localStorage.clear();
  server = new FakeServer();
  told = [];
  vi.stubGlobal('fetch', server.fetch);
});
afterEach(() => vi.unstubAllGlobals());

test('a tick goes out at once, and then nothing waits', async () => {
  const q = queue();
  q.add(mark('1'));
  await settled();
  expect(server.had).toEqual([['1']]);
  expect(q.list).toEqual([]);
  expect(told.at(-1)).toEqual([0, null]);
});

test('with no network ticks wait, outlive a reload and go together in the order they were made', async () => {
  server.unplugged = true;
  const q = queue();
  q.add(mark('1'));
  q.add(mark('2', false));
  await settled();
  expect(told.at(-1)![0]).toBe(2);
  expect(told.at(-1)![1]!.status).toBe(0);
  const reopened = queue();
  expect(reopened.list.map((m) => [m.id, m.done])).toEqual([
    ['1', true],
    ['2', false],
  ]);
  server.unplugged = false;
  await reopened.send();
  expect(server.had).toEqual([['1', '2']]);
  expect(queue().list).toEqual([]);
});

test('a tick made while others are on their way is not lost with their answer', async () => {
  server.slow = true;
  const q = queue();
  q.add(mark('1'));
  server.slow = false;
  server.unplugged = true;
  q.add(mark('2'));
  await settled();
  server.unplugged = false;
  server.answer();
  await settled();
  expect(server.had).toEqual([['1']]);
  expect(q.list.map((m) => m.id)).toEqual(['2']);
});

test('a withdrawn link is told with the server’s word, and the ticks are kept', async () => {
  server.refuses = 410;
  const q = queue();
  q.add(mark('1'));
  await settled();
  expect([told.at(-1)![1]!.status, told.at(-1)![1]!.message]).toEqual([410, 'this link was withdrawn']);
  expect(queue().list).toHaveLength(1);
});

test('two links on one phone keep their ticks apart; sending nothing asks nothing of the server', async () => {
  server.unplugged = true;
  queue('t1').add(mark('1'));
  await settled();
  const other = queue('t2');
  expect(other.list).toEqual([]);
  server.unplugged = false;
  await other.send();
  expect(server.had).toEqual([]);
});
