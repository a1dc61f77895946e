import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Told } from './told.ts';

beforeEach(() => void vi.useFakeTimers({ toFake: ['performance'] }));
afterEach(() => void vi.useRealTimers());

const wrong = { about: 'Box 3', says: 'stands in a door' };

test('words in passing go when the plan goes on, but not with the change they are of; what is wrong goes at once', () => {
  const told = new Told();
  told.inPassing('It comes out as it is.');
  told.problems.value = [wrong];
  told.moveOn();
  expect([told.notice.value, told.problems.value]).toEqual(['It comes out as it is.', []]);
  vi.advanceTimersByTime(1500);
  told.moveOn();
  expect(told.notice.value).toBe('');
});

test('what keeps the job from being saved is behind words in passing, is not put away, and goes when it is over', () => {
  const told = new Told();
  told.keepsFromSaving('The server cannot be reached.');
  expect([told.notice.value, told.isInPassing.value]).toEqual(['The server cannot be reached.', false]);
  told.inPassing('Nothing is open.');
  expect([told.notice.value, told.isInPassing.value]).toEqual(['Nothing is open.', true]);
  told.dismiss();
  expect(told.notice.value).toBe('The server cannot be reached.');
  told.over('Something else.');
  expect(told.notice.value).toBe('The server cannot be reached.');
  told.over('The server cannot be reached.');
  expect(told.notice.value).toBe('');
});

test('what became of own work stays until it is read, each said once, the last five; another job has none of it', () => {
  const told = new Told();
  told.ofOthers(['a', 'b', 'c']);
  told.ofOthers(['b', 'd', 'e', 'f']);
  expect(told.said.value).toEqual(['b', 'c', 'd', 'e', 'f']);
  told.moveOn();
  expect(told.said.value).toHaveLength(5);
  told.problems.value = [wrong];
  told.keepsFromSaving('The server cannot be reached.');
  told.clear();
  expect([told.said.value, told.problems.value, told.notice.value]).toEqual([[], [], '']);
});
