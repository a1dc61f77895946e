import { expect, test } from 'vitest';
import { Remembered } from './remembered.ts';

test('a yes is good for a second, or until it is forgotten; a no is asked again each time', async () => {
  let now = 0;
  let asked = 0;
  let answer: { is: number } | null = { is: 1 };
  const remembered = new Remembered<{ is: number }>(() => now);
  const ask = () => remembered.of('key', async () => (asked++, answer));
  expect([await ask(), await ask(), asked]).toEqual([{ is: 1 }, { is: 1 }, 1]);
  now = 1000;
  await ask();
  expect(asked).toBe(2);
  answer = null;
  expect(await ask()).toEqual({ is: 1 });
  remembered.forget();
  expect([await ask(), await ask(), asked]).toEqual([null, null, 4]);
  answer = { is: 2 };
  expect(await ask()).toEqual({ is: 2 });
});

test('a yes that was on its way when all was forgotten is not kept', async () => {
  const remembered = new Remembered<object>(() => 0);
  let answer: (yes: object | null) => void = () => undefined;
  const first = remembered.of('key', () => new Promise<object | null>((done) => (answer = done)));
  remembered.forget();
  answer({});
  expect(await first).toEqual({});
  expect(await remembered.of('key', async () => null)).toBe(null);
});
