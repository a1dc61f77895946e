import Database from 'better-sqlite3';
import { DataError, inWords } from './dataError.ts';
import { migrations } from './migrations/index.ts';

/** What a sound data file holds: so many rows of each table. */
export type Holdings = Readonly<Record<string, number>>;

const quoted = (name: string) => `"${name.replaceAll('"', '""')}"`;

function tablesOf(db: Database.Database): string[] {
  const rows = db
    .prepare("select name from sqlite_master where type = 'table' and name not like 'sqlite_%' order by name")
    .all() as { name: string }[];
  return rows.map((r) => r.name);
}

/** Whether each job stands at its last change, and its plan can be read as JSON. */
function expectWhole(db: Database.Database, file: string): void {
  const columns = db.pragma('table_info(jobs)') as { name: string }[];
  // Copies of before wrote a plan with each change.
  const writtenAt = columns.some((c) => c.name === 'plan_at') ? 'plan_at' : 'revision';
  const jobs = db
    .prepare(
      `select id, name, revision, plan, ${writtenAt} as plan_at, (select max(revision) from revisions where job = jobs.id) as last from jobs`,
    )
    .iterate() as Iterable<{
    name: string;
    revision: number;
    plan: string;
    plan_at: number;
    last: number | null;
  }>;
  for (const { name, revision, plan, plan_at, last } of jobs) {
    if (plan_at > revision)
      throw new DataError(`${file}: the plan of “${name}” is written at a change there is not.`);
    if (last !== null && last !== revision)
      throw new DataError(`${file}: “${name}” stands at change ${revision}, and its changes end at ${last}.`);
    try {
      JSON.parse(plan);
    } catch {
      throw new DataError(`${file}: the plan of “${name}” is not whole.`);
    }
  }
}

function readable(file: string): Database.Database {
  const db = new Database(file, { readonly: true, fileMustExist: true });
  try {
    db.pragma('schema_version');
    return db;
  } catch (error) {
    db.close();
    throw error;
  }
}

/** Opens a data file to be read. What a process that was cut off left half done is taken back first, which SQLite does only where it may write. */
export function openedToRead(file: string): Database.Database {
  try {
    return readable(file);
  } catch (error) {
    if (!/^SQLITE_READONLY_(ROLLBACK|RECOVERY)/.test(String((error as { code?: unknown }).code))) throw error;
    const db = new Database(file, { fileMustExist: true });
    try {
      db.pragma('schema_version');
    } finally {
      db.close();
    }
    return readable(file);
  }
}

/** Proves a data file: its pages, its references, its version, and that each job stands at its last change. Throws a DataError where it is not sound. */
export function proved(file: string): Holdings {
  try {
    const db = openedToRead(file);
    try {
      const check = db.pragma('integrity_check', { simple: true });
      if (check !== 'ok') throw new DataError(`${file} is damaged: ${String(check)}.`);
      if ((db.pragma('foreign_key_check') as unknown[]).length > 0)
        throw new DataError(`${file} is damaged: rows name others that are not there.`);
      const tables = tablesOf(db);
      if (!tables.includes('jobs') || !tables.includes('knex_migrations'))
        throw new DataError(`${file} is no Field Chalk data file.`);
      const done = db.prepare('select name from knex_migrations').all() as { name: string }[];
      if (done.some(({ name }) => !Object.hasOwn(migrations, name)))
        throw new DataError(`${file} was written by a newer Field Chalk than this one.`);
      expectWhole(db, file);
      const count = (table: string) =>
        (db.prepare(`select count(*) as n from ${quoted(table)}`).get() as { n: number }).n;
      return Object.fromEntries(
        tables.filter((t) => !t.startsWith('knex_')).map((table) => [table, count(table)]),
      );
    } finally {
      db.close();
    }
  } catch (error) {
    throw inWords(error, file);
  }
}

/** “12 jobs, 345 changes and 20 ticks”. */
export const holdingsWords = ({ jobs = 0, revisions = 0, marks = 0 }: Holdings): string =>
  `${jobs} ${jobs === 1 ? 'job' : 'jobs'}, ${revisions} ${revisions === 1 ? 'change' : 'changes'} and ${marks} ${marks === 1 ? 'tick' : 'ticks'}`;
