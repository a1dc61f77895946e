import { createServer, type Server } from 'node:http';
import { resolve } from 'node:path';
import { marlStreet } from '@fieldchalk/core/demo';
import { buildApp } from './app.ts';
import { type Config, readConfig } from './config.ts';
import { openDatabase } from './db/connect.ts';
import { DataError } from './db/dataError.ts';
import { holdDataFile } from './db/hold.ts';
import { Jobs } from './services/jobs.ts';
import { Plans } from './services/plans.ts';

/** Seconds until a request that is not sent on is ended; so that slow ones hold nobody up. */
const [headSeconds, requestSeconds] = [10, 60];

async function listening(server: Server, { port, host }: Config): Promise<number> {
  await new Promise<void>((up, fail) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      fail(
        new DataError(
          `Field Chalk cannot listen on ${host}:${port}: ${error.code === 'EADDRINUSE' ? 'something else does' : error.message}. Set PORT to another number.`,
        ),
      ),
    );
    server.listen(port, host, up);
  });
  const address = server.address();
  return typeof address === 'object' && address ? address.port : port;
}

async function start(): Promise<void> {
  const config = readConfig(process.env);
  const letGo = holdDataFile(resolve(config.dataFile));
  const db = await openDatabase(config.dataFile);
  const jobs = new Jobs(db, new Plans(), Date.now);
  let path = '/';
  if (config.demo) {
    const known = (await jobs.list()).at(-1);
    const job =
      known ?? (await jobs.create({ name: 'Marl Street addition', kind: 'addition', plan: marlStreet() }));
    path = `/jobs/${job.id}`;
  }
  const { express, live } = buildApp(db, config);
  const server = createServer(
    { headersTimeout: headSeconds * 1000, requestTimeout: requestSeconds * 1000 },
    express,
  );
  const port = await listening(server, config);
  const shown = config.host === '0.0.0.0' ? 'localhost' : config.host;
  process.stdout.write(`Field Chalk is at http://${shown}:${port}${path}\n`);

  async function stop(): Promise<void> {
    live.close();
    server.close();
    await db.destroy();
    letGo();
    process.exit(0);
  }
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop());
}

start().catch((error: unknown) => {
  process.stderr.write(
    `${error instanceof DataError ? error.message : String((error as Error).stack ?? error)}\n`,
  );
  process.exit(1);
});
