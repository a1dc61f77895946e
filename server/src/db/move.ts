import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { isPostgres } from './dialect.ts';
import { DataError } from './dataError.ts';
import { pagesOf, type Row } from './pages.ts';
import type { Holdings } from './proof.ts';

/** Tables in an order in which none names a row that is not there yet, and what their rows are told apart and put in order by. */
const tables: readonly (readonly [table: string, key: readonly string[]])[] = [
  ['companies', ['id']],
  ['people', ['id']],
  ['passkeys', ['id']],
  ['sessions', ['id']],
  ['devices', ['id']],
  ['jobs', ['id']],
  ['revisions', ['job', 'revision']],
  ['marks', ['sequence']],
  ['late_marks', ['sequence']],
  ['issues', ['sequence']],
  ['agreements', ['sequence']],
  ['rule_books', ['id']],
  ['price_books', ['id']],
  ['stock_books', ['id']],
  ['invitations', ['id']],
  ['given', ['id']],
  ['audit', ['sequence']],
];
/** What is only for the moment, and stays behind. */
export const notMoved: ReadonlySet<string> = new Set(['challenges', 'notices']);
export const movedTables: readonly string[] = tables.map(([table]) => table);
/** Numbered by the database: it must go on above them. */
const numbered: Readonly<Record<string, string>> = {
  marks: 'sequence',
  late_marks: 'sequence',
  issues: 'sequence',
  agreements: 'sequence',
  audit: 'sequence',
};

/** A row as both kinds of database have it: truth is 1 or 0 in one and true or false in the other, and columns come in their own order. */
const asText = (row: Row): string =>
  JSON.stringify(
    Object.keys(row)
      .sort()
      .map((key) => [key, typeof row[key] === 'boolean' ? Number(row[key]) : row[key]]),
  );

/** How many rows a table has, and a sum of what is in them, whatever order the database has them in. */
async function sumOf(
  db: Knex,
  table: string,
  key: readonly string[],
): Promise<{ count: number; sum: string }> {
  const hashes: string[] = [];
  for await (const rows of pagesOf(() => db(table), key))
    for (const row of rows) hashes.push(createHash('sha256').update(asText(row)).digest('base64'));
  return { count: hashes.length, sum: createHash('sha256').update(hashes.sort().join()).digest('hex') };
}

/** Columns that hold true or false; SQLite has numbers for them. */
async function truthsOf(db: Knex, table: string): Promise<ReadonlySet<string>> {
  const columns = await db(table).columnInfo();
  return new Set(Object.entries(columns).flatMap(([name, { type }]) => (type === 'boolean' ? [name] : [])));
}

/**
 * Copies all data into an empty database of either kind, and proves that both hold the same. Nothing is there until all of it is: it is one transaction.
 * Throws a DataError where the other is not empty, or holds something else in the end.
 */
export async function move(from: Knex, to: Knex): Promise<Holdings> {
  for (const [table] of tables)
    if (await to(table).first())
      throw new DataError(
        'The database to move to holds data already. Name an empty one; nothing was moved.',
      );
  const holdings: Record<string, number> = {};
  await to.transaction(async (tx) => {
    for (const [table, key] of tables) {
      const truths = await truthsOf(tx, table);
      for await (const rows of pagesOf(() => from(table), key)) {
        const own = rows.map((row) =>
          Object.fromEntries(Object.entries(row).map(([k, v]) => [k, truths.has(k) ? Boolean(v) : v])),
        );
        await tx.batchInsert(table, own, 20);
      }
      const column = numbered[table];
      if (column && isPostgres(tx))
        await tx.raw(
          'select setval(pg_get_serial_sequence(?, ?), coalesce(max(??), 1), max(??) is not null) from ??',
          [table, column, column, column, table],
        );
      const [before, after] = [await sumOf(from, table, key), await sumOf(tx, table, key)];
      if (before.count !== after.count || before.sum !== after.sum)
        throw new DataError(
          `${table}: ${before.count} rows were to be moved and ${after.count} came over, or not as they were. Nothing was moved. End the server that writes to the data meanwhile.`,
        );
      holdings[table] = after.count;
    }
  });
  return holdings;
}
