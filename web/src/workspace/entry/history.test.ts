import { expect, test } from 'vitest';
import { LineHistory } from './history.ts';

test('lines are called up last first, and down again to an empty one; one entered twice is there once', () => {
  const history = new LineHistory();
  expect(history.step('before')).toBe(null);
  for (const line of ['door 32 at 14', 'close', 'close', ' ']) history.entered(line);
  expect([history.step('before'), history.step('before'), history.step('before')]).toEqual([
    'close',
    'door 32 at 14',
    null,
  ]);
  expect(history.isCalledUp).toBe(true);
  expect([history.step('after'), history.step('after'), history.step('after')]).toEqual(['close', '', null]);
  expect(history.isCalledUp).toBe(false);
});

test('typing something else starts from the last line again; only the last hundred are there', () => {
  const history = new LineHistory();
  for (let i = 0; i < 130; i++) history.entered(`${i}`);
  history.step('before');
  history.step('before');
  history.leave();
  expect(history.step('before')).toBe('129');
  let last: string | null = '';
  for (let line: string | null = ''; line !== null; line = history.step('before')) last = line;
  expect(last).toBe('30');
});
