// @vitest-environment happy-dom
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { marksAtOnce, type NewMarks } from '@fieldchalk/contracts';
import { database } from '../kept/database.ts';
import { MarksQueue, moveTicks, type QueueState, type Ticked } from './marksQueue.ts';

/** A server that can be unplugged, is slow when asked, has withdrawn the link, and refuses ticks about what it is told. */
class TicksServer {
  readonly had: NewMarks[] = [];
  unplugged = false;
  behindPage = false;
  withdrawn = false;
  refuses = '';
  status = 422;
  slow = false;
  private waiting: (() => void)[] = [];

  readonly fetch = async (_: string, init: { body: string }) => {
    const sent = JSON.parse(init.body) as NewMarks;
    if (this.slow) await new Promise<void>((go) => this.waiting.push(go));
    if (this.unplugged) throw new TypeError('no network');
    if (this.behindPage) return new Response('<html>Sign in to this network</html>', { status: 200 });
    if (sent.marks.length > marksAtOnce || (this.refuses && sent.marks.some((m) => m.about === this.refuses)))
      return { ok: false, status: this.status, json: async () => ({ detail: 'nobody knows that' }) };
    this.had.push(sent);
    const stored = this.withdrawn ? [] : sent.marks.map((m) => ({ ...m, device: sent.device }));
    return { ok: true, status: this.withdrawn ? 202 : 201, json: async () => stored };
  };
  answer(): void {
    for (const go of this.waiting.splice(0)) go();
  }
  get abouts(): string[] {
    return this.had.flatMap((sent) => sent.marks.map((m) => m.about));
  }
}

let server: TicksServer;
let state: QueueState;
const tick = (about: string, done = true): Ticked => ({ kind: 'box', about, done, by: 'Apprentice' });
async function open(token = 't1'): Promise<MarksQueue> {
  const queue = new MarksQueue(
    token,
    (now) => (state = now),
    () => 5000,
  );
  await queue.open();
  return queue;
}
const abouts = () => state.list.map((m) => m.about);
beforeEach(async () => {
  localStorage.clear();
  await (await database()).clear('ticks');
  server = new TicksServer();
  vi.stubGlobal('fetch', server.fetch);
});
afterEach(() => {
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

describe('ticks', () => {
  test('one goes out at once with who made it, its number and when; then nothing waits', async () => {
    const q = await open();
    q.heard([{ id: 'x', device: 'other', number: 41, madeAt: 1 }]);
    await q.add(tick('b1'));
    expect(server.had).toMatchObject([{ marks: [{ about: 'b1', number: 42, madeAt: 5000 }] }]);
    expect(server.had[0]!.device).toBe(localStorage.getItem('fieldchalk.device'));
    expect(state).toMatchObject({ list: [], problem: null, isKept: true, late: 0 });
  });

  test('with no network they wait, outlive a reload and go in the order they were made', async () => {
    server.unplugged = true;
    const q = await open();
    await q.add(tick('b1'));
    await q.add(tick('b1', false));
    expect(state.problem!.status).toBe(0);
    const reopened = await open();
    expect(state.list.map((m) => [m.about, m.done])).toEqual([
      ['b1', true],
      ['b1', false],
    ]);
    server.unplugged = false;
    await reopened.send();
    expect(server.had.map((sent) => sent.marks.map((m) => m.done))).toEqual([[true, false]]);
    await open();
    expect(state.list).toEqual([]);
  });

  test('behind a network’s sign-in page they wait: its page is no answer', async () => {
    const q = await open();
    server.behindPage = true;
    await q.add(tick('b1'));
    expect(state).toMatchObject({ list: [{ about: 'b1' }], late: 0, problem: { status: 0 } });
    server.behindPage = false;
    await q.send();
    expect([server.abouts, state.list]).toEqual([['b1'], []]);
  });

  test('one made while others are on their way is not lost with their answer', async () => {
    const q = await open();
    server.slow = true;
    const first = q.add(tick('b1'));
    await vi.waitFor(() => expect(state.list).toHaveLength(1));
    await new Promise((go) => setTimeout(go, 20));
    server.slow = false;
    const second = q.add(tick('b2'));
    server.answer();
    await Promise.all([first, second]);
    await q.send();
    expect(server.abouts).toEqual(['b1', 'b2']);
    expect(state.list).toEqual([]);
  });

  test('two tabs of one phone, offline: all ticks of both arrive, from whichever sends', async () => {
    server.unplugged = true;
    const [one, two] = [await open(), await open()];
    await one.add(tick('b1'));
    await two.add(tick('b2'));
    await one.add(tick('b3'));
    server.unplugged = false;
    await two.send();
    expect(server.abouts.sort()).toEqual(['b1', 'b2', 'b3']);
    await one.send();
    expect(server.abouts).toHaveLength(3);
  });

  test('two links on one phone keep their ticks apart; sending nothing asks nothing of the server', async () => {
    server.unplugged = true;
    await (await open('t1')).add(tick('b1'));
    const other = await open('t2');
    expect(state.list).toEqual([]);
    server.unplugged = false;
    await other.send();
    expect(server.had).toEqual([]);
  });

  test('those kept before there was a database go with the others', async () => {
    const old = [
      { id: 'o1', ...tick('b7') },
      { id: 'o2', ...tick('b8') },
    ];
    localStorage.setItem('fieldchalk.ticks.t1', JSON.stringify(old));
    const q = await open();
    expect(abouts()).toEqual(['b7', 'b8']);
    await q.send();
    expect(server.abouts).toEqual(['b7', 'b8']);
    expect(localStorage.getItem('fieldchalk.ticks.t1')).toBe(null);
  });
});

describe('many, and refused ones', () => {
  async function waiting(count: number): Promise<MarksQueue> {
    const db = await database();
    const all = db.transaction('ticks', 'readwrite');
    for (let i = 0; i < count; i++)
      void all.store.put({
        ...tick(`b${i}`),
        id: `m${i}`,
        token: 't1',
        device: 'phone',
        number: i,
        madeAt: i,
      });
    await all.done;
    return open();
  }

  test('more than go at once go in batches, in order', async () => {
    const q = await waiting(1201);
    await q.send();
    expect(server.had.map((sent) => sent.marks.length)).toEqual([500, 500, 201]);
    expect(server.abouts[1200]).toBe('b1200');
    expect(state.list).toEqual([]);
  });

  test.each([400, 413, 422])(
    'one answered %i is set aside with its words and the rest goes on; it can be sent again or let go',
    async (status) => {
      const q = await waiting(600);
      Object.assign(server, { refuses: 'b333', status });
      await q.send();
      expect(server.abouts).toHaveLength(599);
      expect(state.list.map((m) => [m.about, m.refused])).toEqual([['b333', 'nobody knows that']]);
      await q.add(tick('later'));
      expect(server.abouts.at(-1)).toBe('later');
      server.refuses = '';
      await q.again('m333');
      expect(server.abouts.at(-1)).toBe('b333');
      server.refuses = 'b9';
      await q.add(tick('b9'));
      expect(abouts()).toEqual(['b9']);
      await q.letGo(state.list[0]!.id);
      await open();
      expect(state.list).toEqual([]);
    },
  );

  test('on a link that was withdrawn they go to the lead as late ones', async () => {
    server.withdrawn = true;
    const q = await waiting(3);
    await q.send();
    expect(state).toMatchObject({ late: 3, list: [] });
  });

  test('a server that fails keeps them waiting', async () => {
    Object.assign(server, { refuses: 'b1', status: 503 });
    const q = await waiting(3);
    await q.send();
    expect(state.list).toHaveLength(3);
    expect(state.problem!.status).toBe(503);
  });
});

test('a tick is not said to wait before the phone has it', async () => {
  server.unplugged = true;
  const told: [listed: number, waiting: number][] = [];
  const q = new MarksQueue('j1', ({ list, waiting }) => told.push([list.length, waiting]));
  await q.open();
  told.length = 0;
  await q.add(tick('b1'));
  expect(told.slice(0, 2)).toEqual([
    [1, 0],
    [1, 1],
  ]);
  expect(await (await database()).getAllFromIndex('ticks', 'token', 'j1')).toHaveLength(1);
});

test('where the phone has no room it is said, and the tick is sent all the same', async () => {
  const q = await open();
  vi.spyOn(await database(), 'put').mockRejectedValue(new DOMException('full', 'QuotaExceededError'));
  server.unplugged = true;
  await q.add(tick('b1'));
  expect(state).toMatchObject({ isKept: false, list: [{ about: 'b1' }] });
  server.unplugged = false;
  await q.send();
  expect(server.abouts).toEqual(['b1']);
});

test('ticks that wait under an old link go on under the job it opened', async () => {
  server.unplugged = true;
  const q = await open();
  await q.add(tick('b1'));
  await moveTicks('t1', 'the-job');
  const moved = new MarksQueue('the-job', (now) => (state = now));
  await moved.open();
  expect(state.list.map((m) => m.about)).toEqual(['b1']);
});
