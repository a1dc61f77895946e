import { createServer, type Server } from 'node:http';
import { resolve } from 'node:path';
import { buildApp } from './app.ts';
import { PostgresBus } from './bus.ts';
import { type Config, readConfig } from './config.ts';
import { openDatabase } from './db/connect.ts';
import { DataError } from './db/dataError.ts';
import { holdDataFile } from './db/hold.ts';
import { startLabelStandIn } from './labelPrinter/standIn.ts';
import { startStandIns } from './quotes/standIn.ts';
import { demoJob } from './services/demo.ts';
import { ownerLink } from './services/owner.ts';
import type { Services } from './services/index.ts';

/** Seconds until a request that is not sent on is ended; so that slow ones hold nobody up. */
const [headSeconds, requestSeconds] = [10, 60];
/** So long a connection nobody asks on stays open: longer than browsers' pauses and than proxies keep theirs, for a request sent as it closes is lost. */
const idleSeconds = 125;
/** So long what is under way when the server is told to stop may take. */
const stopSeconds = 10;

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

/** So often is taken away what is over: sessions, and jobs that were put away long enough. */
const sweepEvery = 6 * 3_600_000;

function sweeping({ sessions, invitations, given, companies, log }: Services): () => void {
  const sweep = () =>
    void Promise.all([sessions, invitations, given, companies].map((each) => each.sweep())).catch(
      (error: unknown) => log.error(error),
    );
  sweep();
  const timer = setInterval(sweep, sweepEvery);
  return () => clearInterval(timer);
}

async function start(): Promise<void> {
  const config = readConfig(process.env);
  const letGo = config.database === null ? holdDataFile(resolve(config.dataFile)) : () => undefined;
  const db = await openDatabase(config.database ?? config.dataFile);
  // The demo has suppliers of its own to ask, and a label printer.
  const standIns = config.demo && config.suppliers.length === 0 ? await startStandIns(Date.now) : null;
  const suppliers = standIns?.sources ?? config.suppliers;
  const ownPrinter = config.demo && config.labelPrinter === null ? await startLabelStandIn() : null;
  const labelPrinter = ownPrinter?.url ?? config.labelPrinter;
  const { express, live, services } = buildApp(db, { ...config, suppliers, labelPrinter });
  if (config.database !== null)
    live.bus = await PostgresBus.open(db, config.database, services.hearing, services.log);
  const path = config.demo ? `/jobs/${await demoJob(services)}` : '/';
  const server = createServer(
    {
      headersTimeout: headSeconds * 1000,
      requestTimeout: requestSeconds * 1000,
      keepAliveTimeout: idleSeconds * 1000,
    },
    express,
  );
  const port = await listening(server, config);
  const shown = config.host === '0.0.0.0' ? 'localhost' : config.host;
  const address = config.origin ?? `http://${shown}:${port}`;
  process.stdout.write(`Field Chalk is at ${address}${path}\n`);
  if (!config.demo && !(await services.people.isOwned()))
    process.stdout.write(
      `Nobody owns it yet. Whoever opens this link first does: ${address}${await ownerLink(services)}\n`,
    );
  const isOpen = config.host !== '127.0.0.1' && config.host !== 'localhost' && config.host !== '::1';
  if (isOpen && !address.startsWith('https:'))
    process.stdout.write(
      'Without HTTPS phones keep no pages for when there is no signal, and passkeys do not work: docs/https.md says how.\n',
    );

  const endSweeping = sweeping(services);
  /** What is under way is answered and stored; streams end, and windows come back to another server or wait. */
  async function stop(): Promise<void> {
    if (services.state.isStopping) return;
    services.state.isStopping = true;
    endSweeping();
    standIns?.close();
    ownPrinter?.close();
    live.close();
    const closed = new Promise((done) => server.close(done));
    server.closeIdleConnections();
    await Promise.race([closed, new Promise((late) => setTimeout(late, stopSeconds * 1000))]);
    await Promise.all([
      services.views.crew.close(),
      services.views.card.close(),
      services.sheets.close(),
      services.ifcFiles.close(),
      services.plans.aside.close(),
    ]);
    await live.bus.close();
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
