import { labelsAskedSchema } from '@fieldchalk/contracts';
import express from 'express';
import type { Services } from '../services/index.ts';
import { atMostEach } from './atMost.ts';
import { parsed } from './request.ts';

/** The label printer of the house: whether there is one, what hangs out of it, and labels of a job to print. */
export function labelRoutes({ labelPrinter }: Services): express.Router {
  const router = express.Router();
  router.get('/label-printer', (_request, response) => void response.json({ address: labelPrinter.url }));
  router.get('/label-printer/strip', async (_request, response) => {
    const strip = await labelPrinter.strip();
    response.set('cache-control', 'no-store').type('image/svg+xml').send(strip);
  });
  router.post(
    '/jobs/:job/labels',
    atMostEach(600, 'jobs for the label printer'),
    async (request, response) => {
      response.json(await labelPrinter.print(parsed(labelsAskedSchema, request.body)));
    },
  );
  return router;
}
