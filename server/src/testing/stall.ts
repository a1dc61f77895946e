/** What came of some work, and how long this thread was kept from answering anybody meanwhile, in milliseconds. */
export async function stalled<T>(work: PromiseLike<T>): Promise<{ stall: number; done: T }> {
  let stall = 0;
  let last = performance.now();
  const watch = setInterval(() => {
    stall = Math.max(stall, performance.now() - last - 5);
    last = performance.now();
  }, 5);
  try {
    const done = await work;
    return { done, stall };
  } finally {
    clearInterval(watch);
  }
}
