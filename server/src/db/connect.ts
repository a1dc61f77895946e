import { entryOf } from '@fieldchalk/core';
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import createKnex, { type Knex } from 'knex';
import { migrations } from './migrations/index.ts';

interface RawConnection {
  pragma(text: string): unknown;
}

/** Opens the data file, safe against a killed process (WAL, synchronous FULL), and brings its tables up to date. `:memory:` for tests. */
export async function openDatabase(file: string): Promise<Knex> {
  if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
  const knex = createKnex({
    client: 'better-sqlite3',
    connection: { filename: file },
    useNullAsDefault: true,
    pool: {
      min: 1,
      max: 1,
      afterCreate: (
        connection: RawConnection,
        done: (error: Error | null, connection: RawConnection) => void,
      ) => {
        for (const pragma of [
          'journal_mode = WAL',
          'synchronous = FULL',
          'foreign_keys = ON',
          'busy_timeout = 5000',
        ])
          connection.pragma(pragma);
        done(null, connection);
      },
    },
  });
  await knex.migrate.latest({ migrationSource });
  return knex;
}

/** The migrations as Knex asks for them: they are part of the bundle, not files beside it. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(migrations),
  getMigrationName: (name) => name,
  getMigration: async (name) => entryOf(migrations, name),
};
