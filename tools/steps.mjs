import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { chromiums } from './chromiums.mjs';
import { postgresPrograms } from './postgres.mjs';

/** Steps the README's commands share. Each prints what it does and how long it took, and stops the command when it fails. */
export const root = fileURLToPath(new URL('..', import.meta.url));

/** Does a step, and goes on without it where it fails; answers with how it ended. */
function attempt(title, command, args, env = {}) {
  process.stdout.write(`— ${title}\n`);
  const from = performance.now();
  const done = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  process.stdout.write(`— ${title}: ${Math.round((performance.now() - from) / 1000)} s\n`);
  return done.status ?? 1;
}

export function run(title, command, args, env = {}) {
  const status = attempt(title, command, args, env);
  if (status === 0) return;
  process.stderr.write(`Failed: ${title}\n`);
  process.exit(status);
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

/** Installs a package of Debian; a step that fails ends the command, or is only told where it is an attempt. */
function installDebian(name, does = run) {
  const isRoot = process.getuid?.() === 0;
  const apt = (args) => (isRoot ? ['apt-get', args] : ['sudo', ['apt-get', ...args]]);
  does('reading package lists', ...apt(['update']));
  does(`installing Debian’s ${name}`, ...apt(['install', '-y', '--no-install-recommends', name]));
}

/** Debian's Chromium without windows of its own takes three quarters of the time; where it cannot be had, the whole one does. */
export function installChromium() {
  const [shell, whole] = chromiums.map((program) => existsSync(program));
  if (!shell) installDebian('chromium-headless-shell', whole ? attempt : run);
}

export function installPostgres() {
  if (postgresPrograms() === null) installDebian('postgresql');
}

/** Tests look at sheets with the programs of Debian’s poppler-utils. */
export function installPoppler() {
  if (!existsSync('/usr/bin/pdfinfo')) installDebian('poppler-utils');
}

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
