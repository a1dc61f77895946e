import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { edited, randomFrom } from '../../testing/index.ts';
import { Computer } from '../compute/index.ts';
import { changeOf, withChange } from './change.ts';

/** A value as it comes out of another thread. */
const crossed = <T>(value: T): T => structuredClone(value);

function anyValue(random: () => number, depth = 3): unknown {
  const kind = Math.floor(random() * (depth > 0 ? 6 : 4));
  if (kind === 0) return Math.floor(random() * 5);
  if (kind === 1) return ['a', 'b', ''][Math.floor(random() * 3)];
  if (kind === 2) return null;
  if (kind === 3) return random() < 0.5;
  const size = Math.floor(random() * 5);
  if (kind === 4) return Array.from({ length: size }, () => anyValue(random, depth - 1));
  return Object.fromEntries(
    Array.from({ length: size }, (_, i) => [`k${Math.floor(random() * 6)}${i}`, anyValue(random, depth - 1)]),
  );
}

/** The same value with something in it replaced, added or taken out. */
function altered(value: unknown, random: () => number): unknown {
  if (typeof value !== 'object' || value === null || random() < 0.2) return anyValue(random, 2);
  if (Array.isArray(value)) {
    const at = Math.floor(random() * (value.length + 1));
    const next = [...(value as unknown[])];
    if (random() < 0.4) next.splice(at, random() < 0.5 ? 1 : 0, anyValue(random, 1));
    else if (at < next.length) next[at] = altered(next[at], random);
    return random() < 0.1 ? next.reverse() : next;
  }
  const next = { ...(value as Record<string, unknown>) };
  const names = Object.keys(next);
  const name = names[Math.floor(random() * names.length)];
  if (name === undefined || random() < 0.3) next[`n${Math.floor(random() * 9)}`] = anyValue(random, 1);
  else if (random() < 0.2) delete next[name];
  else next[name] = altered(next[name], random);
  return next;
}

describe('changes of a value', () => {
  test('made to the value before they give the one after, name for name in order, 2,000 seeded pairs', () => {
    for (let seed = 1; seed <= 2000; seed++) {
      const random = randomFrom(seed);
      const before = anyValue(random, 4);
      const after = altered(before, random);
      const made = withChange(before, crossed(changeOf(before, after)));
      expect(JSON.stringify(made), `seed ${seed}`).toBe(JSON.stringify(after));
    }
  });

  test('say nothing of what comes to the same, and leave alone what they do not say', () => {
    const before = { a: { x: 1, list: [{ n: 1 }, { n: 2 }] }, b: { y: 2 } };
    expect(changeOf(before, crossed(before))).toBe(null);
    const after = { ...before, a: { ...before.a, x: 5 } };
    const change = changeOf(before, after);
    expect(change).toEqual({ entries: { a: { entries: { x: { set: 5 } } } } });
    const made = withChange(before, change);
    expect(made.b).toBe(before.b);
    expect(made.a.list).toBe(before.a.list);
  });

  test('of a list are the stretches that stayed, and what is new', () => {
    const [a, b, c, d] = [{ n: 1 }, { n: 2 }, { n: 3 }, { n: 4 }];
    expect(changeOf([a, b, c], [a, d, b, c])).toEqual({
      list: [{ from: 0, count: 1 }, { items: [d] }, { from: 1, count: 2 }],
    });
    const made = withChange([a, b, c], changeOf([a, b, c], [c, a]));
    expect(made[0]).toBe(c);
    expect(made[1]).toBe(a);
  });

  test('of a result after one box moved are a fiftieth of the result at most', () => {
    const computer = new Computer();
    const plan = study();
    const before = computer.compute(plan);
    const after = computer.compute(edited(plan, 'moveBox', { box: 'b1', at: 60 }));
    const change = changeOf(before, after);
    expect(JSON.stringify(withChange(before, crossed(change)))).toBe(JSON.stringify(after));
    expect(JSON.stringify(change).length).toBeLessThan(JSON.stringify(after).length / 5);
  });
});
