import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { marlStreet } from '@fieldchalk/core/demo';
import { beginPostgres } from '../../tools/postgres.mjs';
import { proved } from '../src/db/proof.ts';
import { hostile } from './hostile.ts';
import { kills, type KillsSeen } from './kills.ts';
import { growth, steady } from './steady.ts';

/**
 * `npm run soak:server [-- KILLS REQUESTS FILES]`: a thousand kills on each kind of database, ten thousand malformed requests and two thousand hostile
 * files, and an hour of work with 200 listeners. FIELDCHALK_SOAK names the parts to run: `sqlite`, `postgres`, `hostile`, `hour`.
 */
const [count = 1000, requests = 10_000, files = 2000] = process.argv.slice(2).map(Number);
const parts = (process.env['FIELDCHALK_SOAK'] ?? 'sqlite,postgres,hostile,hour').split(',');
const isAsked = (part: 'sqlite' | 'postgres' | 'hostile' | 'hour') => parts.includes(part);
const say = (line: string) => void process.stdout.write(`${line}\n`);
let faults = 0;
const told = (kill: number) => void (kill % 100 === 0 && say(`  ${kill} kills`));
const tell = (where: string, seen: KillsSeen) => {
  say(
    `${where}: ${seen.kills} kills, ${seen.changes} changes, ${seen.ticks} ticks and ${seen.invitations} invitations acknowledged, ${seen.faults.length} faults`,
  );
  faulty(seen.faults);
};
const faulty = (seen: readonly string[]) => {
  for (const fault of seen.slice(0, 20)) say(`  ${fault}`);
  faults += seen.length;
};

const folder = mkdtempSync(join(tmpdir(), 'fieldchalk-soak-'));
try {
  if (isAsked('sqlite')) {
    const data = join(folder, 'kills.sqlite');
    tell('SQLite', await kills({ count, env: { FIELDCHALK_DATA: data } }, told));
    proved(data);
  }
  if (isAsked('postgres')) {
    const postgres = await beginPostgres();
    try {
      tell('PostgreSQL', await kills({ count, env: { FIELDCHALK_DATABASE: postgres.url } }, told));
    } finally {
      postgres.end();
    }
  }
  if (isAsked('hostile')) {
    faulty((await hostile({ requests, files, data: join(folder, 'hostile.sqlite') }, say)).faults);
  }
  if (isAsked('hour')) {
    const data = join(folder, 'hour.sqlite');
    const seen = await steady({ minutes: 60, listeners: 200, data, house: marlStreet() }, say);
    faulty([...seen.faults, ...growth(seen.megabytes)]);
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.exitCode = faults > 0 ? 1 : 0;
