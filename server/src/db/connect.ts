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

/** Whether a place of data is a PostgreSQL database, and not a file. */
export const isPostgresUrl = (where: string): boolean => /^postgres(ql)?:\/\//.test(where);

/** An address as it may be shown: without its password. */
export const withoutPassword = (url: string): string => url.replace(/(\/\/[^:/@]*):[^@/]*@/, '$1:…@');

function sqlite(file: string): Knex {
  return createKnex({
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
}

/** Times and counts are int8 there; all of ours are whole numbers a JavaScript number holds. */
const int8 = 20;

async function postgres(url: string, most: number): Promise<Knex> {
  // A server on a data file begins without it.
  const { default: pg } = await import('pg');
  const types = {
    getTypeParser: (oid: number, format?: string) =>
      oid === int8 ? Number : (pg.types.getTypeParser(oid, format as 'text') as (text: string) => unknown),
  };
  return createKnex({
    client: 'pg',
    connection: {
      connectionString: url,
      types,
      application_name: 'fieldchalk',
      connectionTimeoutMillis: 5000,
    },
    pool: { min: 0, max: most },
    acquireConnectionTimeout: 10_000,
  });
}

/** Held by the one process that brings the tables up to date. */
const migrationLock = 4_170_001;

/** Brings the tables up to date, one process at a time; a lock of one that was killed meanwhile is nobody’s. */
async function migrate(db: Knex): Promise<void> {
  const latest = async () => {
    await db.migrate.forceFreeMigrationsLock({ migrationSource });
    await db.migrate.latest({ migrationSource });
  };
  if (db.client.config.client !== 'pg') return latest();
  await db.transaction(async (tx) => {
    await tx.raw('select pg_advisory_xact_lock(?)', [migrationLock]);
    await latest();
  });
}

/**
 * Opens the data and brings their tables up to date: a SQLite file, safe against a killed process (WAL, synchronous FULL), `:memory:` for tests, or a
 * PostgreSQL database by its address. Throws a DataError where it cannot.
 */
export async function openDatabase(where: string, most = 10): Promise<Knex> {
  const isFile = !isPostgresUrl(where);
  try {
    if (isFile && where !== ':memory:') mkdirSync(dirname(where), { recursive: true });
  } catch (error) {
    throw inWords(error, where);
  }
  const knex = isFile ? sqlite(where) : await postgres(where, most);
  try {
    await migrate(knex);
    return knex;
  } catch (error) {
    await knex.destroy();
    throw inWords(error, isFile ? where : withoutPassword(where));
  }
}

/** The migrations as Knex asks for them: they are part of the bundle, not files beside it. */
export const migrationSource: Knex.MigrationSource<string> = {
  getMigrations: async () => Object.keys(migrations),
  getMigrationName: (name) => name,
  getMigration: async (name) => entryOf(migrations, name),
};
