import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beginPostgres } from '../../tools/postgres.mjs';
import { proved } from '../src/db/proof.ts';
import { hostile } from './hostile.ts';
import { kills, type KillsSeen } from './kills.ts';

/** `npm run soak:server [-- KILLS REQUESTS FILES]`: a thousand kills on each kind of database, ten thousand malformed requests and two thousand hostile files. */
const [count = 1000, requests = 10_000, files = 2000] = process.argv.slice(2).map(Number);
const say = (line: string) => void process.stdout.write(`${line}\n`);
let faults = 0;
const tell = (where: string, seen: KillsSeen) => {
  say(
    `${where}: ${seen.kills} kills, ${seen.changes} changes, ${seen.ticks} ticks and ${seen.invitations} invitations acknowledged, ${seen.faults.length} faults`,
  );
  for (const fault of seen.faults.slice(0, 20)) say(`  ${fault}`);
  faults += seen.faults.length;
};

const folder = mkdtempSync(join(tmpdir(), 'fieldchalk-soak-'));
try {
  const data = join(folder, 'kills.sqlite');
  tell('SQLite', await kills({ count, env: { FIELDCHALK_DATA: data } }));
  proved(data);
  const postgres = await beginPostgres();
  try {
    tell('PostgreSQL', await kills({ count, env: { FIELDCHALK_DATABASE: postgres.url } }));
  } finally {
    postgres.end();
  }
  const seen = await hostile({ requests, files, data: join(folder, 'hostile.sqlite') }, say);
  for (const fault of seen.faults.slice(0, 20)) say(`  ${fault}`);
  faults += seen.faults.length;
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.exitCode = faults > 0 ? 1 : 0;
