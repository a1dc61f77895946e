import { expect, test } from 'vitest';
import { Refusal } from '../session/api.ts';
import { refusalWords, useAttempt } from './attempt.ts';

test('a refusal is told by the fields it is about', () => {
  const problems = [{ path: 'password', message: 'must have at least 12 letters' }];
  expect(refusalWords(new Refusal(400, 'Some fields need another look.', problems))).toBe(
    'Password must have at least 12 letters.',
  );
  expect(refusalWords(new Refusal(410, 'This link is too old.'))).toBe('This link is too old.');
});

test('what is asked while something is under way waits its turn; what fails is said until the next', async () => {
  const { says, isBusy, attempt } = useAttempt();
  const done: string[] = [];
  const slow = attempt(() =>
    new Promise<void>((go) => setTimeout(go, 10)).then(() => void done.push('slow')),
  );
  const next = attempt(async () => void done.push('next'));
  expect(isBusy.value).toBe(true);
  await slow;
  expect(isBusy.value).toBe(true);
  await next;
  expect([done, isBusy.value]).toEqual([['slow', 'next'], false]);
  await attempt(() => Promise.reject(new Error('It broke.')));
  expect(says.value).toBe('It broke.');
  await attempt(async () => undefined);
  expect(says.value).toBe('');
});
