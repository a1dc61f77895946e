import { read, SSF, utils } from '@e965/xlsx';
import Papa from 'papaparse';
import { z } from 'zod';
import { compareIds } from '../../lookups/ids.ts';
import { priceSchema, type Price } from '../../plan/index.ts';
import type { Problem } from '../../plan/problems.ts';
import { type SheetTable, workbookOf } from './workbook.ts';

/** Prices by item: the company’s own, and those of suppliers by their names. */
export interface PriceFile {
  readonly own: Readonly<Record<string, Price>>;
  readonly suppliers: Readonly<Record<string, Readonly<Record<string, Price>>>>;
}

/** What came of a file of prices: all of it, or every row that is wrong and why; nothing is half-taken. */
export type PriceFileReading =
  | { readonly ok: true; readonly file: PriceFile; readonly rows: number }
  | { readonly ok: false; readonly problems: readonly Problem[] };

const columns = ['item', 'name', 'price', 'per', 'of', 'supplier', 'on'] as const;
type Row = Readonly<Partial<Record<(typeof columns)[number], string>>>;
const mostRows = 20_000;
const mostProblems = 200;

/** Dollars as people write them: `12.50`, `$1,200`. Null for what is none. */
function dollarsOf(text: string): number | null {
  const plain = text.replace(/^\$\s*/, '').replaceAll(',', '');
  return /^\d+(\.\d+)?$/.test(plain) ? Number(plain) : null;
}

/** A day as `2026-11-28`, as `11/28/2026`, or counted as workbooks do. Null for what is none. */
function dayOf(text: string): string | null {
  const [, month = '', day = '', year = ''] = /^(\d{1,2})\/(\d{1,2})\/(\d{4})$/.exec(text) ?? [];
  const written = (y: string | number, m: string | number, d: string | number) =>
    `${y}-${String(m).padStart(2, '0')}-${String(d).padStart(2, '0')}`;
  if (/^\d{5}(\.\d+)?$/.test(text)) {
    const { y, m, d } = SSF.parse_date_code(Number(text)) as { y: number; m: number; d: number };
    return written(y, m, d);
  }
  const iso = year ? written(year, month, day) : text;
  return z.iso.date().safeParse(iso).success ? iso : null;
}

/** One row read; what is wrong with it goes to `problems`, named by its line, its item and the column. */
function priceOfRow(row: Row, line: number, problems: Problem[]): { item: string; price: Price } | null {
  const field = (name: (typeof columns)[number]) => (row[name] ?? '').trim();
  const item = field('item');
  const before = problems.length;
  const wrong = (name: string, message: string) =>
    problems.push({ path: `line ${line}${item === '' ? '' : ` (${item})`}, ${name}`, message });
  if (item === '') wrong('item', 'is needed: the code of the list, like cable-14/2');
  const dollars = dollarsOf(field('price'));
  if (dollars === null) wrong('price', `“${field('price')}” is no price; write dollars, like 12.50`);
  const per = priceSchema.shape.per.safeParse(field('per') === '' ? undefined : field('per').toLowerCase());
  if (!per.success) wrong('per', `“${field('per')}” is none of ft, in, each, box, coil`);
  const of = field('of') === '' ? undefined : Number(field('of'));
  if (of !== undefined && !(of >= 1)) wrong('of', `“${field('of')}” is no number of pieces or feet`);
  if (per.data === 'box' && of === undefined) wrong('of', 'is needed: how many are in the box');
  const on = field('on') === '' ? undefined : dayOf(field('on'));
  if (on === null) wrong('on', `“${field('on')}” is no day; write it like 2026-11-28`);
  if (problems.length > before || dollars === null || !per.success) return null;
  const cents = Math.round(dollars * 1e4) / 100;
  const read = priceSchema.safeParse({ cents, per: per.data, of, on: on ?? undefined });
  if (read.success) return { item, price: read.data };
  for (const { path, message } of read.error.issues) wrong(String(path[0]), message.toLowerCase());
  return null;
}

/** A cell as it was before it was kept from being taken for a formula. */
const plainCell = (text: string): string => text.replace(/^'(?=[=+\-@\t])/, '');

function readRows(rows: readonly Row[]): PriceFileReading {
  const problems: Problem[] = [];
  const own: Record<string, Price> = {};
  const suppliers: Record<string, Record<string, Price>> = {};
  if (rows.length === 0) problems.push({ path: '(file)', message: 'holds no prices' });
  if (rows.length > mostRows)
    problems.push({ path: '(file)', message: `has ${rows.length} rows; ${mostRows} is the most` });
  for (const [i, row] of rows.slice(0, mostRows).entries()) {
    const line = i + 2;
    const read = priceOfRow(row, line, problems);
    if (!read) continue;
    const supplier = (row.supplier ?? '').trim();
    const into = supplier === '' ? own : (suppliers[supplier] ??= {});
    if (Object.hasOwn(into, read.item))
      problems.push({
        path: `line ${line} (${read.item}), item`,
        message: `has a price already${supplier === '' ? '' : ` from ${supplier}`}; leave one of them`,
      });
    else into[read.item] = read.price;
  }
  if (problems.length > 0) return { ok: false, problems: problems.slice(0, mostProblems) };
  return { ok: true, file: { own, suppliers }, rows: rows.length };
}

const refused = (message: string): PriceFileReading => ({
  ok: false,
  problems: [{ path: '(file)', message }],
});

/** Titles as they may be written: without capitals, and by the words people use. */
const titleOf = (title: string): string => {
  const plain = title.trim().toLowerCase();
  return { code: 'item', cost: 'price', unit: 'per', date: 'on', day: 'on' }[plain] ?? plain;
};

function rowsOfBook(bytes: Uint8Array): Row[] | null {
  const book = read(bytes, { type: 'array', sheetRows: mostRows + 2 });
  const [first] = book.SheetNames;
  const sheet = first === undefined ? undefined : book.Sheets[first];
  if (!sheet) return null;
  const all = utils.sheet_to_json<Record<string, unknown>>(sheet, { raw: true, defval: '' });
  return all.map((row) =>
    Object.fromEntries(Object.entries(row).map(([title, value]) => [titleOf(title), String(value)])),
  );
}

const hasColumns = (rows: readonly Row[]): boolean => {
  const known = new Set(rows.flatMap((row) => Object.keys(row)));
  return known.has('item') && known.has('price');
};
const needsColumns = 'must have the columns item and price; per, of, supplier and on are read too';

/** Reads prices from CSV or XLSX, told apart by their bytes. Columns in any order. */
export function readPriceFile(bytes: Uint8Array): PriceFileReading {
  const isZip = bytes[0] === 0x50 && bytes[1] === 0x4b;
  if (isZip) {
    try {
      const rows = rowsOfBook(bytes);
      if (rows === null || rows.length === 0) return refused('holds no sheet with rows');
      return hasColumns(rows) ? readRows(rows) : refused(needsColumns);
    } catch {
      return refused('is no workbook that can be read; save it again as XLSX or CSV');
    }
  }
  const text = new TextDecoder().decode(bytes);
  if (text.includes('\0')) return refused('is neither CSV nor XLSX');
  const parsed = Papa.parse<Row>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: titleOf,
    transform: plainCell,
  });
  const titles = parsed.meta.fields ?? [];
  if (!titles.includes('item') || !titles.includes('price')) return refused(needsColumns);
  return readRows(parsed.data);
}

function tableOf({ own, suppliers }: PriceFile, names: ReadonlyMap<string, string>): SheetTable {
  const rowsOf = (prices: PriceFile['own'], supplier: string) =>
    Object.entries(prices)
      .sort(([a], [b]) => compareIds(a, b))
      .map(([item, { cents, per, of, on }]) => [
        ...[item, names.get(item) ?? '', cents / 100, per],
        ...[of ?? null, supplier, on ?? ''],
      ]);
  return {
    name: 'Prices',
    columns: columns.map((title) => ({
      title,
      kind: title === 'price' ? 'dollars' : title === 'of' ? 'number' : 'text',
      width: title === 'name' ? 40 : 14,
    })),
    rows: [
      ...rowsOf(own, ''),
      ...Object.entries(suppliers).flatMap(([supplier, prices]) => rowsOf(prices, supplier)),
    ],
  };
}

/** Prices as CSV, which reads back the same. `names`: what items are called, for whoever looks at the file. */
export function pricesCsv(file: PriceFile, names: ReadonlyMap<string, string> = new Map()): string {
  const { rows } = tableOf(file, names);
  return `${Papa.unparse({ fields: [...columns], data: rows.map((row) => [...row]) }, { newline: '\r\n', escapeFormulae: true })}\r\n`;
}

/** Prices as an XLSX workbook, which reads back the same. */
export const pricesWorkbook = (file: PriceFile, names: ReadonlyMap<string, string> = new Map()): Uint8Array =>
  workbookOf([tableOf(file, names)]);
