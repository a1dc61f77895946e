import { issueAskedSchema, newIssueSchema, sheetsAskedSchema } from '@fieldchalk/contracts';
import express from 'express';
import { personOf } from '../access/who.ts';
import { ApiError } from '../errors.ts';
import type { Services } from '../services/index.ts';
import { atMostEach } from './atMost.ts';
import { inLines } from './inLines.ts';
import { idOf, parsed } from './request.ts';

/** Sheets of a job: made, fetched whole or page by page, and issued as sets. */
export function sheetRoutes({ sheets, ifcFiles, audit }: Services): express.Router {
  const router = express.Router();
  const often = () => atMostEach(600, 'sets of sheets');
  router.post('/jobs/:job/sheets', often(), async (request, response) => {
    const asked = parsed(sheetsAskedSchema, request.body);
    await inLines(request, response, (told) => sheets.make(idOf(request, 'job'), asked, told));
  });
  router.get('/jobs/:job/sheets/:made', (request, response) => {
    const { pdf } = sheets.of(idOf(request, 'job'), idOf(request, 'made'));
    response.type('application/pdf').send(Buffer.from(pdf));
  });
  router.get('/jobs/:job/sheets/:made/pages/:page', (request, response) => {
    const { pages } = sheets.of(idOf(request, 'job'), idOf(request, 'made'));
    const page = pages[Number(idOf(request, 'page')) - 1];
    if (!page) throw new ApiError('not-found', `These sheets have ${pages.length} pages.`);
    response.set('cache-control', 'private, max-age=600').type('image/svg+xml').send(page.svg);
  });
  router.get('/jobs/:job/ifc', often(), async (request, response) => {
    const { name, file } = await ifcFiles.of(idOf(request, 'job'));
    response.attachment(`${name}.ifc`).type('application/x-step').send(Buffer.from(file));
  });
  router.get('/jobs/:job/issues', async (request, response) => {
    response.json(await sheets.issues(idOf(request, 'job')));
  });
  router.post('/jobs/:job/issues', async (request, response) => {
    const job = idOf(request, 'job');
    const { set, day } = parsed(newIssueSchema, request.body);
    const issue = await sheets.issue(job, set, day, personOf(response).id);
    await audit.write(response, 'issued sheets', `${issue.name}, issue ${issue.number}`, job);
    response.status(201).json({ ...issue, by: personOf(response).name });
  });
  router.get('/jobs/:job/issues/:set/:number/plan', async (request, response) => {
    const { set, number } = parsed(issueAskedSchema, {
      set: idOf(request, 'set'),
      number: Number(idOf(request, 'number')),
    });
    response.type('json').send(await sheets.planOf(idOf(request, 'job'), set, number));
  });
  router.post('/jobs/:job/issues/sheets', often(), async (request, response) => {
    const { set, number } = parsed(issueAskedSchema, request.body);
    await inLines(request, response, (told) => sheets.again(idOf(request, 'job'), set, number, told));
  });
  return router;
}
