import { signal } from 'alien-signals';
import { createDraft } from 'immer';
import { describe, expect, test } from 'vitest';
import {
  countRuns,
  entriesOf,
  forget,
  gathered,
  idsOf,
  markView,
  query,
  sumsOf,
  valuesOf,
  viewOf,
} from './index.ts';

/** A record that can be written to, as a view. */
function cells(first: Record<string, number>) {
  const held = new Map(Object.entries(first).map(([id, n]) => [id, signal<number | undefined>(n)]));
  const ids = signal<readonly string[]>(Object.keys(first));
  const cell = (id: string) => {
    const known = held.get(id) ?? signal<number | undefined>(undefined);
    held.set(id, known);
    return known;
  };
  return {
    view: viewOf<number>({ ids: () => ids(), get: (id) => cell(id)() }),
    set: (id: string, n: number) => {
      cell(id)(n);
      if (!ids().includes(id)) ids([...ids(), id]);
    },
    remove: (id: string) => {
      cell(id)(undefined);
      ids(ids().filter((i) => i !== id));
    },
  };
}
const ran = (work: () => unknown) => countRuns(work).ran;

describe('a query', () => {
  const half = query('half', (view: Readonly<Record<string, number>>, id: string) =>
    Math.floor((view[id] ?? 0) / 2),
  );
  const list = query('list of halves', (view: Readonly<Record<string, number>>) =>
    idsOf(view).map((id) => ({ half: half(view, id) })),
  );

  test('runs once for what it is asked about, and again only when something it read has changed', () => {
    const { view, set } = cells({ a: 4, b: 10 });
    expect(ran(() => [half(view, 'a'), half(view, 'a'), half(view, 'b')])).toEqual({ half: 2 });
    set('a', 6);
    expect(ran(() => expect([half(view, 'a'), half(view, 'b')]).toEqual([3, 5]))).toEqual({ half: 1 });
  });

  test('an equal answer stops the change, and what stands on it stays the same object', () => {
    const { view, set } = cells({ a: 4, b: 10 });
    const before = list(view);
    set('a', 5);
    expect(ran(() => expect(list(view)).toBe(before))).toEqual({ half: 1 });
    set('a', 9);
    const after = list(view);
    expect(after).toEqual([{ half: 4 }, { half: 5 }]);
    set('a', 8);
    expect(list(view)).toBe(after);
  });

  test('written there and back before anybody asks, nothing runs', () => {
    const { view, set } = cells({ a: 4 });
    list(view);
    set('a', 12);
    set('a', 4);
    expect(ran(() => list(view))).toEqual({});
  });

  test('what is not there yet is depended on as well, and so are the ids', () => {
    const { view, set, remove } = cells({ a: 4 });
    expect([half(view, 'z'), list(view).length]).toEqual([0, 1]);
    set('z', 8);
    expect([list(view).length, Object.keys(view)]).toEqual([2, ['a', 'z']]);
    remove('a');
    expect(list(view)).toEqual([{ half: 4 }]);
  });

  test('what throws throws again, and is over when what it read is mended', () => {
    const { view, set } = cells({ a: -1 });
    const root = query('root', (v: Readonly<Record<string, number>>, id: string) => {
      if (v[id]! < 0) throw new Error(`no root of ${v[id]}`);
      return Math.sqrt(v[id]!);
    });
    const twice = query('twice', (v: Readonly<Record<string, number>>, id: string) => 2 * root(v, id));
    expect(() => twice(view, 'a')).toThrow('no root of -1');
    expect(() => twice(view, 'a')).toThrow('no root of -1');
    set('a', 9);
    expect(twice(view, 'a')).toBe(6);
  });

  test('of a plain record it is kept for the object; of a draft, or a plan that may still be written, never', () => {
    const count = query('count', (r: object) => Object.keys(r).length);
    const plain = { a: 1 };
    expect(ran(() => [count(plain), count(plain)])).toEqual({ count: 1 });
    const draft = createDraft({ a: 1 }) as Record<string, number>;
    expect(count(draft)).toBe(1);
    draft['b'] = 2;
    expect(count(draft)).toBe(2);
    const plan: Record<string, unknown> = { format: 'fieldchalk.plan' };
    expect(count(plan)).toBe(1);
    plan['more'] = true;
    expect(count(plan)).toBe(2);
    const frozen = Object.freeze({ format: 'fieldchalk.plan' });
    expect(ran(() => [count(frozen), count(frozen)])).toEqual({ count: 1 });
  });

  test('answers about something that is gone can be let go of', () => {
    const { view } = cells({ a: 4 });
    half(view, 'a');
    forget(view, 'a');
    expect(ran(() => half(view, 'a'))).toEqual({ half: 1 });
  });

  test('handed to a list’s own methods it refuses the place and the list that come with it, and so holds on to neither', () => {
    const doubled = query('doubled', ({ n }: { readonly n: number }): number => 2 * n);
    const records = [{ n: 1 }, { n: 2 }];
    expect(() => records.map(doubled as (r: { n: number }) => number)).toThrow('more than it takes');
    expect(records.map((r) => doubled(r))).toEqual([2, 4]);
  });

  test('several records make one question, in their order', () => {
    const [one, two] = [cells({ a: 1 }), cells({ a: 2 })];
    const both = query(
      'both',
      (v: Readonly<Record<string, number>>, w: Readonly<Record<string, number>>, id: string) =>
        `${v[id]} ${w[id]}`,
    );
    expect([both(one.view, two.view, 'a'), both(two.view, one.view, 'a')]).toEqual(['1 2', '2 1']);
    two.set('a', 3);
    expect(both(one.view, two.view, 'a')).toBe('1 3');
  });
});

describe('a view', () => {
  test('reads like a plain record: entries, keys, spread, JSON', () => {
    const { view } = cells({ b2: 1, b10: 2 });
    expect([view['b2'], view['b3'], 'b2' in view, 'b3' in view]).toEqual([1, undefined, true, false]);
    expect([Object.keys(view), Object.values(view), { ...view }]).toEqual([
      ['b2', 'b10'],
      [1, 2],
      { b2: 1, b10: 2 },
    ]);
    expect(JSON.stringify(view)).toBe('{"b2":1,"b10":2}');
    expect([entriesOf(view), valuesOf(view)]).toEqual([
      [
        ['b2', 1],
        ['b10', 2],
      ],
      [1, 2],
    ]);
  });

  test('cannot be written to', () => {
    const { view } = cells({ a: 1 });
    expect(() => ((view as Record<string, number>)['a'] = 2)).toThrow();
    expect(() => delete (view as Record<string, number>)['a']).toThrow();
  });

  test('plain records are read in the order of their ids, as people read them', () => {
    const plain = { b10: 1, b2: 2, a: 3 };
    expect([idsOf(plain), valuesOf(plain)]).toEqual([
      ['a', 'b2', 'b10'],
      [3, 2, 1],
    ]);
    expect(gathered(idsOf(plain), (id) => (id === 'b2' ? null : id.length))).toEqual({ a: 1, b10: 3 });
  });
});

describe('sums', () => {
  const parity = sumsOf(
    'parity',
    ({ view }: { view: Readonly<Record<string, number>> }) => idsOf(view),
    ({ view }, id) => ({ [view[id]! % 2 === 0 ? 'even' : 'odd']: view[id]!, count: 1 }),
  );

  test('are changed by the difference: only what changed is asked again, and what comes to nothing is not there', () => {
    const { view, set, remove } = cells({ a: 1, b: 2, c: 3 });
    const of = markView({ view });
    expect(parity(of)).toEqual({ count: 3, even: 2, odd: 4 });
    set('a', 4);
    expect(ran(() => expect(parity(of)).toEqual({ count: 3, even: 6, odd: 3 }))).toEqual({
      parity: 1,
      'part of parity': 1,
    });
    remove('c');
    expect(parity(of)).toEqual({ count: 2, even: 6 });
    set('d', 5);
    expect(parity(of)).toEqual({ count: 3, even: 6, odd: 5 });
  });

  test('take whole numbers only, since others add up differently in another order', () => {
    const { view } = cells({ a: 1.5 });
    expect(() => parity(markView({ view }))).toThrow('a adds 1.5 to odd');
  });
});
