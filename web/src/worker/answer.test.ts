import { makeEdit, type Plan } from '@fieldchalk/core';
import { study } from '@fieldchalk/core/demo';
import { describe, expect, test } from 'vitest';
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
