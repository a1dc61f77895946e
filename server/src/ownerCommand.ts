import { parseArgs } from 'node:util';
import pino from 'pino';
import { readConfig } from './config.ts';
import { openDatabase } from './db/connect.ts';
import { DataError } from './db/dataError.ts';
import { ownerLink } from './services/owner.ts';
import { makeServices } from './services/index.ts';

/**
 * `npm run owner`: a one-time link that makes an owner. `-- --company NAME` for a further company on the server, `-- --recover SIGN-IN` for an owner who
 * cannot get in any more. It writes one row, so it may run beside the server.
 */
const { values } = parseArgs({ options: { company: { type: 'string' }, recover: { type: 'string' } } });
const config = readConfig(process.env);
try {
  const db = await openDatabase(config.database ?? config.dataFile);
  try {
    const services = makeServices(db, pino({ level: 'silent' }), Date.now, config);
    const path = await ownerLink(services, values);
    process.stdout.write(
      `Open this once, within a day: ${config.origin ?? `http://localhost:${config.port}`}${path}\n`,
    );
  } finally {
    await db.destroy();
  }
} catch (error) {
  process.stderr.write(
    `${error instanceof DataError ? error.message : String((error as Error).stack ?? error)}\n`,
  );
  process.exitCode = 1;
}
