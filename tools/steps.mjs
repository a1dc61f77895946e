import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { postgresPrograms } from './postgres.mjs';

/** Steps the README's commands share. Each prints what it does and stops the command when it fails. */
export const root = fileURLToPath(new URL('..', import.meta.url));

export function run(title, command, args, env = {}) {
  process.stdout.write(`— ${title}\n`);
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  if (done.status !== 0) {
    process.stderr.write(`Failed: ${title}\n`);
    process.exit(done.status ?? 1);
  }
}

/** Installs what the lock file names, unless that is what is there. */
export function install() {
  const stamp = `${root}node_modules/.package-lock.json`;
  const native = `${root}node_modules/better-sqlite3/build/Release/better_sqlite3.node`;
  const fresh =
    existsSync(stamp) &&
    existsSync(native) &&
    statSync(stamp).mtimeMs >= statSync(`${root}package-lock.json`).mtimeMs;
  if (!fresh) run('installing packages', 'npm', ['ci', '--no-audit', '--no-fund']);
}

/** Installs packages of Debian, unless what they bring is there. */
function installDebian(isThere, ...packages) {
  if (isThere) return;
  const isRoot = process.getuid?.() === 0;
  const apt = (args) => (isRoot ? ['apt-get', args] : ['sudo', ['apt-get', ...args]]);
  run('reading package lists', ...apt(['update']));
  run(
    `installing Debian’s ${packages.join(', ')}`,
    ...apt(['install', '-y', '--no-install-recommends', ...packages]),
  );
}

export const installChromium = () => installDebian(existsSync('/usr/bin/chromium'), 'chromium');

export const installPostgres = () => installDebian(postgresPrograms() !== null, 'postgresql');

/** Runs a command without holding this process up; answers with how it ended. */
export function runAsync(title, command, args, env = {}) {
  process.stdout.write(`— ${title}\n`);
  const child = spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  return new Promise((done) => child.on('exit', (code) => done(code ?? 1)));
}

export function build() {
  run('building', 'npm', ['run', '--silent', 'build']);
}

export const version = JSON.parse(readFileSync(`${root}package.json`, 'utf8')).version;
