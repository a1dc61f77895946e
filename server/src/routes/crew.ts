import { newMarksSchema } from '@fieldchalk/contracts';
import express from 'express';
import type { Services } from '../services/index.ts';
import { idOf, parsed } from './request.ts';

/** What a share link opens, for the crew on their phones. */
export function crewRoutes({ jobs, crew, live }: Services): express.Router {
  const router = express.Router();
  router.get('/crew/:token', async (request, response) => {
    const { job } = await crew.jobOf(idOf(request, 'token'));
    response.json({ ...(await jobs.get(job)), marks: await crew.marks(job) });
  });
  router.post('/crew/:token/marks', async (request, response) => {
    const { job } = await crew.jobOf(idOf(request, 'token'));
    const marks = await crew.add(job, parsed(newMarksSchema, request.body).marks);
    live.tell(job, 'marks', marks);
    response.status(201).json(marks);
  });
  router.get('/crew/:token/events', async (request, response) => {
    const { job } = await crew.jobOf(idOf(request, 'token'));
    live.listen(job, request, response);
  });
  return router;
}
