import { windowErrorSchema } from '@fieldchalk/contracts';
import express from 'express';
import { openApi } from '../openapi.ts';
import type { Services } from '../services/index.ts';
import { atMost } from './atMost.ts';
import { parsed } from './request.ts';

/** The server about itself: whether it is well, what its API is, and the log of what went wrong in windows. */
export function aboutRoutes({ db, log }: Services): express.Router {
  const router = express.Router();
  router.get('/health', async (_request, response) => {
    response.json({ ok: (await db('jobs').count({ n: '*' })).length === 1 });
  });
  router.get('/openapi.json', (_request, response) => void response.json(openApi()));
  router.post('/window-errors', atMost(30, 'errors'), (request, response) => {
    log.error({ window: parsed(windowErrorSchema, request.body) }, 'a window failed');
    response.status(204).end();
  });
  return router;
}
