import { setTimeout as later } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';
import { expect, test } from 'vitest';
import { stalled } from './stall.ts';

const during = async (work: () => void) => {
  const { stall, done } = await stalled(
    later(20)
      .then(work)
      .then(() => later(20, 'done')),
  );
  expect(done).toBe('done');
  return stall;
};

test('a thread that computes is stalled; one that waits is not, whatever other threads compute meanwhile', async () => {
  const computed = await during(() => {
    let turns = 0;
    for (const until = performance.now() + 600; performance.now() < until;) turns += 1;
    expect(turns).toBeGreaterThan(0);
  });
  expect(computed).toBeGreaterThan(100);

  const beside = new Worker('while (true);', { eval: true });
  await later(100);
  const waited = await during(() => void Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 400));
  await beside.terminate();
  expect(waited).toBeLessThan(100);
});
