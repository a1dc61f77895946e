import { basename } from 'node:path';
import { Worker, type WorkerOptions } from 'node:worker_threads';

/** Built, a thread’s file is beside the server’s; run from source, a step before it has it translated, unless tests have built it. */
const isSource = import.meta.url.endsWith('.ts');
const isBuilt = !isSource || process.env['FIELDCHALK_THREADS'] === 'built';

/** Begins a thread from its file, named from this folder. */
export function threadOf(file: string, options: WorkerOptions = {}): Worker {
  const built = new URL(`${isSource ? '../dist' : '.'}/${basename(file, '.ts')}.js`, import.meta.url);
  if (isBuilt) return new Worker(built, options);
  const { href } = new URL(file, import.meta.url);
  const fromSource = `import('tsx/esm/api').then(({ register }) => {
    register();
    return import(${JSON.stringify(href)});
  })`;
  return new Worker(fromSource, { ...options, eval: true });
}
