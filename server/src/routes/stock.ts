import { stockBackSchema, stockChangesSchema, stockTakenSchema } from '@fieldchalk/contracts';
import express from 'express';
import { personOf } from '../access/who.ts';
import { ApiError } from '../errors.ts';
import type { Services } from '../services/index.ts';
import { idOf, parsed } from './request.ts';

/** What the company has, and what its jobs take of it and give back. */
export function stockRoutes({ stocks, plans, changes, live, audit, db }: Services): express.Router {
  const router = express.Router();
  router.get('/stock', async (_request, response) => {
    response.json(await stocks.of(personOf(response).company));
  });
  router.post('/stock/changes', async (request, response) => {
    const asked = parsed(stockChangesSchema, request.body);
    const stock = await stocks.change(personOf(response).company, asked);
    await audit.write(response, 'counted stock', `${Object.keys(asked.stock).length} entries`);
    response.json(stock);
  });
  router.post('/jobs/:job/stock/taken', async (request, response) => {
    const job = idOf(request, 'job');
    const { company, id: by } = personOf(response);
    const taken = await stocks.take(company, parsed(stockTakenSchema, request.body));
    try {
      const change = await changes.make(job, 'addStock', taken, by);
      if (change) live.tellChange(job, change);
    } catch (error) {
      // What the job did not take is still the company’s.
      await stocks.giveBack(company, taken);
      throw error;
    }
    await audit.write(response, 'took stock for a job', taken.item, job);
    response.json(await stocks.of(company));
  });
  router.post('/jobs/:job/stock/back', async (request, response) => {
    const job = idOf(request, 'job');
    const { company, id: by } = personOf(response);
    const { stock } = parsed(stockBackSchema, request.body);
    const { plan } = await plans.open(db, job);
    const own = plan.stock[stock];
    if (!own) throw new ApiError('not-found', 'The job does not have this any more.');
    // Out of the job first: what is in two places is counted twice.
    const change = await changes.make(job, 'removeStock', { stock }, by);
    if (change) live.tellChange(job, change);
    const left = await stocks.giveBack(company, own);
    await audit.write(response, 'gave stock back', own.item, job);
    response.json(left);
  });
  return router;
}
