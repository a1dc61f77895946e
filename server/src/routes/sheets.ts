import { issueAskedSchema, newIssueSchema, type SheetsMade, sheetsAskedSchema } from '@fieldchalk/contracts';
import express, { type Request, type Response } from 'express';
import { personOf } from '../access/who.ts';
import { ApiError } from '../errors.ts';
import type { Services } from '../services/index.ts';
import type { SheetsTold } from '../sheets/sheetWorker.ts';
import { atMostEach } from './atMost.ts';
import { idOf, parsed } from './request.ts';

/** Makes sheets, with a line for each step on the way: `{"told": …}`, then `{"made": …}` or `{"problem": …}`. They are made also for who leaves meanwhile, and are there when they come back. */
async function inLines(
  request: Request,
  response: Response,
  make: (told: (how: SheetsTold) => void) => Promise<SheetsMade>,
): Promise<void> {
  const wantsLines = request.accepts(['json', 'application/x-ndjson']) === 'application/x-ndjson';
  const line = (value: unknown) => {
    if (response.destroyed) return;
    if (!response.headersSent) response.type('application/x-ndjson');
    response.write(`${JSON.stringify(value)}\n`);
    // What is compressed waits for more, unless it is told to go.
    response.flush();
  };
  try {
    const made = await make((told) => wantsLines && line({ told }));
    if (!wantsLines) return void response.json(made);
    line({ made });
    response.end();
  } catch (error) {
    if (!response.headersSent || !(error instanceof ApiError)) throw error;
    line({ problem: { code: error.code, detail: error.detail, problems: error.problems } });
    response.end();
  }
}

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
  router.post('/jobs/:job/issues/sheets', often(), async (request, response) => {
    const { set, number } = parsed(issueAskedSchema, request.body);
    await inLines(request, response, (told) => sheets.again(idOf(request, 'job'), set, number, told));
  });
  return router;
}
