import { randomBytes } from 'node:crypto';
import createKnex, { type Knex } from 'knex';
import { afterAll, beforeAll } from 'vitest';
import { openDatabase } from '../db/connect.ts';

/** Where the tests of the server find PostgreSQL, when they run on it (`npm run postgres-tests`); undefined on SQLite. */
export const testPostgres = process.env['FIELDCHALK_TEST_DATABASE'];

/** A schema of one test file’s own in the PostgreSQL of the tests, so that files do not meet. */
export class TestSchema {
  readonly name = `t_${randomBytes(6).toString('hex')}`;

  constructor(private readonly server: string) {
    beforeAll(() => this.asOwner(`create schema ${this.name}`));
    afterAll(() => this.asOwner(`drop schema ${this.name} cascade`));
  }

  get url(): string {
    return `${this.server}?options=-c%20search_path%3D${this.name}`;
  }

  private async asOwner(sql: string): Promise<void> {
    const db = createKnex({ client: 'pg', connection: this.server, pool: { min: 0, max: 1 } });
    try {
      await db.raw(sql);
    } finally {
      await db.destroy();
    }
  }

  /** Opens it, with nothing in its tables. */
  async openEmpty(): Promise<Knex> {
    const db = await openDatabase(this.url, 4);
    const tables = (await tablesIn(db)).filter((t) => !t.startsWith('knex_'));
    await db.raw(`truncate ${tables.map((t) => `"${t}"`).join(', ')} restart identity cascade`);
    return db;
  }
}

/** The tables of a database, by name. */
export async function tablesIn(db: Knex): Promise<string[]> {
  const isPostgres = db.client.config.client === 'pg';
  const rows: { name: string }[] = isPostgres
    ? await db('pg_tables').whereRaw('schemaname = current_schema()').select({ name: 'tablename' })
    : await db('sqlite_master').where({ type: 'table' }).select('name');
  return rows
    .map((r) => r.name)
    .filter((name) => !name.startsWith('sqlite_'))
    .sort();
}
