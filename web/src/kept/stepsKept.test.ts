// @vitest-environment happy-dom
import type { Change } from '@fieldchalk/core';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { UndoStack } from '../session/undoStack.ts';
import { keepSteps, stepsKept } from './stepsKept.ts';

const change = (name: string): Change => ({ name, patches: [], inverse: [] });
const stackOf = (count: number) => {
  const stack = new UndoStack();
  for (let i = 0; i < count; i++) stack.did(`s${i}`, change(`step ${i}`));
  return stack;
};
const takenUp = (job = 'j1', person = 'hazel') => {
  const stack = new UndoStack();
  const kept = stepsKept(job, person);
  if (kept) stack.takeUp(kept);
  return stack;
};
beforeEach(() => sessionStorage.clear());
afterEach(() => void vi.unstubAllGlobals());

test('what was done and what was taken back are there again, in their order, for the same person and job', () => {
  const stack = stackOf(3);
  const last = stack.take('undo')!;
  stack.took('undo', last.step, { id: 'u1', change: change('undo') });
  keepSteps('j1', 'hazel', stack);
  const next = takenUp();
  expect(next.take('redo')).toEqual({ step: { id: 'u1', name: 'step 2' }, change: change('undo') });
  expect(next.take('undo')!.step.name).toBe('step 1');
  expect(takenUp('j2').canUndo).toBe(false);
  expect(takenUp('j1', 'rowan').canUndo).toBe(false);
});

test('where there is no room for all, the last steps are kept; where there is none, nothing, and none of before', () => {
  const kept = new Map<string, string>();
  const room = { for: 3000 };
  vi.stubGlobal('sessionStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    removeItem: (key: string) => kept.delete(key),
    setItem: (key: string, value: string) => {
      if (value.length > room.for) throw new DOMException('full', 'QuotaExceededError');
      kept.set(key, value);
    },
  });
  keepSteps('j1', 'hazel', stackOf(90));
  const next = takenUp();
  expect(next.take('undo')!.step.id).toBe('s89');
  expect(JSON.stringify(next.kept(500)).length).toBeLessThan(3000);
  room.for = 10;
  keepSteps('j1', 'hazel', stackOf(2));
  expect(stepsKept('j1', 'hazel')).toBe(null);
});

test('what cannot be read is passed over', () => {
  for (const text of ['{broken', '[]', '{"undoable":1}', '"x"']) {
    sessionStorage.setItem('fieldchalk.steps.j1.hazel', text);
    expect(stepsKept('j1', 'hazel')).toBe(null);
  }
});
