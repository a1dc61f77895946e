import { lateMarksSchema, newShareSchema } from '@fieldchalk/contracts';
import express from 'express';
import type { Services } from '../services/index.ts';
import { idOf, parsed } from './request.ts';

/** Share links of a job, and what the crew has ticked off, for the lead. */
export function shareRoutes({ jobs, crew, live }: Services): express.Router {
  const router = express.Router();
  router.get('/jobs/:job/marks', async (request, response) => {
    const job = idOf(request, 'job');
    await jobs.expect(job);
    response.json(await crew.marks(job));
  });
  router.get('/jobs/:job/shares', async (request, response) => {
    const job = idOf(request, 'job');
    await jobs.expect(job);
    response.json(await crew.shares(job));
  });
  router.post('/jobs/:job/shares', async (request, response) => {
    const id = idOf(request, 'job');
    await jobs.expect(id);
    const { label } = parsed(newShareSchema, request.body ?? {});
    response.status(201).json(await crew.makeShare(id, label));
  });
  router.get('/jobs/:job/late-marks', async (request, response) => {
    const job = idOf(request, 'job');
    await jobs.expect(job);
    response.json(await crew.lateMarks(job));
  });
  router.post('/jobs/:job/late-marks', async (request, response) => {
    const job = idOf(request, 'job');
    await jobs.expect(job);
    const { take, drop } = parsed(lateMarksSchema, request.body);
    const marks = await crew.settleLate(job, take, drop);
    if (marks.length > 0) live.tell(job, 'marks', marks);
    live.tell(job, 'late', {});
    response.json(marks);
  });
  router.delete('/jobs/:job/shares/:token', async (request, response) => {
    const job = idOf(request, 'job');
    await crew.revoke(job, idOf(request, 'token'));
    live.tell(job, 'shares', {});
    response.status(204).end();
  });
  return router;
}
