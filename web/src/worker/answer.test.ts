import { makeEdit, type Plan, type ProposalProgress } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { describe, expect, test, vi } from 'vitest';
import { computeInThread } from '../testing/inThread.ts';
import { AnswersReceived } from './answer.ts';

function moved(plan: Plan, box: string, at: number) {
  const done = makeEdit(plan, 'moveBox', { box, at });
  if (!done.ok) throw new Error('refused');
  return done;
}

describe('answers as they cross', () => {
  const plan = study();

  test('put together again they are what a worker that was given the whole plan says', async () => {
    const { compute } = computeInThread();
    const received = new AnswersReceived();
    received.take(await compute.load(plan));
    const done = moved(plan, 'b1', 60);
    const after = received.take(await compute.follow(done.change.patches));
    const anew = new AnswersReceived().take(await computeInThread().compute.load(done.plan));
    expect(JSON.stringify(after)).toBe(JSON.stringify(anew));
  });

  test('what is drawn before cable is laid is what the whole answer then has', async () => {
    const { compute } = computeInThread();
    const { placed, rooms } = await compute.begin(plan);
    const whole = new AnswersReceived().take(await compute.load(plan));
    const { members, marks, ceilings } = whole.result;
    expect(placed).toEqual({ members, rooms: whole.result.rooms, marks, ceilings });
    expect(rooms).toEqual(whole.rooms);
    expect(Object.keys(marks).length).toBeGreaterThan(3);
  });

  test('what an edit leaves alone stays the same object, so that who shows it need not draw again', async () => {
    const { compute } = computeInThread();
    const received = new AnswersReceived();
    const before = received.take(await compute.load(plan));
    const change = await compute.follow(moved(plan, 'b1', 60).change.patches);
    const after = received.take(change);
    expect(after.result.members).toBe(before.result.members);
    expect(after.result.marks['b2']).toBe(before.result.marks['b2']);
    expect(after.result.marks['b1']).not.toBe(before.result.marks['b1']);
    expect(after.result.circuits['c2']).toBe(before.result.circuits['c2']);
  });

  test('a plan taken anew with the same content crosses as nothing', async () => {
    const { compute } = computeInThread();
    const received = new AnswersReceived();
    const before = received.take(await compute.load(plan));
    const again = await compute.load(structuredClone(plan));
    expect(again.change).toBe(null);
    expect(received.take(again)).toBe(before);
  });

  test('a preview given up leaves the answer of the plan as it was; every room is in it, so choosing one asks nothing', async () => {
    const { compute } = computeInThread();
    const received = new AnswersReceived();
    const before = received.take(await compute.load(plan));
    received.take(await compute.preview(moved(plan, 'b1', 60).change.patches));
    const after = received.take(await compute.follow([]));
    expect(JSON.stringify(after)).toBe(JSON.stringify(before));
    expect(Object.keys(after.rooms)).toEqual(Object.keys(plan.rooms));
  });

  test('one that does not stand on the answer before is not laid on it', async () => {
    const { compute } = computeInThread();
    const received = new AnswersReceived();
    await compute.load(plan);
    const second = await compute.follow([]);
    expect(() => received.take(second)).toThrow('Answer 2 came after answer 0');
  });

  test('a proposal is worked out by the kept computer and leaves the plan it holds alone', async () => {
    const { compute } = computeInThread();
    const received = new AnswersReceived();
    const bare = makeEdit(plan, 'clearRuns', {});
    if (!bare.ok) throw new Error('refused');
    const before = received.take(await compute.load(bare.plan));
    const done = await compute.propose({ only: ['runs'] });
    expect(done.ok && done.change.patches.length).toBeGreaterThan(0);
    const after = received.take(await compute.follow([]));
    expect(JSON.stringify(after)).toBe(JSON.stringify(before));
  });
});

test('a proposal tells now and then how far it is, in the order of its parts, and no more often', async () => {
  const { compute } = computeInThread();
  const heard: ProposalProgress[] = [];
  await compute.load(study());
  const clock = vi.spyOn(performance, 'now');
  let now = 0;
  // Every look at the clock is a second later, so each word is due.
  clock.mockImplementation(() => (now += 1000));
  await compute.propose({ anew: true }, (progress) => void heard.push(progress));
  const kinds = heard.map((p) => p.doing);
  expect([...new Set(kinds)]).toEqual([
    'receptacles',
    'data',
    'lights',
    'switches',
    'alarms',
    'circuits',
    'runs',
    'models',
  ]);
  const cables = heard.filter((p) => p.doing === 'runs' && p.of > 1);
  expect(cables.map((p) => p.done)).toEqual(cables.map((_, i) => i));
  // At rest the clock stands still, and nothing is due.
  clock.mockImplementation(() => now);
  const more = heard.length;
  await compute.propose({}, (progress) => void heard.push(progress));
  expect(heard.length).toBe(more);
  clock.mockRestore();
});

test('ways to share out circuits are counted as they are worked out', async () => {
  const { compute } = computeInThread();
  await compute.load(study());
  const clock = vi.spyOn(performance, 'now');
  let now = 0;
  clock.mockImplementation(() => (now += 1000));
  const heard: ProposalProgress[] = [];
  const ways = await compute.trials((progress) => void heard.push(progress));
  clock.mockRestore();
  expect(ways.length).toBeGreaterThan(1);
  expect(heard.map((p) => [p.doing, p.done])).toEqual(ways.map((_, i) => ['circuits', i]));
});
