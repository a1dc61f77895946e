import { utils, write, type CellObject, type WorkSheet } from '@e965/xlsx';
import { unzipSync, zipSync } from 'fflate';

/** What a column holds: words, a number, dollars, or dollars worked out from cells of the same row. */
export interface Column {
  readonly title: string;
  readonly kind: 'text' | 'number' | 'dollars';
  /** In characters. */
  readonly width: number;
}

/** A figure worked out in the sheet, with what it comes to now: `{row}` in the formula stands for the row’s number. */
export interface Formula {
  readonly formula: string;
  readonly value: number;
}
export type Cell = string | number | null | Formula;

/** One list as one sheet: a row of titles, the rows, and sums under the columns that have one. */
export interface SheetTable {
  readonly name: string;
  readonly columns: readonly Column[];
  readonly rows: readonly (readonly Cell[])[];
  /** Titles of columns that are added up below. */
  readonly sums?: readonly string[];
}

const formats = { text: '@', number: '0.##', dollars: '$#,##0.00' } as const;
const letter = (column: number): string => utils.encode_col(column);

function cellOf(value: Cell, row: number, kind: Column['kind']): CellObject | null {
  if (value === null || value === '') return null;
  const z = formats[kind];
  if (typeof value === 'number') return { t: 'n', v: value, z };
  // Text is text, also where it begins as a formula does.
  if (typeof value === 'string') return { t: 's', v: value };
  return { t: 'n', v: value.value, f: value.formula.replaceAll('{row}', String(row)), z };
}

const figure = (value: Cell | undefined): number =>
  typeof value === 'number' ? value : typeof value === 'object' && value !== null ? value.value : 0;

function sheetOf({ columns, rows, sums = [] }: SheetTable): WorkSheet {
  const sheet: WorkSheet = {};
  const put = (column: number, row: number, cell: CellObject | null) => {
    if (cell) sheet[`${letter(column)}${row}`] = cell;
  };
  columns.forEach(({ title }, c) => put(c, 1, { t: 's', v: title }));
  rows.forEach((row, r) =>
    columns.forEach(({ kind }, c) => put(c, r + 2, cellOf(row[c] ?? null, r + 2, kind))),
  );
  const last = rows.length + 1;
  columns.forEach(({ title, kind }, c) => {
    if (!sums.includes(title) || rows.length === 0) return;
    const value = rows.reduce((sum, row) => sum + figure(row[c]), 0);
    put(c, last + 1, { t: 'n', v: value, f: `SUM(${letter(c)}2:${letter(c)}${last})`, z: formats[kind] });
  });
  const end = last + (sums.length > 0 && rows.length > 0 ? 1 : 0);
  sheet['!ref'] = `A1:${letter(columns.length - 1)}${end}`;
  sheet['!cols'] = columns.map(({ width }) => ({ wch: width }));
  sheet['!autofilter'] = { ref: `A1:${letter(columns.length - 1)}${last}` };
  return sheet;
}

/** The moment that files within a workbook are of, wherever it is made, so that the same lists give the same bytes. */
const sameMoment = '1980-01-02T00:00:00';

/** An XLSX workbook with a sheet for each list. The same lists give the same bytes. */
export function workbookOf(tables: readonly SheetTable[]): Uint8Array {
  const book = utils.book_new();
  for (const table of tables) utils.book_append_sheet(book, sheetOf(table), table.name);
  const made = new Uint8Array(write(book, { type: 'array', bookType: 'xlsx' }) as ArrayBuffer);
  return zipSync(unzipSync(made), { mtime: sameMoment });
}
