// @vitest-environment happy-dom
import { beforeEach, expect, test } from 'vitest';
import { fillLength, inchesOf } from './fill.ts';

beforeEach(() => {
  document.body.innerHTML = '<input id="name"><input id="length" data-length><input id="line" data-entry>';
});
const field = (id: string) => document.querySelector<HTMLInputElement>(`#${id}`)!;

test('metres by the inch of 25.4 mm, to the nearest sixteenth', () => {
  expect(inchesOf({ metres: 2.54 })).toBeCloseTo(100, 9);
  fillLength({ metres: 3.9 }, field('length'));
  expect(field('length').value).toBe(`12'9-9/16"`);
});

test('a length field takes it at once, as if typed', () => {
  const heard: string[] = [];
  for (const type of ['input', 'change']) field('length').addEventListener(type, () => heard.push(type));
  expect(fillLength({ inches: 30 }, field('length'))).toBe(true);
  expect(heard).toEqual(['input', 'change']);
});

test('any other field leaves it to the chalk line, which keeps what is there and waits', () => {
  field('line').value = 'door 32 at';
  const heard: string[] = [];
  field('line').addEventListener('change', () => heard.push('change'));
  fillLength({ inches: 14 }, field('name'));
  expect([field('name').value, field('line').value, heard.length]).toEqual(['', 'door 32 at 14"', 0]);
});

test('with nowhere to go it says so', () => {
  document.body.innerHTML = '';
  expect(fillLength({ inches: 14 }, null)).toBe(false);
});
