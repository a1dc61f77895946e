// @vitest-environment happy-dom
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { JobServer } from '../testing/jobServer.ts';
import { jobEvents } from './jobEvents.ts';
import type { LiveStream } from './liveStream.ts';

let server: JobServer;
let heard: string[];
let events: LiveStream;
beforeEach(() => {
  vi.useFakeTimers();
  server = new JobServer();
  heard = [];
  events = jobEvents('j1', {
    change: ({ id }) => heard.push(`change ${id}`),
    news: (news) => heard.push(...Object.keys(news)),
    opened: () => heard.push('opened'),
    refused: () => heard.push('refused'),
  });
  events.follow();
});
afterEach(() => {
  events.close();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test('what is told of a job is heard, each as what it is', () => {
  server.tell('change', { id: 'c1' });
  for (const event of ['marks', 'measurement', 'phones', 'late', 'open']) server.tell(event, {});
  expect(heard).toEqual(['change c1', 'marks', 'measurement', 'phones', 'late', 'opened']);
});

test('a stream that is refused is said, and asked for again after a while; one that was closed is not', () => {
  server.listeners[0]!.refuse();
  expect([heard, server.listeners.length]).toEqual([['refused'], 1]);
  vi.advanceTimersByTime(10_000);
  expect(server.listeners.length).toBe(2);
  server.listeners[1]!.refuse();
  events.close();
  vi.advanceTimersByTime(60_000);
  expect(server.listeners.length).toBe(2);
});
