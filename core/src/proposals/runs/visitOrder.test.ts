import { expect, test } from 'vitest';
import { randomFrom } from '../../../testing/index.ts';
import { cheapestOrder, exactUpTo, leastOrder } from './visitOrder.ts';

const places = (random: () => number, n: number): number[][] => {
  const at = Array.from({ length: n }, () => ({ x: random(), y: random() }));
  return at.map((a) => at.map((b) => Math.hypot(a.x - b.x, a.y - b.y)));
};
const lengthOf = (order: readonly number[], cost: number[][]) =>
  order.reduce((sum, p, i) => sum + cost[i ? order[i - 1]! : 0]![p]!, 0);
const permute = (list: number[]): number[][] =>
  list.length <= 1
    ? [list]
    : list.flatMap((x, i) => permute([...list.slice(0, i), ...list.slice(i + 1)]).map((p) => [x, ...p]));

test('the order of boxes is the best of all orders, whichever of them may come first', () => {
  for (let seed = 1; seed <= 40; seed++) {
    const random = randomFrom(seed);
    const n = 3 + (seed % 5);
    const cost = places(random, n);
    const all = permute(Array.from({ length: n - 1 }, (_, i) => i + 1));
    for (const mayLead of [() => true, (i: number) => i % 2 === seed % 2]) {
      const allowed = all.filter((order) => mayLead(order[0]!));
      const found = cheapestOrder(cost, mayLead);
      expect(found.cost).toBeCloseTo(Math.min(...allowed.map((o) => lengthOf(o, cost))), 9);
      expect(lengthOf(found.order, cost)).toBeCloseTo(found.cost, 9);
      expect(mayLead(found.order[0]!)).toBe(true);
    }
  }
});

test('beyond what is exact it is no worse than going to the nearest each time, nor than the order given', () => {
  for (let seed = 1; seed <= 12; seed++) {
    const random = randomFrom(seed * 13);
    const n = exactUpTo + 2 + (seed % 8);
    const cost = places(random, n);
    const { order, cost: total, exact } = cheapestOrder(cost);
    expect(exact).toBe(false);
    expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: n - 1 }, (_, i) => i + 1));
    expect(lengthOf(order, cost)).toBeCloseTo(total, 9);
    const left = new Set(order);
    const nearest: number[] = [];
    while (left.size > 0) {
      const at = nearest.at(-1) ?? 0;
      const next = [...left].sort((a, b) => a - b).reduce((a, b) => (cost[at]![b]! < cost[at]![a]! ? b : a));
      nearest.push(next);
      left.delete(next);
    }
    const given = Array.from({ length: n - 1 }, (_, i) => i + 1);
    expect(total).toBeLessThanOrEqual(lengthOf(nearest, cost) + 1e-9);
    expect(total).toBeLessThanOrEqual(lengthOf(given, cost) + 1e-9);
  }
});

test('places on a line are visited along it', () => {
  const many = Array.from({ length: exactUpTo + 6 }, (_, i) => i);
  const line = many.map((a) => many.map((b) => Math.abs(((a * 7) % 18) - ((b * 7) % 18))));
  const { order, exact } = cheapestOrder(line);
  expect(exact).toBe(false);
  expect(lengthOf(order, line)).toBe(17);
});

test('where only one may come first it does, however far off', () => {
  for (const n of [6, exactUpTo + 4]) {
    const cost = places(randomFrom(n), n);
    expect(cheapestOrder(cost, (i) => i === n - 1).order[0]).toBe(n - 1);
  }
});

test('the least an order can cost is never over what one costs, and within five per cent of the best', () => {
  const gaps: number[] = [];
  for (let seed = 1; seed <= 40; seed++) {
    const cost = places(randomFrom(seed * 3), 5 + (seed % 8));
    const { cost: best, exact } = cheapestOrder(cost);
    expect(exact).toBe(true);
    const least = leastOrder(cost);
    expect(least).toBeLessThanOrEqual(best + 1e-9);
    gaps.push(best / least - 1);
  }
  expect(gaps.reduce((a, b) => a + b) / gaps.length).toBeLessThan(0.05);
  for (const n of [18, 26]) {
    const cost = places(randomFrom(n), n);
    expect(leastOrder(cost)).toBeLessThanOrEqual(cheapestOrder(cost).cost + 1e-9);
    expect(leastOrder(cost)).toBeGreaterThan(cheapestOrder(cost).cost * 0.9);
  }
});
