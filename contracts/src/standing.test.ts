import { expect, test } from 'vitest';
import { marksStanding, newerMark, type Numbered } from './standing.ts';

const mark = (id: string, device: string, number: number, madeAt: number, done = true) => ({
  id,
  device,
  number,
  madeAt,
  done,
  kind: 'box',
  about: 'b1',
});

test('the maker’s number decides, not the clock; the clock decides between equal numbers', () => {
  expect(newerMark(mark('a', 'x', 2, 10), mark('b', 'x', 1, 99))).toBe(true);
  expect(newerMark(mark('a', 'x', 1, 10), mark('b', 'y', 1, 99))).toBe(false);
  expect(newerMark(mark('a', 'z', 1, 10), mark('b', 'y', 1, 10))).toBe(true);
});

test('in whatever order ticks arrive, once or twice, the same one stands', () => {
  const marks = [
    mark('a', 'x', 1, 50, true),
    mark('b', 'x', 2, 60, false),
    mark('c', 'y', 2, 55, true),
    { ...mark('d', 'y', 9, 1), about: 'b2' },
  ];
  const orders = (list: typeof marks): (typeof marks)[] =>
    list.length < 2
      ? [list]
      : list.flatMap((m, i) =>
          orders([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [m, ...rest]),
        );
  for (const order of orders(marks)) {
    const standing = marksStanding([...order, ...order.slice(0, 2)]);
    expect([...standing.values()].map((m) => m.id).sort()).toEqual(['b', 'd']);
  }
  expect(orders(marks)).toHaveLength(24);
});

test('of two different ticks exactly one is newer', () => {
  const some: Numbered[] = [
    mark('a', 'x', 1, 1),
    mark('b', 'x', 1, 1),
    mark('a', 'y', 1, 1),
    mark('c', 'x', 1, 2),
  ];
  for (const a of some) for (const b of some) if (a !== b) expect(newerMark(a, b)).toBe(!newerMark(b, a));
});
