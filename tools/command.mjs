import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { install, root, run } from './steps.mjs';

/** Runs a command of the server as it was built with it, so that both are of one version; built first where it is not. */
const [name, ...args] = process.argv.slice(2);
const built = `server/dist/${name}.js`;
if (!existsSync(`${root}${built}`)) {
  install();
  run('building', 'npm', ['run', '--silent', 'build', '-w', 'server']);
}
const done = spawnSync(process.execPath, [built, ...args], { cwd: root, stdio: 'inherit' });
process.exit(done.status ?? 1);
