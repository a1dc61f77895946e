import { beginPostgres } from './postgres.mjs';
import { installPostgres, runAsync } from './steps.mjs';

/** The server's tests once more, on a PostgreSQL of their own. Further words go to the test runner. */
/** Those that ask the database anything. */
const asks = [
  'server/src/access',
  'server/src/aside',
  'server/src/services',
  'server/src/db/move.test.ts',
  'server/src/db/pages.test.ts',
  'server/soak',
  ...['bus', 'changes', 'rulesAndMeter', 'stored'].map((name) => `server/src/${name}.test.ts`),
];

installPostgres();
const postgres = await beginPostgres({ fsync: 'off' });
let failed;
try {
  const files = process.argv.slice(2);
  const args = ['vitest', 'run', '--project', 'core and server', ...(files.length > 0 ? files : asks)];
  failed =
    (await runAsync('the server’s tests on PostgreSQL', 'npx', args, {
      FIELDCHALK_TEST_DATABASE: postgres.url,
    })) !== 0;
} finally {
  postgres.end();
}
process.exit(failed ? 1 : 0);
