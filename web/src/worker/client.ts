import { wrap, type Remote } from 'comlink';
import type { ComputeApi } from './compute.worker.ts';

/** Starts a worker with its own computer. Plans and changes cross as plain data. */
export function startCompute(): { compute: Remote<ComputeApi>; stop: () => void } {
  const worker = new Worker(new URL('./compute.worker.ts', import.meta.url), { type: 'module' });
  return { compute: wrap<ComputeApi>(worker), stop: () => worker.terminate() };
}
