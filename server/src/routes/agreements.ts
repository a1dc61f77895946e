import {
  agreementAskedSchema,
  type AgreementSigned,
  newAgreementSchema,
  offerAskedSchema,
} from '@fieldchalk/contracts';
import express, { type Request } from 'express';
import { z } from 'zod';
import { personOf } from '../access/who.ts';
import { ApiError } from '../errors.ts';
import type { Services } from '../services/index.ts';
import { atMostEach } from './atMost.ts';
import { inLines } from './inLines.ts';
import { idOf, parsed } from './request.ts';

const numbered = z.strictObject({ number: z.coerce.number().int().min(1).max(1e6) });
const numberOf = (request: Request) => parsed(numbered, { number: idOf(request, 'number') }).number;

/** What is offered to customers and agreed with them. */
export function agreementRoutes({ agreements, changes, live, audit }: Services): express.Router {
  const router = express.Router();
  const often = () => atMostEach(600, 'pages for customers');
  router.post('/jobs/:job/offers', often(), async (request, response) => {
    const asked = parsed(offerAskedSchema, request.body);
    await inLines(request, response, (told) => agreements.offer(idOf(request, 'job'), asked, told));
  });
  router.get('/jobs/:job/agreements', async (request, response) => {
    response.json(await agreements.of(idOf(request, 'job')));
  });
  router.post('/jobs/:job/agreements', async (request, response) => {
    const job = idOf(request, 'job');
    const { made, signer } = parsed(newAgreementSchema, request.body);
    const { id: by } = personOf(response);
    const { number, taken } = await agreements.sign(job, made, signer, by);
    await audit.write(response, 'recorded an agreement', `${number}, signed by ${signer}`, job);
    const left = await takeIn(job, taken, by);
    const signed = (await agreements.of(job)).find((a) => a.number === number);
    response.status(201).json({ ...signed, left } as AgreementSigned);
  });
  router.get('/jobs/:job/agreements/:number/plan', async (request, response) => {
    response.type('json').send(await agreements.planOf(idOf(request, 'job'), numberOf(request)));
  });
  router.delete('/jobs/:job/agreements/:number', async (request, response) => {
    const [job, number] = [idOf(request, 'job'), numberOf(request)];
    await agreements.takeBack(job, number);
    await audit.write(response, 'took an agreement back', String(number), job);
    response.status(204).end();
  });
  router.post('/jobs/:job/agreements/:number/sheets', often(), async (request, response) => {
    const paper = parsed(agreementAskedSchema, request.body);
    const number = numberOf(request);
    await inLines(request, response, (told) => agreements.again(idOf(request, 'job'), number, paper, told));
  });

  /** The options taken become part of the job. What was signed stands in any case; why one is not in the job is answered. */
  async function takeIn(job: string, options: readonly string[], by: string): Promise<string> {
    if (options.length === 0) return '';
    try {
      const change = await changes.make(job, 'takeOptions', { options: [...options] }, by);
      if (change) live.tellChange(job, change);
      return '';
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      return error.problems[0]?.message ?? error.detail;
    }
  }
  return router;
}
