import { newMarksSchema } from '@fieldchalk/contracts';
import express from 'express';
import type { Services } from '../services/index.ts';
import { atMost } from './atMost.ts';
import { idOf, parsed } from './request.ts';

/** What a share link opens, for the crew on their phones. */
export function crewRoutes({ jobs, crew, live }: Services): express.Router {
  const router = express.Router();
  // Who tries links that nobody made is soon sent away; those that are known are never counted.
  router.use(
    '/crew',
    atMost(60, 'links that are not known', (response) => response.statusCode === 404),
  );
  router.get('/crew/:token', async (request, response) => {
    const job = await crew.jobOf(idOf(request, 'token'));
    response.json({ ...(await jobs.get(job)), marks: await crew.marks(job) });
  });
  router.post('/crew/:token/marks', async (request, response) => {
    const { device, marks } = parsed(newMarksSchema, request.body);
    const share = await crew.share(idOf(request, 'token'));
    if (share.isOpen) {
      const { stored, fresh } = await crew.add(share.job, device, marks);
      if (fresh.length > 0) live.tell(share.job, 'marks', fresh);
      return void response.status(201).json(stored);
    }
    await crew.addLate(share, device, marks);
    live.tell(share.job, 'late', {});
    response.status(202).json([]);
  });
  router.get('/crew/:token/events', async (request, response) => {
    const job = await crew.jobOf(idOf(request, 'token'));
    live.listen(job, request, response);
  });
  return router;
}
