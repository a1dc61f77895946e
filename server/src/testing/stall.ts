import { existsSync, readFileSync } from 'node:fs';

const THIS_THREAD = '/proc/thread-self/schedstat';

/**
 * For how long the calling thread has computed, in milliseconds: its first figure in Linux's scheduler statistics,
 * in nanoseconds (Documentation/scheduler/sched-stats.rst of the kernel). Where there are none, all of the process.
 */
function computed(): number {
  if (existsSync(THIS_THREAD)) return Number(readFileSync(THIS_THREAD, 'utf8').split(' ')[0]) / 1e6;
  const { user, system } = process.cpuUsage();
  return (user + system) / 1000;
}

/**
 * What came of some work, and how long this thread was kept from answering anybody meanwhile, in milliseconds.
 * Only time in which this thread itself computed counts: a machine that lends its time to others, or other threads
 * that are tested beside it, stall nobody by the work.
 */
export async function stalled<T>(work: PromiseLike<T>): Promise<{ stall: number; done: T }> {
  let stall = 0;
  let last = computed();
  const watch = setInterval(() => {
    const now = computed();
    stall = Math.max(stall, now - last);
    last = now;
  }, 5);
  try {
    const done = await work;
    return { done, stall };
  } finally {
    clearInterval(watch);
  }
}
