import { setImmediate as othersFirst } from 'node:timers/promises';
import type { Knex } from 'knex';

export type Row = Record<string, unknown>;

/** About so many characters are read at once, whatever the rows hold, and so many rows at most. */
const atOnce = { characters: 100_000, rows: 500 };

const lengthOf = (row: Row): number =>
  Object.values(row).reduce<number>((sum, value) => sum + (typeof value === 'string' ? value.length : 8), 0);

/**
 * Rows in the order of a key that tells them apart, page by page, each from after the last; no page is empty. A data file is read by the thread that answers
 * everybody: others have their turn before each. `all` begins a query for all the rows, and has no order of its own.
 */
export async function* pagesOf<R extends object = Row>(
  all: () => Knex.QueryBuilder,
  key: readonly string[],
): AsyncGenerator<R[]> {
  const names = key.map(() => '??').join(', ');
  const values = key.map(() => '?').join(', ');
  let limit = 10;
  for (let last: Row | undefined; ;) {
    await othersFirst();
    const from = last;
    const rest = all()
      .orderBy(key.map((column) => ({ column })))
      .limit(limit);
    if (from)
      void rest.whereRaw(`(${names}) > (${values})`, [...key, ...key.map((k) => from[k] as Knex.Value)]);
    const rows = (await rest) as Row[];
    if (rows.length > 0) yield rows as R[];
    if (rows.length < limit) return;
    last = rows.at(-1);
    const fit = (limit * atOnce.characters) / rows.reduce((sum, row) => sum + lengthOf(row), 0);
    limit = Math.min(atOnce.rows, Math.max(1, Math.floor(fit)));
  }
}
