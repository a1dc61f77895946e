/**
 * What came of some work, and how long this thread was kept from answering anybody meanwhile, in milliseconds.
 * Only time in which this process computed counts: a machine that lends its time to others stalls nobody by the
 * work.
 */
export async function stalled<T>(work: PromiseLike<T>): Promise<{ stall: number; done: T }> {
  let stall = 0;
  let last = performance.now();
  let used = process.cpuUsage();
  const watch = setInterval(() => {
    const { user, system } = process.cpuUsage(used);
    stall = Math.max(stall, Math.min(performance.now() - last, (user + system) / 1000) - 5);
    [last, used] = [performance.now(), process.cpuUsage()];
  }, 5);
  try {
    const done = await work;
    return { done, stall };
  } finally {
    clearInterval(watch);
  }
}
