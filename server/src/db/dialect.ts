import type { Knex } from 'knex';

export const isPostgres = (db: Knex): boolean => db.client.config.client === 'pg';

/** Holds a row until the transaction ends, so that no other process changes what hangs on it meanwhile. SQLite has one writer at a time anyway. */
export async function held(tx: Knex, table: string, id: string): Promise<void> {
  if (isPostgres(tx)) await tx(table).where({ id }).forUpdate().first('id');
}
