import { createServer, type Server } from 'node:http';
import { connect } from 'node:net';
import express from 'express';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Live, type Listening } from './live.ts';

let live: Live;
const mayStill = vi.fn(async (_listening: Listening) => true);
let server: Server;
let port: number;
beforeEach(async () => {
  mayStill.mockReset().mockResolvedValue(true);
  live = new Live(mayStill, { perPerson: 2, perAddress: 3, inAll: 5, unread: 200_000 });
  const app = express();
  app.get('/:job', (request, response) => {
    try {
      const job = String(request.params.job);
      const role = request.query['as'] === 'crew' ? 'crew' : 'lead';
      const action = role === 'crew' ? 'job.view' : 'job.read';
      live.listen({ topic: job, job, role, action, who: { kind: 'phone', id: role } }, request, response);
    } catch {
      response.status(429).end();
    }
  });
  server = createServer(app).listen(0, '127.0.0.1');
  await new Promise((up) => server.on('listening', up));
  port = (server.address() as { port: number }).port;
});
afterEach(() => {
  live.close();
  server.closeAllConnections();
  server.close();
});

/** A listener that reads, with what it has heard. */
async function ear(job: string, as = 'lead') {
  const abort = new AbortController();
  const response = await fetch(`http://127.0.0.1:${port}/${job}?as=${as}`, { signal: abort.signal });
  const heard: string[] = [];
  const reading = (async () => {
    for await (const part of response.body ?? []) heard.push(new TextDecoder().decode(part as Uint8Array));
  })().catch(() => undefined);
  return { status: response.status, heard, leave: () => abort.abort(), reading };
}

test('those at a job hear what is told of it, others do not; who leaves is forgotten', async () => {
  const [one, other] = [await ear('a'), await ear('b')];
  live.tell('a', 'marks', [1]);
  await vi.waitFor(() => expect(one.heard.join('')).toContain('event: marks\ndata: [1]'));
  expect(other.heard.join('')).not.toContain('marks');
  one.leave();
  await vi.waitFor(() => expect(live.size).toBe(1));
});

test('each hears only what their role may', async () => {
  const [lead, crew] = [await ear('a'), await ear('a', 'crew')];
  live.tell('a', 'change', { patches: ['secret'] });
  live.tell('a', 'late', {});
  live.tell('a', 'plan', { revision: 4 });
  await vi.waitFor(() => expect(crew.heard.join('')).toContain('{"revision":4}'));
  expect(crew.heard.join('')).not.toMatch(/secret|late/);
  await vi.waitFor(() => expect(lead.heard.join('')).toMatch(/secret[^]*late/));
});

test('who may listen no more is cut off when it is asked again; a database that fails ends nobody', async () => {
  const [lead, crew] = [await ear('a'), await ear('a', 'crew')];
  mayStill.mockRejectedValue(new Error('no answer'));
  await live.recheck({});
  expect(live.size).toBe(2);
  mayStill.mockResolvedValue(false);
  await live.recheck({ person: 'crew' });
  await crew.reading;
  await vi.waitFor(() => expect(live.size).toBe(1));
  lead.leave();
});

test('more than may listen of one person, or from one address, are sent away; one that leaves makes room', async () => {
  const ears = [await ear('a'), await ear('b')];
  expect((await ear('a')).status).toBe(429);
  expect((await ear('a', 'crew')).status).toBe(200);
  expect((await ear('b', 'crew')).status).toBe(429);
  ears[0]!.leave();
  await vi.waitFor(() => expect(live.size).toBe(2));
  expect((await ear('a')).status).toBe(200);
});

test('one that does not read is cut off, and others go on hearing', async () => {
  const deaf = connect(port, '127.0.0.1');
  deaf.on('error', () => undefined);
  deaf.write('GET /a HTTP/1.1\r\nhost: here\r\n\r\n');
  deaf.pause();
  await vi.waitFor(() => expect(live.size).toBe(1));
  const good = await ear('a');
  const big = 'x'.repeat(100_000);
  for (let i = 0; i < 200 && live.size > 1; i++) {
    live.tell('a', 'change', big);
    await new Promise((go) => setTimeout(go, 5));
  }
  expect(live.size).toBe(1);
  live.tell('a', 'change', 'last');
  await vi.waitFor(() => expect(good.heard.join('')).toContain('"last"'));
  deaf.destroy();
});
