import { study } from '@fieldchalk/core/demo';
import { compute } from '@fieldchalk/core';
import { effectScope, nextTick, ref } from 'vue';
import { expect, test } from 'vitest';
import { actualWords, kindWords, ratioWords } from './actualWords.ts';
import { type OrderRow, quantityWords, rowsByKind, rowsBySupplier, rowsOf, toBuyWords } from './orderRows.ts';
import { useOrderTable } from './orderTable.ts';

const { lines } = compute(study()).takeoff;

/** A table in a scope of its own, as a page has one. */
const tableOf = (rows: OrderRow[]) => {
  const find = ref('');
  const table = effectScope().run(() => useOrderTable(ref(rows), find));
  return { ...table!, find };
};
const shown = ({ groups }: ReturnType<typeof tableOf>) =>
  groups.value.flatMap((g) => g.rows.map((r) => r.name));

test('the list stands under its headings in the order it comes, every line once', () => {
  const table = tableOf(rowsByKind(lines));
  expect(table.groups.value.map((g) => g.heading).slice(0, 2)).toEqual(['Cable', 'Boxes']);
  expect(shown(table).toSorted()).toEqual(lines.map((l) => l.name).toSorted());
});

test('a head sorts within the headings: once up, twice down, three times as it was', async () => {
  const table = tableOf(rowsByKind(lines));
  const [before, first] = [shown(table), () => table.groups.value.at(-1)!.rows.map((r) => r.quantity)];
  table.sortBy('quantity');
  await nextTick();
  expect(table.sortedBy('quantity')).toBe('ascending');
  expect(first()).toEqual(first().toSorted((a, b) => a - b));
  table.sortBy('quantity');
  await nextTick();
  expect(first()).toEqual(first().toSorted((a, b) => b - a));
  table.sortBy('quantity');
  await nextTick();
  expect([shown(table), table.sortedBy('quantity')]).toEqual([before, 'none']);
});

test('what is looked for leaves the rows with it in their name, heading or code', async () => {
  const table = tableOf(rowsByKind(lines));
  table.find.value = 'STAPLE-1/2';
  await nextTick();
  expect(shown(table)).toEqual(['Staple, 1/2 in., insulated']);
  table.find.value = 'no such thing';
  await nextTick();
  expect(table.groups.value).toEqual([]);
});

test('shares of lines stand under what they are for, with their names', () => {
  const [line] = lines;
  const groups = [
    { of: 'r1', lines: [{ item: line!.item, quantity: 1.04, cents: null }] },
    { of: null, lines: [{ item: line!.item, quantity: 0.02, cents: null }] },
  ];
  const rows = rowsOf(groups, lines, (of) => (of === null ? 'No room' : 'Study'));
  expect(rows.map((r) => [r.group, r.name, quantityWords(r.quantity, 'ft')])).toEqual([
    ['Study', line!.name, '1 ft'],
    ['No room', line!.name, 'under 0.1 ft'],
  ]);
});

test('what is left to buy: whole coils, pieces, or nothing', () => {
  const [line] = lines;
  expect(toBuyWords(line!, 500, 2)).toBe('2 coils, 500 ft');
  expect(toBuyWords(line!, 0, 0)).toBe('on hand');
  expect(toBuyWords({ ...line!, item: 'tail-14-bare' }, 0, 0)).toBe('none to buy');
  expect(toBuyWords({ ...line!, unit: 'each' }, 7, 0)).toBe('7');
});

test('by supplier every line stands once: what each sells, our own prices, what has none, and what is on hand', () => {
  const plan = study();
  const result = compute(plan);
  const [one, two] = result.takeoff.lines.filter((l) => l.toBuy > 0);
  const price = { cents: 90, per: 'each' } as const;
  const prices = {
    ...plan.prices,
    [one!.item]: { ...price, supplier: 'Quarry Electric' },
    [two!.item]: { ...price, supplier: 'Bell Supply' },
  };
  const rows = rowsBySupplier(result.takeoff.lines, prices);
  expect(rows.map((r) => r.id).sort()).toEqual(result.takeoff.lines.map((l) => l.item).sort());
  expect(rows.slice(0, 2).map((r) => [r.group, r.id])).toEqual([
    ['Bell Supply', two!.item],
    ['Quarry Electric', one!.item],
  ]);
  const groups = [...new Set(rows.map((r) => r.group))];
  expect(groups.slice(2)).toEqual(
    ['Our own prices', 'No price yet', 'Nothing to buy'].filter((g) => groups.includes(g)),
  );
  const noPrice = rows.filter((r) => r.group === 'No price yet');
  expect(noPrice.map((r) => r.cents)).toEqual(noPrice.map(() => null));
});

test('what it took is said as people say it', () => {
  expect(ratioWords({ ratio: 1.12, between: [1.04, 1.2] })).toBe('+12 %, between +4 % and +20 %');
  expect(ratioWords({ ratio: 0.9, between: null })).toBe('−10 %');
  expect(ratioWords({ ratio: 1.001, between: null })).toBe('as expected');
  expect(kindWords({ kind: 'length', of: 'cable-14/2' })).toBe('14/2 cable');
  expect(kindWords({ kind: 'hours', of: 'make-up' })).toBe('Make-up');
  const told = { basis: null, on: '', by: '', note: '' };
  const called = (id: string) => `called ${id}`;
  const cable = {
    kind: 'length',
    run: 'k1',
    item: 'cable-14/2',
    expected: 20,
    from: 90,
    to: 67.5,
    ...told,
  } as const;
  expect(actualWords(cable, called)).toEqual({ what: 'called k1', expected: '20′', took: '22′ 6″' });
  const hours = { kind: 'hours', stage: 'boxes', hours: 3.5, expected: 3, ...told } as const;
  expect(actualWords(hours, called)).toEqual({ what: 'Boxes', expected: '3 h', took: '3.5 h' });
  const plates = { kind: 'material', item: 'nail-plate', count: 6, on: '', by: '', note: '' } as const;
  expect(actualWords(plates, called)).toEqual({ what: 'called nail-plate', expected: '', took: '6' });
});
