import { describe, expect, test } from 'vitest';
import { randomFrom } from '../../../testing/index.ts';
import type { Price } from '../../plan/index.ts';
import { type PriceFile, pricesCsv, pricesWorkbook, readPriceFile } from './prices.ts';
import { workbookOf } from './workbook.ts';

const bytes = (text: string) => new TextEncoder().encode(text);
const read = (text: string) => readPriceFile(bytes(text));
const said = (text: string | Uint8Array) => {
  const done = readPriceFile(typeof text === 'string' ? bytes(text) : text);
  return done.ok ? [] : done.problems.map((p) => `${p.path}: ${p.message}`);
};

const some: PriceFile = {
  own: {
    'cable-14/2': { cents: 65, per: 'ft', on: '2026-11-20' },
    'plate-1g': { cents: 70.25, per: 'each' },
  },
  suppliers: {
    'Quarry Electric': { 'staple-1/2': { cents: 950, per: 'box', of: 100, on: '2026-11-02' } },
    '=Formula & “Sons”, ltd': { 'cable-14/2': { cents: 14_500, per: 'coil', of: 250 } },
  },
};

describe('prices as a file', () => {
  test('written and read back they are the same, as CSV and as XLSX', () => {
    for (const file of [bytes(pricesCsv(some)), pricesWorkbook(some)])
      expect(readPriceFile(file)).toEqual({ ok: true, file: some, rows: 4 });
  });

  test('100 random books come back the same both ways', () => {
    for (let seed = 1; seed <= 100; seed++) {
      const random = randomFrom(seed);
      const priceOf = (): Price => {
        const per = (['ft', 'each', 'box', 'coil', 'in'] as const)[Math.floor(random() * 5)]!;
        const packed = per === 'box' || per === 'coil' ? { of: 1 + Math.floor(random() * 1000) } : {};
        return {
          cents: Math.round(random() * 1e6) / 100,
          per,
          ...packed,
          ...(random() < 0.5 ? { on: '2026-02-28' } : {}),
        };
      };
      const book = () =>
        Object.fromEntries(
          Array.from({ length: 1 + Math.floor(random() * 20) }, (_, i) => [`item-${i}`, priceOf()]),
        );
      const file = { own: book(), suppliers: { North: book(), South: book() } };
      for (const made of [bytes(pricesCsv(file)), pricesWorkbook(file)])
        expect(readPriceFile(made), `seed ${seed}`).toMatchObject({ ok: true, file });
    }
  });

  test('titles in any order and by the words people use; days and dollars as they write them', () => {
    const done = read('Date,Cost,Code,Unit\n11/3/2026,"$1,200.50",cable-14/2,COIL\n,12,plate-1g,\n');
    expect(done).toMatchObject({
      ok: true,
      file: {
        own: {
          'cable-14/2': { cents: 120_050, per: 'coil', on: '2026-11-03' },
          'plate-1g': { cents: 1200, per: 'each' },
        },
      },
    });
  });

  test('a day that a workbook keeps as a number is a day', () => {
    const columns = (['item', 'price', 'on'] as const).map((title) => ({
      title,
      width: 9,
      kind: 'number' as const,
    }));
    // 28 November 2026 is day 46354 of workbooks: day 1 is 1 January 1900, and they count a 29 February of that year.
    const made = workbookOf([{ name: 'A', columns, rows: [['plate-1g', 0.7, 46_354]] }]);
    expect(readPriceFile(made)).toMatchObject({
      ok: true,
      file: { own: { 'plate-1g': { on: '2026-11-28' } } },
    });
  });

  test('every bad row is named by its line, its item and the column, and nothing is taken', () => {
    expect(
      said(
        'item,price,per,of,on\nplate-1g,0.70,each,,\n,4,each,,\ncable-14/2,cheap,ft,,\nstaple-1/2,9,box,,\n' +
          'blank-insert,1,dozen,,\ncover-1g,1,each,,2026-02-30\nplate-1g,0.80,each,,\npin-powder,-4,each,,\n',
      ),
    ).toEqual([
      'line 3, item: is needed: the code of the list, like cable-14/2',
      'line 4 (cable-14/2), price: “cheap” is no price; write dollars, like 12.50',
      'line 5 (staple-1/2), of: is needed: how many are in the box',
      'line 6 (blank-insert), per: “dozen” is none of ft, in, each, box, coil',
      'line 7 (cover-1g), on: “2026-02-30” is no day; write it like 2026-11-28',
      'line 8 (plate-1g), item: has a price already; leave one of them',
      'line 9 (pin-powder), price: “-4” is no price; write dollars, like 12.50',
    ]);
  });

  test('a file that is no list of prices is refused in a sentence', () => {
    expect(said('name,length\nA,4\n')[0]).toContain('must have the columns item and price');
    expect(said('item,price\n')[0]).toContain('holds no prices');
    expect(said('')[0]).toContain('must have the columns');
    expect(said(Uint8Array.from([0x50, 0x4b, 3, 4, 9, 9, 9]))[0]).toMatch(/is no workbook|holds no sheet/);
    expect(said(Uint8Array.from([1, 0, 2, 3]))[0]).toContain('neither CSV nor XLSX');
    const other = workbookOf([
      { name: 'Other', columns: [{ title: 'colour', kind: 'text', width: 9 }], rows: [['red']] },
    ]);
    expect(said(other)[0]).toContain('must have the columns');
    const long = `item,price\n${Array.from({ length: 20_001 }, (_, i) => `item-${i},1`).join('\n')}`;
    expect(said(long)[0]).toContain('20000 is the most');
  });
});
