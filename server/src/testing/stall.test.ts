import { setTimeout as later } from 'node:timers/promises';
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

test('a thread that computes is stalled; one that was not given the machine is not', async () => {
  const computed = await during(() => {
    const from = process.cpuUsage();
    while (process.cpuUsage(from).user < 400_000);
  });
  expect(computed).toBeGreaterThan(100);
  const lent = await during(() => void Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 400));
  expect(lent).toBeLessThan(100);
});
