import {
  archivedSchema,
  changeSchema,
  jobAboutChangesSchema,
  jobCopySchema,
  measurementSchema,
  newJobAskedSchema,
  sinceSchema,
} from '@fieldchalk/contracts';
import express from 'express';
import { LongBody } from '../aside/aside.ts';
import { askedBy, personOf } from '../access/who.ts';
import type { Services } from '../services/index.ts';
import { listen } from './listen.ts';
import { atMostEach } from './atMost.ts';
import { idOf, parsed } from './request.ts';

/** Jobs, the changes made to them, and what a meter measures for them. */
export function jobRoutes(services: Services): express.Router {
  const { jobs, cards, changes, books, prices, live, given, audit, accessEnded } = services;
  const router = express.Router();
  router.get('/jobs', async (_request, response) => {
    const { who, role } = askedBy(response);
    if (who?.kind === 'person' && (role === 'owner' || role === 'lead'))
      return void response.json(await jobs.list(who.company));
    response.json(who ? await jobs.some(await given.jobsOf(who)) : []);
  });
  router.post('/jobs', atMostEach(200, 'new jobs'), async (request, response) => {
    const { company, id: by } = personOf(response);
    const body: unknown = request.body;
    const asked = body instanceof LongBody ? body : parsed(newJobAskedSchema, body);
    const starting = { rules: await books.of(company), prices: await prices.of(company) };
    const job = await jobs.create(company, asked, { ...starting, by });
    await audit.write(response, 'made a job', job.name, job.id);
    response.status(201).json(job);
  });
  router.get('/jobs/:job', async (request, response) => {
    response.json(await jobs.get(idOf(request, 'job')));
  });
  router.get('/jobs/:job/document', async (request, response) => {
    const { name, document } = await jobs.document(idOf(request, 'job'));
    response.attachment(`${name}.json`).type('application/octet-stream').send(Buffer.from(document));
  });
  router.get('/jobs/:job/card', async (request, response) => {
    response.json(await cards.of(idOf(request, 'job')));
  });
  router.post('/jobs/:job/about', async (request, response) => {
    const job = idOf(request, 'job');
    const { id: by } = personOf(response);
    const change = await changes.make(job, 'describeJob', parsed(jobAboutChangesSchema, request.body), by);
    if (change) live.tellChange(job, change);
    response.status(204).end();
  });
  router.post('/jobs/:job/copies', atMostEach(200, 'copies of jobs'), async (request, response) => {
    const { name } = parsed(jobCopySchema, request.body);
    const job = await jobs.copy(personOf(response).company, idOf(request, 'job'), name);
    await audit.write(response, 'copied a job', name, job.id);
    response.status(201).json(job);
  });
  router.post('/jobs/:job/archived', async (request, response) => {
    const id = idOf(request, 'job');
    const { isArchived } = parsed(archivedSchema, request.body);
    await jobs.archive(id, isArchived);
    await audit.write(response, isArchived ? 'archived a job' : 'brought a job back', '', id);
    response.status(204).end();
  });
  router.post('/example-jobs', atMostEach(20, 'example jobs'), async (_request, response) => {
    const job = await jobs.example(personOf(response).company);
    await audit.write(response, 'made a job', job.name, job.id);
    response.status(201).json(job);
  });
  router.delete('/jobs/:job', async (request, response) => {
    const id = idOf(request, 'job');
    await jobs.putAway(id);
    await audit.write(response, 'put a job away', '', id);
    await accessEnded({ job: id });
    response.status(204).end();
  });
  router.get('/away-jobs', async (_request, response) => {
    response.json(await jobs.away(personOf(response).company));
  });
  router.post('/away-jobs/:away', async (request, response) => {
    const job = await jobs.bringBack(personOf(response).company, idOf(request, 'away'));
    await audit.write(response, 'brought a job back', job.name, job.id);
    response.json(job);
  });
  router.post('/jobs/:job/changes', async (request, response) => {
    const job = idOf(request, 'job');
    const body: unknown = request.body;
    const asked = body instanceof LongBody ? body : parsed(changeSchema, body);
    const change = await changes.change(job, asked, personOf(response).id);
    live.tellChange(job, change);
    response.json(change);
  });
  router.get('/jobs/:job/changes', async (request, response) => {
    const { since, after } = parsed(sinceSchema, request.query);
    response.json(await changes.since(idOf(request, 'job'), since, after));
  });
  router.get('/jobs/:job/events', listen(services, 'job.read'));
  router.post('/jobs/:job/measurements', async (request, response) => {
    const measurement = parsed(measurementSchema, request.body);
    live.tell(idOf(request, 'job'), 'measurement', measurement);
    response.status(202).json(measurement);
  });
  return router;
}
