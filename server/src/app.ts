import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type Request } from 'express';
import helmet from 'helmet';
import type { Knex } from 'knex';
import pino from 'pino';
import { pinoHttp } from 'pino-http';
import { z } from 'zod';
import { problemsFrom, rulesFileSchema } from '@fieldchalk/core';
import type { Config } from './config.ts';
import * as contracts from './contracts.ts';
import { ApiError, errorCatalogue } from './errors.ts';
import { Live } from './live.ts';
import { openApi } from './openapi.ts';
import { Crew } from './services/crew.ts';
import { RuleBooks } from './services/ruleBooks.ts';
import { readImport } from './services/importing.ts';
import { Jobs } from './services/jobs.ts';

function parsed<S extends z.ZodType>(schema: S, value: unknown): z.infer<S> {
  const read = schema.safeParse(value, { reportInput: true });
  if (!read.success)
    throw new ApiError('bad-request', 'Some fields need another look.', problemsFrom(read.error.issues));
  return read.data;
}

const idOf = (request: Request, name: string): string => String(request.params[name] ?? '');

function apiRoutes(db: Knex, live: Live, now: () => number): express.Router {
  const jobs = new Jobs(db, now);
  const crew = new Crew(db, now);
  const books = new RuleBooks(db, now);
  const router = express.Router();
  router.get(
    '/health',
    async (_request, response) =>
      void response.json({ ok: (await db('jobs').count({ n: '*' })).length === 1 }),
  );
  router.get('/openapi.json', (_request, response) => void response.json(openApi()));
  router.get('/jobs', async (_request, response) => void response.json(await jobs.list()));
  router.post(
    '/jobs',
    async (request, response) =>
      void response
        .status(201)
        .json(await jobs.create(parsed(contracts.newJobSchema, request.body), await books.company())),
  );
  router.get('/rules', async (_request, response) => void response.json(await books.company()));
  router.put('/rules', async (request, response) => {
    response.json(await books.setCompany(parsed(rulesFileSchema, request.body)));
  });
  router.post('/import', express.raw({ type: () => true, limit: '64mb' }), async (request, response) => {
    const query = parsed(contracts.importQuerySchema, request.query);
    response.json(await readImport(query, request.body as unknown));
  });
  router.get(
    '/jobs/:job',
    async (request, response) => void response.json(await jobs.get(idOf(request, 'job'))),
  );
  router.delete('/jobs/:job', async (request, response) => {
    await jobs.remove(idOf(request, 'job'));
    response.status(204).end();
  });
  router.post('/jobs/:job/measurements', async (request, response) => {
    const { id } = await jobs.get(idOf(request, 'job'));
    const measurement = parsed(contracts.measurementSchema, request.body);
    live.tell(id, 'measurement', measurement);
    response.status(202).json(measurement);
  });
  router.post('/jobs/:job/changes', async (request, response) => {
    const job = idOf(request, 'job');
    const change = await jobs.change(job, parsed(contracts.changeSchema, request.body));
    live.tell(job, 'change', change);
    response.json(change);
  });
  router.get('/jobs/:job/changes', async (request, response) => {
    const { since } = parsed(contracts.sinceSchema, request.query);
    response.json(await jobs.changesSince(idOf(request, 'job'), since));
  });
  router.get('/jobs/:job/events', async (request, response) => {
    const { id } = await jobs.get(idOf(request, 'job'));
    live.listen(id, request, response);
  });
  router.get(
    '/jobs/:job/marks',
    async (request, response) => void response.json(await crew.marks(idOf(request, 'job'))),
  );
  router.get(
    '/jobs/:job/shares',
    async (request, response) => void response.json(await crew.shares(idOf(request, 'job'))),
  );
  router.post('/jobs/:job/shares', async (request, response) => {
    const { id } = await jobs.get(idOf(request, 'job'));
    response
      .status(201)
      .json(await crew.share(id, parsed(contracts.newShareSchema, request.body ?? {}).label));
  });
  router.delete('/jobs/:job/shares/:token', async (request, response) => {
    const job = idOf(request, 'job');
    await crew.revoke(job, idOf(request, 'token'));
    live.tell(job, 'shares', {});
    response.status(204).end();
  });
  router.get('/crew/:token', async (request, response) => {
    const { job } = await crew.jobOf(idOf(request, 'token'));
    response.json({ ...(await jobs.get(job)), marks: await crew.marks(job) });
  });
  router.post('/crew/:token/marks', async (request, response) => {
    const { job } = await crew.jobOf(idOf(request, 'token'));
    const marks = await crew.add(job, parsed(contracts.newMarksSchema, request.body).marks);
    live.tell(job, 'marks', marks);
    response.status(201).json(marks);
  });
  router.get('/crew/:token/events', async (request, response) => {
    const { job } = await crew.jobOf(idOf(request, 'token'));
    live.listen(job, request, response);
  });
  router.use((request) => {
    throw new ApiError('not-found', `There is no ${request.method} ${request.originalUrl}.`);
  });
  return router;
}

const readJson = express.json({ limit: '8mb' });
/** A file to import may itself be JSON; its route reads the bytes as they are. */
const jsonUnlessFile: express.RequestHandler = (request, response, next) =>
  request.path === '/import' ? next() : readJson(request, response, next);

/** Turns what the frameworks throw into our own errors, then answers with a problem document. Never a stack trace. */
const answerWithProblem =
  (log: pino.Logger): ErrorRequestHandler =>
  (error: unknown, _request, response, next) => {
    if (response.headersSent) return next(error);
    const type = (error as { type?: string }).type;
    let known = error instanceof ApiError ? error : null;
    if (type === 'entity.parse.failed') known = new ApiError('bad-request', 'The body is not JSON.');
    if (type === 'entity.too.large') known = new ApiError('too-large', 'Send less at a time.');
    if (error instanceof URIError) known = new ApiError('bad-request', 'The address cannot be read.');
    if (!known) {
      log.error(error);
      known = new ApiError('internal', 'It has been logged; nothing was stored. Try again.');
    }
    const { status, title } = errorCatalogue[known.code];
    response
      .status(status)
      .type('application/problem+json')
      .send(
        JSON.stringify({
          type: `/problems/${known.code}`,
          code: known.code,
          title,
          status,
          detail: known.detail,
          problems: known.problems,
          ...known.extra,
        }),
      );
  };

export interface App {
  readonly express: Express;
  readonly live: Live;
}

/** Builds the server on an open database; does not listen. */
export function buildApp(
  db: Knex,
  config: Pick<Config, 'webFolder' | 'log'>,
  now: () => number = Date.now,
): App {
  const log = pino({ level: config.log });
  const live = new Live();
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger: log, autoLogging: config.log === 'info' }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'script-src': ["'self'", "'wasm-unsafe-eval'"],
          'worker-src': ["'self'", 'blob:'],
          'img-src': ["'self'", 'data:', 'blob:'],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(
    compression({
      filter: (request, response) =>
        !request.path.endsWith('/events') && compression.filter(request, response),
    }),
  );
  app.use('/api', jsonUnlessFile, apiRoutes(db, live, now));
  const web = resolve(config.webFolder);
  if (existsSync(join(web, 'index.html'))) {
    app.use(
      express.static(web, {
        maxAge: '1h',
        setHeaders: (response, file) => {
          if (file.endsWith('.html') || file.endsWith('sw.js'))
            response.setHeader('cache-control', 'no-cache');
        },
      }),
    );
    app.get('/{*path}', (_request, response) => response.sendFile(join(web, 'index.html')));
  }
  app.use(answerWithProblem(log));
  return { express: app, live };
}
