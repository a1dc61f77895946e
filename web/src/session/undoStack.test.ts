import { expect, test } from 'vitest';
import type { Change } from '@fieldchalk/core';
import { UndoStack } from './undoStack.ts';

const change = (name: string): Change => ({ name, patches: [], inverse: [] });

test('steps are taken back last first, and made again in their order; a new one ends what could be made again', () => {
  const stack = new UndoStack();
  stack.did('a', change('one'));
  stack.did('b', change('two'));
  const last = stack.take('undo')!;
  expect([last.step, last.change.name]).toEqual([{ id: 'b', name: 'two' }, 'two']);
  stack.took('undo', last.step, { id: 'c', change: change('undo two') });
  expect([stack.canUndo, stack.canRedo]).toEqual([true, true]);
  expect(stack.take('redo')!.step).toEqual({ id: 'c', name: 'two' });
  stack.did('d', change('three'));
  expect(stack.canRedo).toBe(false);
  expect(stack.take('undo')!.step.id).toBe('d');
});

test('a change made again is taken back as it was last made; one that came to nothing not at all', () => {
  const stack = new UndoStack();
  stack.did('a', change('one'));
  stack.did('b', change('two'));
  stack.madeAgain('b', change('two, elsewhere'));
  expect(stack.changeOf('b')!.name).toBe('two, elsewhere');
  stack.drop('b');
  expect(stack.changeOf('b')).toBeUndefined();
  expect(stack.take('undo')!.step.id).toBe('a');
  expect(stack.take('undo')).toBe(null);
  stack.madeAgain('b', change('late'));
  expect(stack.changeOf('b')).toBeUndefined();
});

test('only so many steps are kept, the oldest go; all can be forgotten at once', () => {
  const stack = new UndoStack();
  for (let i = 0; i < 620; i++) stack.did(`s${i}`, change(`${i}`));
  expect([stack.changeOf('s119'), stack.changeOf('s120')?.name]).toEqual([undefined, '120']);
  stack.clear();
  expect([stack.canUndo, stack.changeOf('s619')]).toEqual([false, undefined]);
});
