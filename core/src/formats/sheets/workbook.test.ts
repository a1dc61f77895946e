import { read } from '@e965/xlsx';
import { expect, test } from 'vitest';
import { marlStreet } from '../../../demo/index.ts';
import { computed, notEmpty } from '../../../testing/index.ts';
import { jobSheets } from './jobSheets.ts';
import { workbookOf } from './workbook.ts';

const plan = marlStreet();
const result = computed(plan);
const bytes = workbookOf(jobSheets(plan, result));
const book = read(bytes.slice(), { type: 'array', cellFormula: true });
const rowsOf = (name: string) => notEmpty(jobSheets(plan, result).find((s) => s.name === name)!.rows);

test('one sheet a list, a row for each line of it, figures as numbers', () => {
  expect(book.SheetNames).toEqual(['List', 'Coils', 'Pull plan', 'Drilling', 'Hours']);
  const list = book.Sheets['List']!;
  result.takeoff.lines.forEach((line, i) => {
    expect(list[`A${i + 2}`].v).toBe(line.item);
    expect(list[`C${i + 2}`]).toMatchObject({ t: 'n', v: line.quantity });
  });
  expect(rowsOf('Coils')).toHaveLength(result.takeoff.coils.flatMap((c) => c.cuts).length);
  expect(rowsOf('Pull plan')).toHaveLength(result.cuts.length);
  expect(rowsOf('Drilling')).toHaveLength(result.drilling.flatMap((w) => w.lines).length);
});

test('costs are worked out in the sheet, from a unit’s price, and added up below', () => {
  const list = book.Sheets['List']!;
  const priced = notEmpty(
    result.takeoff.lines.filter((l) => (l.cents ?? 0) > 0 && !l.item.startsWith('tail-')),
  );
  for (const line of priced) {
    const row = result.takeoff.lines.indexOf(line) + 2;
    expect(list[`H${row}`]).toMatchObject({ t: 'n', f: `C${row}*G${row}`, v: line.cents! / 100 });
    expect(list[`C${row}`].v * list[`G${row}`].v).toBeCloseTo(line.cents! / 100, 6);
  }
  const last = result.takeoff.lines.length + 1;
  expect(list[`H${last + 1}`].f).toBe(`SUM(H2:H${last})`);
  const cents = result.takeoff.lines.reduce((sum, l) => sum + (l.cents ?? 0), 0);
  expect(list[`H${last + 1}`].v).toBeCloseTo(cents / 100, 6);
});

test('the same lists give the same bytes; words that look like a formula stay words', () => {
  expect(workbookOf(jobSheets(plan, result))).toEqual(bytes);
  const table = { name: 'A', columns: [{ title: '=1', kind: 'text', width: 4 } as const], rows: [['=2+2']] };
  const sheet = read(workbookOf([table]), { type: 'array' }).Sheets['A']!;
  expect([sheet['A1'], sheet['A2']]).toMatchObject([
    { t: 's', v: '=1' },
    { t: 's', v: '=2+2' },
  ]);
  expect(sheet['A2'].f).toBeUndefined();
});
