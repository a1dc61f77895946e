import { ruleChangesSchema } from '@fieldchalk/contracts';
import express from 'express';
import type { Services } from '../services/index.ts';
import { parsed } from './request.ts';

/** The company's house rules. */
export function ruleRoutes({ books }: Services): express.Router {
  const router = express.Router();
  router.get('/rules', async (_request, response) => void response.json(await books.company()));
  router.post('/rules/changes', async (request, response) => {
    response.json(await books.change(parsed(ruleChangesSchema, request.body).changes));
  });
  return router;
}
