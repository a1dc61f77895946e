import { newShareSchema } from '@fieldchalk/contracts';
import express from 'express';
import type { Services } from '../services/index.ts';
import { idOf, parsed } from './request.ts';

/** Share links of a job, and what the crew has ticked off, for the lead. */
export function shareRoutes({ jobs, crew, live }: Services): express.Router {
  const router = express.Router();
  router.get('/jobs/:job/marks', async (request, response) => {
    response.json(await crew.marks(idOf(request, 'job')));
  });
  router.get('/jobs/:job/shares', async (request, response) => {
    response.json(await crew.shares(idOf(request, 'job')));
  });
  router.post('/jobs/:job/shares', async (request, response) => {
    const { id } = await jobs.get(idOf(request, 'job'));
    const { label } = parsed(newShareSchema, request.body ?? {});
    response.status(201).json(await crew.share(id, label));
  });
  router.delete('/jobs/:job/shares/:token', async (request, response) => {
    const job = idOf(request, 'job');
    await crew.revoke(job, idOf(request, 'token'));
    live.tell(job, 'shares', {});
    response.status(204).end();
  });
  return router;
}
