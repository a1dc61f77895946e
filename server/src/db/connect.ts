import { entryOf } from '@fieldchalk/core';
import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import createKnex, { type Knex } from 'knex';
import { inWords } from './dataError.ts';
import { migrations } from './migrations/index.ts';

interface RawConnection {
  pragma(text: string): unknown;
}

const pragmas = ['journal_mode = WAL', 'synchronous = FULL', 'foreign_keys = ON', 'busy_timeout = 5000'];

/** Opens the data file, safe against a killed process (WAL, synchronous FULL), and brings its tables up to date. `:memory:` for tests. Throws a DataError where it cannot. */
export async function openDatabase(file: string): Promise<Knex> {
  try {
    if (file !== ':memory:') mkdirSync(dirname(file), { recursive: true });
  } catch (error) {
    throw inWords(error, file);
  }
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
        try {
          for (const pragma of pragmas) connection.pragma(pragma);
          done(null, connection);
        } catch (error) {
          done(error as Error, connection);
        }
      },
    },
  });
  try {
    await knex.migrate.latest({ migrationSource });
    return knex;
  } catch (error) {
    await knex.destroy();
    throw inWords(error, file);
  }
}

/** The migrations as Knex asks for them: they are part of the bundle, not files beside it. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(migrations),
  getMigrationName: (name) => name,
  getMigration: async (name) => entryOf(migrations, name),
};
