import { ruleChangesSchema } from '@fieldchalk/contracts';
import express from 'express';
import { personOf } from '../access/who.ts';
import type { Services } from '../services/index.ts';
import { parsed } from './request.ts';

/** The company's house rules. */
export function ruleRoutes({ books, audit }: Services): express.Router {
  const router = express.Router();
  router.get('/rules', async (_request, response) => {
    response.json(await books.of(personOf(response).company));
  });
  router.post('/rules/changes', async (request, response) => {
    const { changes } = parsed(ruleChangesSchema, request.body);
    const rules = await books.change(personOf(response).company, changes);
    await audit.write(response, 'changed house rules', changes.map((c) => c.rule).join(', '));
    response.json(rules);
  });
  return router;
}
