import { importQuerySchema } from '@fieldchalk/contracts';
import express from 'express';
import { askedBy } from '../access/who.ts';
import { ApiError } from '../errors.ts';
import type { Services } from '../services/index.ts';
import { parsed } from './request.ts';

/** A file may be so large, in bytes. */
const largestFile = 64 * 1024 * 1024;

/**
 * A file of another program, read into a plan; nothing is stored. Who asks for `application/x-ndjson` hears a line for each step, `{"step": …}`, then one with the
 * report or the problem; others get the report alone. Leaving gives it up.
 */
export function importRoutes({ importer, log }: Services): express.Router {
  const router = express.Router();
  const body = express.raw({ type: () => true, limit: largestFile });
  router.post('/import', body, async (request, response) => {
    const query = parsed(importQuerySchema, request.query);
    const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
    const given = new AbortController();
    response.on('close', () => given.abort());
    const inLines = request.accepts(['json', 'application/x-ndjson']) === 'application/x-ndjson';
    const begin = () => {
      if (!response.headersSent) response.type('application/x-ndjson');
    };
    const told = (step: string) => {
      if (!inLines) return;
      begin();
      response.write(`${JSON.stringify({ step })}\n`);
      // What is compressed waits for more, unless it is told to go.
      response.flush();
    };
    const person = askedBy(response).who?.id ?? '';
    const read = await importer.read(person, query, bytes, told, given.signal);
    if (read === null) return void log.info('an import was given up');
    if (!read.ok && !response.headersSent) throw new ApiError(read.code, read.detail, read.problems);
    if (!inLines) return void response.type('json').send(read.ok ? read.report : '');
    begin();
    const { ok: _, ...problem } = read;
    response.write(read.ok ? `{"report":${read.report}}\n` : `${JSON.stringify({ problem })}\n`);
    response.end();
  });
  return router;
}
