import { marlStreet } from '@fieldchalk/core/demo';
import { buildApp } from './app.ts';
import { readConfig } from './config.ts';
import { openDatabase } from './db/connect.ts';
import { Jobs } from './services/jobs.ts';
import { Plans } from './services/plans.ts';

const config = readConfig(process.env);
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
const server = express.listen(config.port, config.host, () => {
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : config.port;
  process.stdout.write(
    `Field Chalk is at http://${config.host === '0.0.0.0' ? 'localhost' : config.host}:${port}${path}\n`,
  );
});
server.on('error', (error) => {
  process.stderr.write(
    `Field Chalk cannot listen on ${config.host}:${config.port}: ${error.message}. Set PORT to another number.\n`,
  );
  process.exit(1);
});

async function stop(): Promise<void> {
  live.close();
  server.close();
  await db.destroy();
  process.exit(0);
}
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => void stop());
