import type { Worker } from 'node:worker_threads';
import { afterEach, expect, test } from 'vitest';
import { study } from '@fieldchalk/core/demo';
import { KeptThread, ThreadFailed } from './keptThread.ts';

const limits = { seconds: 20, megabytes: 512, idle: 60_000 };
let kept = new KeptThread<object, { ok: boolean }>('./aside/asideWorker.ts', limits);
afterEach(async () => {
  await kept.close();
  kept = new KeptThread('./aside/asideWorker.ts', limits);
});
const right = { plan: JSON.stringify(study()) };
const threadNow = () => (kept as unknown as { thread: Worker | null }).thread;

test('one thread answers one question after another, in order', async () => {
  const wrong = { plan: '{}' };
  const answers = await Promise.all([kept.ask(right), kept.ask(wrong), kept.ask(right)]);
  expect(answers.map((a) => a.ok)).toEqual([true, false, true]);
});

test('one that ends while nobody asks is followed by another', async () => {
  await kept.ask(right);
  const first = threadNow();
  first!.emit('error', new Error('nobody asked'));
  await first!.terminate();
  expect((await kept.ask(right)).ok).toBe(true);
  expect(threadNow()).not.toBe(first);
});

test('one that ends under a question, or takes too long, says so; the next is answered', async () => {
  const slow = new KeptThread<object, { ok: boolean }>('./aside/asideWorker.ts', {
    ...limits,
    seconds: 0.001,
  });
  await expect(slow.ask(right)).rejects.toThrow(ThreadFailed);
  await slow.close();
  await kept.ask(right);
  const long = Object.fromEntries(Array.from({ length: 200_000 }, (_, i) => [`q${i}`, i]));
  const under = kept.ask({ plan: JSON.stringify(long) });
  setTimeout(() => void threadNow()?.terminate(), 1);
  await expect(under).rejects.toThrow(ThreadFailed);
  expect((await kept.ask(right)).ok).toBe(true);
});

test('it is let go of when nobody asks for a while', async () => {
  const brief = new KeptThread<object, { ok: boolean }>('./aside/asideWorker.ts', { ...limits, idle: 5 });
  await brief.ask(right);
  await new Promise((go) => setTimeout(go, 200));
  expect((brief as unknown as { thread: Worker | null }).thread).toBe(null);
  await brief.close();
});
