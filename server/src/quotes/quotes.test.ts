import { createServer, type Server } from 'node:http';
import { once } from 'node:events';
import type { AddressInfo } from 'node:net';
import { afterEach, beforeEach, describe, expect, test } from 'vitest';
import { TestServer } from '../testing/server.ts';
import { readConfig } from '../config.ts';
import { Quotes } from './quotes.ts';
import { standInQuote, standIns, startStandIns } from './standIn.ts';

const today = Date.parse('2026-11-28T12:00:00Z');
const asked = {
  lines: [
    { item: 'cable-14/2', quantity: 1250, unit: 'ft' as const },
    { item: 'plate-1g', quantity: 40, unit: 'each' as const },
    { item: 'breaker-15a-1p-afci', quantity: 3, unit: 'each' as const },
    { item: 'tail-14-bare', quantity: 30, unit: 'in' as const },
  ],
};

let standIn: Awaited<ReturnType<typeof startStandIns>>;
beforeEach(async () => {
  standIn = await startStandIns(() => today);
});
afterEach(() => standIn.close());

const at = (mode: string) => ({ name: 'Quarry', url: `${standIn.url}/quote/quarry?mode=${mode}` });
const ask = (sources: readonly { name: string; url: string }[], seconds = 1) =>
  new Quotes(sources, { seconds, bytes: 100_000 }).ask(asked);

describe('suppliers that are made up', () => {
  test('quote what they sell: price breaks, how much there is, how long it takes, until when', () => {
    const quote = standInQuote(standIns['quarry']!, asked, '2026-11-28');
    expect(quote.lines.map((l) => l.item)).toEqual(['cable-14/2', 'plate-1g']);
    expect(quote).toMatchObject({ validUntil: '2026-12-12', freight: 3500 });
    for (const { breaks, available, leadDays } of quote.lines) {
      expect(breaks[0]!.from).toBe(0);
      expect(breaks.map((b) => b.cents)).toEqual(breaks.map((b) => b.cents).toSorted((a, b) => b - a));
      expect([available > 0, leadDays > 0]).toEqual([true, true]);
    }
    expect(standInQuote(standIns['harbor']!, asked, '2026-11-28').lines).toHaveLength(3);
  });
});

describe('asked for quotes', () => {
  test('all answer at once, each by its name', async () => {
    const answers = await ask(standIn.sources);
    expect(answers.map((a) => [a.supplier, a.says, a.quote?.lines.length])).toEqual([
      ['Quarry Electric', '', 2],
      ['Harbor Supply', '', 3],
    ]);
  });

  test.each([
    ['slow', 'has not answered within 1 seconds'],
    ['hangs', 'has not answered within 1 seconds'],
    ['nonsense', 'something that is no quote'],
    ['fails', 'answers with an error (503)'],
  ])('one that is %s is said so, and the others are there', async (mode, says) => {
    const began = performance.now();
    const [bad, good] = await ask([at(mode), standIn.sources[1]!]);
    expect(bad).toMatchObject({ quote: null, says: expect.stringContaining(says) as string });
    expect(good?.quote?.lines).toHaveLength(3);
    expect(performance.now() - began).toBeLessThan(3000);
  });

  test('a slow one that is waited for answers', async () => {
    expect((await ask([at('slow')], 20))[0]?.quote?.lines).toHaveLength(2);
  });

  test('one that is not there, answers without end, or sends elsewhere is said so', async () => {
    const listen = async (answer: Parameters<typeof createServer>[1]): Promise<[Server, string]> => {
      const server = createServer(answer as never).listen(0, '127.0.0.1');
      await once(server, 'listening');
      return [server, `http://127.0.0.1:${(server.address() as AddressInfo).port}`];
    };
    const [endless, first] = await listen(((
      _q: unknown,
      r: { write: (s: string) => boolean; on: (e: string, f: () => void) => void },
    ) => {
      const more = () => {
        while (r.write('x'.repeat(10_000)));
      };
      r.on('drain', more);
      more();
    }) as never);
    const [moved, second] = await listen(((
      _q: unknown,
      r: { writeHead: (s: number, h: object) => { end: () => void } },
    ) => r.writeHead(302, { location: standIn.url }).end()) as never);
    try {
      const answers = await ask([
        { name: 'Gone', url: 'http://127.0.0.1:9/ask' },
        { name: 'Endless', url: first },
        { name: 'Moved', url: second },
      ]);
      expect(answers.map((a) => [a.quote, a.says])).toEqual([
        [null, 'Gone cannot be reached. Ask again later.'],
        [null, 'Endless answers more than a quote can be.'],
        [null, 'Moved cannot be reached. Ask again later.'],
      ]);
    } finally {
      for (const server of [endless, moved]) {
        server.closeAllConnections();
        server.close();
      }
    }
  });
});

describe('over the API', () => {
  const server = new TestServer();

  test('leads ask, crew may not; with no suppliers there are no answers; nonsense is refused', async () => {
    expect((await server.api.post('/api/quotes').send(asked)).body).toEqual([]);
    expect((await server.api.post('/api/quotes').send({ lines: [] })).status).toBe(400);
    const crew = await server.person('crew');
    expect((await crew.asks.post('/api/quotes').send(asked)).status).toBe(403);
  });
});

test('suppliers are named in the environment, each with its address; a list that is none is refused by its name', () => {
  const set = (FIELDCHALK_SUPPLIERS: string) => readConfig({ FIELDCHALK_SUPPLIERS }).suppliers;
  expect(set('Quarry Electric=https://q.example/ask?a=1, Other=http://127.0.0.1:9/b')).toEqual([
    { name: 'Quarry Electric', url: 'https://q.example/ask?a=1' },
    { name: 'Other', url: 'http://127.0.0.1:9/b' },
  ]);
  expect(readConfig({}).suppliers).toEqual([]);
  expect(() => set('Quarry Electric')).toThrow('FIELDCHALK_SUPPLIERS');
  expect(() => set('Quarry=ftp://x')).toThrow('FIELDCHALK_SUPPLIERS');
});
