import { spawnSync } from 'node:child_process';
import { chmodSync, chownSync, existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Where Debian puts the programs of PostgreSQL, newest first; none where it is not installed. */
export function postgresPrograms() {
  const root = '/usr/lib/postgresql';
  if (!existsSync(root)) return null;
  const versions = readdirSync(root).sort((a, b) => Number(b) - Number(a));
  return versions.map((v) => join(root, v, 'bin')).find((bin) => existsSync(join(bin, 'initdb'))) ?? null;
}

const isRoot = () => process.getuid?.() === 0;

/** PostgreSQL will not run as root: there it runs as its own user. */
function run(program, args) {
  const words = [program, ...args].map((word) => `'${word.replaceAll("'", `'\\''`)}'`).join(' ');
  const done = isRoot()
    ? spawnSync('su', ['postgres', '-c', words], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] })
    : spawnSync('sh', ['-c', words], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'] });
  if (done.status !== 0) throw new Error(`${program} failed: ${done.stderr || done.stdout}`);
  return done.stdout;
}

const freePort = () =>
  new Promise((done, fail) => {
    const probe = createServer().on('error', fail);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address();
      probe.close(() => done(port));
    });
  });

/** Begins a PostgreSQL of its own in a throw-away folder, on loopback; answers with its address and what ends it and takes it away. */
export async function beginPostgres(settings = {}) {
  const bin = postgresPrograms();
  if (!bin) throw new Error('PostgreSQL is not installed: apt-get install -y postgresql');
  const folder = mkdtempSync(join(tmpdir(), 'fieldchalk-postgres-'));
  chmodSync(folder, 0o755);
  const data = join(folder, 'data');
  if (isRoot()) {
    const uid = Number(spawnSync('id', ['-u', 'postgres'], { encoding: 'utf8' }).stdout);
    const gid = Number(spawnSync('id', ['-g', 'postgres'], { encoding: 'utf8' }).stdout);
    chownSync(folder, uid, gid);
  }
  const port = await freePort();
  run(join(bin, 'initdb'), ['-D', data, '-U', 'fieldchalk', '-A', 'trust', '--no-sync', '-E', 'UTF8']);
  const all = { listen_addresses: '127.0.0.1', max_connections: 200, ...settings };
  const options = Object.entries(all).map(([key, value]) => `-c ${key}=${value}`);
  const start = () =>
    run(join(bin, 'pg_ctl'), [
      ...['-D', data, '-w', '-l', join(folder, 'log')],
      ...['-o', `-p ${port} -k ${folder} ${options.join(' ')}`, 'start'],
    ]);
  const stop = (how = 'fast') => run(join(bin, 'pg_ctl'), ['-D', data, '-w', '-m', how, 'stop']);
  start();
  return {
    url: `postgres://fieldchalk@127.0.0.1:${port}/postgres`,
    start,
    stop,
    end() {
      try {
        stop('immediate');
      } finally {
        rmSync(folder, { recursive: true, force: true });
      }
    },
  };
}
