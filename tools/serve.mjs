import { spawn } from 'node:child_process';
import { serverArgs } from './serverArgs.mjs';
import { build, install, root } from './steps.mjs';

/** Installs, builds and runs the server until it is stopped. */
export function serve(env) {
  install();
  build();
  const child = spawn(process.execPath, serverArgs, {
    cwd: root,
    stdio: 'inherit',
    env: { ...env, ...process.env },
  });
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.on('exit', (code) => process.exit(code ?? 0));
}
