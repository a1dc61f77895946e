// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { SessionState } from '@fieldchalk/contracts';
import { useWho } from './who.ts';

const person = { id: 'p1', name: 'Hazel', signIn: 'hazel', role: 'lead', company: 'Hazel Electric' } as const;
let answer: SessionState;
let asked: string[];
const assign = vi.fn();
beforeEach(() => {
  setActivePinia(createPinia());
  answer = { person: null, passkeys: false, demo: false, isNew: false };
  asked = [];
  vi.stubGlobal('fetch', async (path: string, { method }: { method: string }) => {
    asked.push(`${method} ${path}`);
    const body = path.endsWith('/demo') ? { ...answer, person } : answer;
    return { ok: true, status: 200, json: async () => body };
  });
  vi.stubGlobal('location', { assign });
  assign.mockClear();
});
afterEach(() => vi.unstubAllGlobals());

test('the demo signs itself in on pages of people, and nowhere else', async () => {
  answer = { ...answer, demo: true };
  const who = useWho();
  await who.load();
  expect([who.person, who.isOut]).toEqual([null, true]);
  await who.enter();
  expect([who.person?.name, who.isOut, who.leads, who.owns]).toEqual(['Hazel', false, true, false]);
  expect(asked.at(-1)).toBe('POST /api/session/demo');
});

test('who is signed out is remembered until somebody is in: the same goes on, another begins anew', async () => {
  const who = useWho();
  who.take({ ...answer, person });
  await who.enter();
  expect([who.isOut, who.person?.name]).toEqual([true, 'Hazel']);
  who.take({ ...answer, person });
  expect([who.isOut, assign.mock.calls.length]).toEqual([false, 0]);
  who.take({ ...answer, person: { ...person, id: 'p2', name: 'Rowan' } });
  expect(assign).toHaveBeenCalledWith('/');
  expect(who.person?.name).toBe('Hazel');
});

test('a server that cannot be reached signs nobody out', async () => {
  const who = useWho();
  who.take({ ...answer, person });
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
  await who.enter();
  expect([who.isAsked, who.isOut, who.person?.name]).toEqual([true, false, 'Hazel']);
});
