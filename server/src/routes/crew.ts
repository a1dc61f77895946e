import { lateMarksSchema, newMarksSchema, reachOf } from '@fieldchalk/contracts';
import express from 'express';
import { askedBy } from '../access/who.ts';
import type { Services } from '../services/index.ts';
import { listen } from './listen.ts';
import { idOf, parsed } from './request.ts';

/** A job as the crew sees it, what they tick, and what the lead makes of ticks that came late. */
export function crewRoutes(services: Services): express.Router {
  const { jobs, crew, live, audit } = services;
  const router = express.Router();
  /** All ticks, or with `?marks=standing` those that may stand: after years they are a small part. */
  const marksAsked = (request: express.Request, job: string) =>
    request.query['marks'] === 'standing' ? crew.standing(job) : crew.marks(job);
  router.get('/crew/:job', async (request, response) => {
    const job = idOf(request, 'job');
    const { role } = askedBy(response);
    const mayTick = role !== null && reachOf(role, 'job.tick') !== 'no';
    const seen = await jobs.forCrew(job);
    const head = JSON.stringify({ ...seen.job, marks: await marksAsked(request, job), mayTick });
    // The view is text already, and long.
    response.type('json').send(`${head.slice(0, -1)},"view":${seen.view}}`);
  });
  router.post('/crew/:job/marks', async (request, response) => {
    const job = idOf(request, 'job');
    const { device, marks } = parsed(newMarksSchema, request.body);
    const { hasEnded, label } = askedBy(response);
    if (hasEnded) {
      await crew.addLate(job, label, device, marks);
      live.tell(job, 'late', {});
      return void response.status(202).json([]);
    }
    const { stored, fresh } = await crew.add(job, device, marks);
    if (fresh.length > 0) live.tell(job, 'marks', fresh);
    response.status(201).json(stored);
  });
  router.get('/crew/:job/events', listen(services, 'job.view'));
  router.get('/jobs/:job/marks', async (request, response) => {
    response.json(await marksAsked(request, idOf(request, 'job')));
  });
  router.get('/jobs/:job/late-marks', async (request, response) => {
    response.json(await crew.lateMarks(idOf(request, 'job')));
  });
  router.post('/jobs/:job/late-marks', async (request, response) => {
    const job = idOf(request, 'job');
    const { take, drop } = parsed(lateMarksSchema, request.body);
    const marks = await crew.settleLate(job, take, drop);
    await audit.write(response, 'settled late ticks', `${take.length} count, ${drop.length} do not`, job);
    if (marks.length > 0) live.tell(job, 'marks', marks);
    live.tell(job, 'late', {});
    response.json(marks);
  });
  return router;
}
