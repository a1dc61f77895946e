import { statfs } from 'node:fs/promises';
import { windowErrorSchema } from '@fieldchalk/contracts';
import express from 'express';
import { ApiError } from '../errors.ts';
import { openApi } from '../openapi.ts';
import type { Services } from '../services/index.ts';
import { atMost } from './atMost.ts';
import { parsed } from './request.ts';

/** So much room on the disk, in bytes, is the least to go on with. */
const leastFree = 200 * 1024 * 1024;

/** The server about itself: whether it is well, what it counts, what its API is, and the log of what went wrong in windows. */
export function aboutRoutes({ db, log, metrics, state }: Services): express.Router {
  const router = express.Router();
  // Alive: the process answers. Nothing else is asked, so that a slow database gets no server killed.
  router.get('/health', (_request, response) => void response.json({ ok: true }));
  // Ready: what it takes to store a change is there.
  router.get('/ready', async (_request, response) => {
    const problems: string[] = [];
    if (state.isStopping) problems.push('the server is stopping');
    try {
      await db('jobs').first('id');
    } catch {
      problems.push('the database does not answer');
    }
    if (state.folder !== null) {
      const { bavail, bsize } = await statfs(state.folder);
      const free = bavail * bsize;
      if (free < leastFree)
        problems.push(`the disk of the data has ${Math.round(free / 1048576)} MB left; make room there`);
    }
    response.status(problems.length > 0 ? 503 : 200).json({ ok: problems.length === 0, problems });
  });
  router.get('/metrics', async (request, response) => {
    // What the server does is told on its own machine, to whoever collects it there.
    if (request.get('x-forwarded-for') !== undefined || !isLoopback(request.socket.remoteAddress))
      throw new ApiError('not-allowed', 'Metrics are told on the server’s own machine only.');
    const { type, text } = await metrics.text();
    response.type(type).send(text);
  });
  router.get('/openapi.json', async (_request, response) => {
    response.type('json').send(await openApi());
  });
  router.post('/window-errors', atMost(30, 'errors'), (request, response) => {
    log.error({ window: parsed(windowErrorSchema, request.body) }, 'a window failed');
    response.status(204).end();
  });
  return router;
}

const isLoopback = (address = ''): boolean => /^(127\.|::1$|::ffff:127\.)/.test(address);
