import { changeSchema, measurementSchema, newJobSchema, sinceSchema } from '@fieldchalk/contracts';
import express from 'express';
import type { Services } from '../services/index.ts';
import { idOf, parsed } from './request.ts';

/** Jobs, the changes made to them, and what a meter measures for them. */
export function jobRoutes({ jobs, changes, books, live }: Services): express.Router {
  const router = express.Router();
  router.get('/jobs', async (_request, response) => void response.json(await jobs.list()));
  router.post('/jobs', async (request, response) => {
    const asked = parsed(newJobSchema, request.body);
    response.status(201).json(await jobs.create(asked, await books.company()));
  });
  router.get('/jobs/:job', async (request, response) => {
    response.json(await jobs.get(idOf(request, 'job')));
  });
  router.get('/jobs/:job/document', async (request, response) => {
    const { name, document } = await jobs.document(idOf(request, 'job'));
    response.attachment(`${name}.json`).type('application/octet-stream').send(Buffer.from(document));
  });
  router.delete('/jobs/:job', async (request, response) => {
    await jobs.remove(idOf(request, 'job'));
    response.status(204).end();
  });
  router.post('/jobs/:job/changes', async (request, response) => {
    const job = idOf(request, 'job');
    const change = await changes.change(job, parsed(changeSchema, request.body));
    live.tell(job, 'change', change);
    response.json(change);
  });
  router.get('/jobs/:job/changes', async (request, response) => {
    const { since, after } = parsed(sinceSchema, request.query);
    response.json(await changes.since(idOf(request, 'job'), since, after));
  });
  router.get('/jobs/:job/events', async (request, response) => {
    const id = idOf(request, 'job');
    await jobs.expect(id);
    live.listen(id, request, response);
  });
  router.post('/jobs/:job/measurements', async (request, response) => {
    const id = idOf(request, 'job');
    await jobs.expect(id);
    const measurement = parsed(measurementSchema, request.body);
    live.tell(id, 'measurement', measurement);
    response.status(202).json(measurement);
  });
  return router;
}
