import { existsSync } from 'node:fs';
import { join, resolve, sep } from 'node:path';
import compression from 'compression';
import type { Problem } from '@fieldchalk/core';
import express, { type ErrorRequestHandler, type Express } from 'express';
import helmet from 'helmet';
import type { Knex } from 'knex';
import pino from 'pino';
import { pinoHttp } from 'pino-http';
import { guard } from './access/guard.ts';
import { ownSiteOnly } from './access/site.ts';
import { LongBody, noZero, readHere } from './aside/aside.ts';
import { hasZero } from './aside/hasZero.ts';
import type { Config } from './config.ts';
import { isStorage } from './db/dataError.ts';
import { ApiError, errorCatalogue } from './errors.ts';
import type { Live } from './live.ts';
import { aboutRoutes } from './routes/about.ts';
import { crewRoutes } from './routes/crew.ts';
import { labelRoutes } from './routes/labels.ts';
import { importRoutes } from './routes/imports.ts';
import { jobRoutes } from './routes/jobs.ts';
import { ruleRoutes } from './routes/rules.ts';
import { atMostEach } from './routes/atMost.ts';
import { companyRoutes } from './routes/company.ts';
import { peopleRoutes } from './routes/people.ts';
import { phoneRoutes } from './routes/phones.ts';
import { stockRoutes } from './routes/stock.ts';
import { agreementRoutes } from './routes/agreements.ts';
import { sheetRoutes } from './routes/sheets.ts';
import { sessionRoutes } from './routes/session.ts';
import { makeServices, type Services } from './services/index.ts';

function apiRoutes(services: Services): express.Router {
  const router = express.Router();
  router.use(
    aboutRoutes(services),
    sessionRoutes(services),
    peopleRoutes(services),
    companyRoutes(services),
    jobRoutes(services),
    phoneRoutes(services),
    crewRoutes(services),
    ruleRoutes(services),
    importRoutes(services),
    sheetRoutes(services),
    agreementRoutes(services),
    stockRoutes(services),
    labelRoutes(services),
  );
  return router;
}

const notJson = () => new ApiError('bad-request', 'The body is not JSON.');
const verify = (_request: unknown, _response: unknown, body: Buffer): void => {
  if (hasZero(body)) throw noZero();
};
const readShort = express.json({ limit: '512kb', verify });
/** Whole plans, and changes of many parts of one; all else is short. */
const mayBeLong = (path: string) => /^\/jobs(\/[^/]+\/changes)?\/?$/.test(path);
const readBytes = express.raw({ type: 'application/json', limit: '8mb' });
/** A body that may be long: what is, is not parsed here. */
const readLong: express.RequestHandler = (request, response, next) => {
  const { 'content-length': length, 'content-encoding': encoding = 'identity' } = request.headers;
  if (encoding === 'identity' && Number(length) <= readHere) return readShort(request, response, next);
  readBytes(request, response, (error?: unknown) => {
    if (error !== undefined || !Buffer.isBuffer(request.body)) return next(error);
    const charset = /charset=\s*"?([^\s;"]*)/i.exec(request.headers['content-type'] ?? '')?.[1] ?? 'utf-8';
    if (!/^utf-?8$/i.test(charset))
      return next(new ApiError('bad-request', `The body is in ${charset.slice(0, 40)}; send UTF-8.`));
    if (request.body.length > readHere) request.body = new LongBody(request.body);
    else if (hasZero(request.body)) return next(noZero());
    else
      try {
        request.body = JSON.parse(request.body.toString('utf8'));
      } catch {
        return next(notJson());
      }
    next();
  });
};
const noZeroInAddress: express.RequestHandler = (request, _response, next) => {
  if (request.originalUrl.includes('%00')) throw noZero();
  next();
};
/** A file to import may itself be JSON; its route reads the bytes as they are. */
const jsonUnlessFile: express.RequestHandler = (request, response, next) =>
  request.path === '/import'
    ? next()
    : (mayBeLong(request.path) ? readLong : readShort)(request, response, next);

/** So many problems are answered; more of them tell nobody anything. */
const mostProblems = 50;

function firstOf(problems: readonly Problem[]): readonly Problem[] {
  const more = problems.length - mostProblems;
  if (more <= 0) return problems;
  return [...problems.slice(0, mostProblems), { path: '', message: `and ${more} more of the kind` }];
}

/** A body the frameworks will not read: an encoding or a charset nobody knows, a length that is not kept. */
const isSenders = (error: unknown): error is Error & { status: number } => {
  const { status } = error as { status?: unknown };
  return error instanceof Error && typeof status === 'number' && status >= 400 && status < 500;
};

/** Turns what the frameworks throw into our own errors, then answers with a problem document. Never a stack trace. */
const answerWithProblem =
  (log: pino.Logger): ErrorRequestHandler =>
  (error: unknown, _request, response, next) => {
    if (response.headersSent) return next(error);
    const type = (error as { type?: string }).type;
    let known = error instanceof ApiError ? error : null;
    if (type === 'entity.parse.failed') known = notJson();
    if (type === 'entity.too.large') known = new ApiError('too-large', 'Send less at a time.');
    if (error instanceof URIError) known = new ApiError('bad-request', 'The address cannot be read.');
    if (!known && isSenders(error))
      known = new ApiError('bad-request', `The request cannot be read: ${error.message}.`);
    if (!known && isStorage(error)) {
      log.error(error);
      known = new ApiError(
        'storage',
        'Nothing was stored. It is tried again; whoever runs the server should look after it.',
      );
    }
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
          problems: firstOf(known.problems),
          ...known.extra,
        }),
      );
  };

export interface App {
  readonly express: Express;
  readonly live: Live;
  readonly services: Services;
}

/** Builds the server on an open database; does not listen. */
export function buildApp(
  db: Knex,
  config: Pick<
    Config,
    | 'webFolder'
    | 'log'
    | 'origin'
    | 'suppliers'
    | 'labelPrinter'
    | 'demo'
    | 'database'
    | 'dataFile'
    | 'requests'
  >,
  now: () => number = Date.now,
): App {
  const log = pino({ level: config.log });
  const services = makeServices(db, log, now, config);
  const app = express();
  app.disable('x-powered-by');
  // A proxy on this machine says whom it asks for.
  app.set('trust proxy', 'loopback');
  app.use(
    pinoHttp({
      logger: log,
      autoLogging: config.log === 'info',
      redact: ['req.headers.cookie', 'req.headers.authorization', 'res.headers["set-cookie"]'],
    }),
  );
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'script-src': ["'self'", "'wasm-unsafe-eval'"],
          'worker-src': ["'self'", 'blob:'],
          'img-src': ["'self'", 'data:', 'blob:'],
          'font-src': ["'self'"],
          'style-src': ["'self'", "'unsafe-inline'"],
          'frame-ancestors': ["'none'"],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
      referrerPolicy: { policy: 'no-referrer' },
    }),
  );
  app.use(
    compression({
      filter: (request, response) =>
        !request.path.endsWith('/events') && compression.filter(request, response),
    }),
  );
  app.use('/api', (_request, response, next) => {
    response.setHeader('cache-control', 'no-store');
    next();
  });
  app.use(
    '/api',
    noZeroInAddress,
    ownSiteOnly(config.origin),
    services.metrics.timing,
    guard(services),
    atMostEach(config.requests, 'requests', 60_000),
    jsonUnlessFile,
    apiRoutes(services),
  );
  const web = resolve(config.webFolder);
  if (existsSync(join(web, 'index.html'))) {
    app.use(
      express.static(web, {
        setHeaders: (response, file) => {
          // What carries a hash in its name never changes; the rest is asked for each time.
          const isHashed = file.includes(`${sep}assets${sep}`);
          response.setHeader('cache-control', isHashed ? 'public, max-age=31536000, immutable' : 'no-cache');
        },
      }),
    );
    app.get('/{*path}', (_request, response) => response.sendFile(join(web, 'index.html')));
  }
  app.use(answerWithProblem(log));
  return { express: app, live: services.live, services };
}
