import { importQuerySchema } from '@fieldchalk/contracts';
import express from 'express';
import { readImport } from '../services/importing.ts';
import { parsed } from './request.ts';

/** A file of another program, read into a plan; nothing is stored. */
export function importRoutes(): express.Router {
  const router = express.Router();
  router.post('/import', express.raw({ type: () => true, limit: '64mb' }), async (request, response) => {
    const query = parsed(importQuerySchema, request.query);
    response.json(await readImport(query, request.body as unknown));
  });
  return router;
}
