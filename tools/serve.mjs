import { spawn } from 'node:child_process';
import { build, install, root } from './steps.mjs';

/** Installs, builds and runs the server until it is stopped. */
export function serve(env) {
  install();
  build();
  const child = spawn(process.execPath, ['server/dist/start.js'], {
    cwd: root,
    stdio: 'inherit',
    env: { ...env, ...process.env },
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
}
