import { pipeline } from 'node:stream/promises';
import { auditQuerySchema, companyNameSchema } from '@fieldchalk/contracts';
import express from 'express';
import { personOf } from '../access/who.ts';
import { ApiError } from '../errors.ts';
import type { Services } from '../services/index.ts';
import { parsed } from './request.ts';

/** The company: its name, who did what in it, and all its data, taken out or away. */
export function companyRoutes({ people, companies, audit, accessEnded, log }: Services): express.Router {
  const router = express.Router();
  router.get('/company', async (_request, response) => {
    const { id, name } = await people.company(personOf(response).company);
    response.json({ id, name });
  });
  router.post('/company', async (request, response) => {
    const id = personOf(response).company;
    const { name } = parsed(companyNameSchema, request.body);
    await people.nameCompany(id, name);
    await audit.write(response, 'named the company', name);
    response.json({ id, name });
  });
  router.get('/company/export', async (_request, response) => {
    const { company } = personOf(response);
    await audit.write(response, 'took the data out');
    response.attachment('field-chalk-company.json').type('json');
    // Who reads slowly is not read ahead for.
    await pipeline(companies.exported(company), response).catch((error: unknown) => {
      // Whoever goes away in the middle has what came; nothing more can be said to them.
      if (!isGone(error)) log.error(error, 'the data of a company were cut off');
    });
  });
  router.post('/company/removal', async (request, response) => {
    const { company } = personOf(response);
    const { name } = parsed(companyNameSchema, request.body);
    if (name !== (await people.company(company)).name)
      throw new ApiError('bad-request', 'Some fields need another look.', [
        { path: 'name', message: 'is not the company’s name; type it as it is written' },
      ]);
    await companies.remove(company);
    await accessEnded({});
    await companies.sweep().catch((error: unknown) => log.error(error, 'what a company left is still there'));
    response.status(204).end();
  });
  router.get('/audit', async (request, response) => {
    const { before } = parsed(auditQuerySchema, request.query);
    response.json(await audit.list(personOf(response).company, before));
  });
  return router;
}

const isGone = (error: unknown): boolean =>
  (error as { code?: unknown }).code === 'ERR_STREAM_PREMATURE_CLOSE';
