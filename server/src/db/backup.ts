import {
  copyFileSync,
  existsSync,
  fsyncSync,
  linkSync,
  openSync,
  closeSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import { DataError, inWords } from './dataError.ts';
import { holdDataFile } from './hold.ts';
import { openedToRead, proved, type Holdings } from './proof.ts';

/** What SQLite keeps beside a data file. */
const beside = ['-wal', '-shm', '-journal'] as const;

/** Has the disk really hold a file, or what a folder names. */
function settled(path: string): void {
  const handle = openSync(path, 'r');
  fsyncSync(handle);
  closeSync(handle);
}

function withoutLeftovers(file: string): void {
  for (const ending of ['', ...beside]) rmSync(`${file}${ending}`, { force: true });
}

/**
 * Copies a data file, also while a server writes to it, and proves the copy. The copy gets its name only when it is whole; one that is there is never
 * overwritten.
 */
export async function backUp(dataFile: string, copy: string): Promise<Holdings> {
  if (existsSync(copy))
    throw new DataError(`${copy} is there already. Name another file, or take that one away.`);
  if (!existsSync(dataFile))
    throw new DataError(`There is no data file ${dataFile}. FIELDCHALK_DATA says where it is.`);
  if (!existsSync(dirname(copy)))
    throw new DataError(`${copy} cannot be made: its folder is missing. Make it, or name a file elsewhere.`);
  const part = `${copy}.part`;
  try {
    withoutLeftovers(part);
    const db = openedToRead(dataFile);
    try {
      await db.backup(part);
    } finally {
      db.close();
    }
    // A copy stands for itself: nothing of it waits in a file beside it.
    const alone = new Database(part);
    alone.pragma('journal_mode = DELETE');
    alone.close();
    const holdings = proved(part);
    settled(part);
    renameSync(part, copy);
    settled(dirname(copy));
    return holdings;
  } catch (error) {
    withoutLeftovers(part);
    throw inWords(error, copy);
  }
}

/** A data file put back, and where those before are kept; null where there were none. */
export interface Restored {
  readonly holdings: Holdings;
  readonly before: string | null;
}

/** What the server had not yet moved into its file goes there, so that nothing of it waits beside. A damaged file keeps what is beside it. */
function gathered(dataFile: string): boolean {
  try {
    const db = new Database(dataFile, { fileMustExist: true });
    try {
      db.pragma('wal_checkpoint(TRUNCATE)');
      db.pragma('journal_mode = DELETE');
      return true;
    } finally {
      db.close();
    }
  } catch {
    return false;
  }
}

/** Keeps the data file there is under another name; it stays in its place as well until the copy takes that. */
function keptAside(dataFile: string, before: string): void {
  if (gathered(dataFile)) return linkSync(dataFile, before);
  for (const ending of ['', ...beside])
    if (existsSync(`${dataFile}${ending}`)) copyFileSync(`${dataFile}${ending}`, `${before}${ending}`);
}

/**
 * Puts a copy back as the data file. Refused while a server uses it, or where the copy is not sound. The data before are kept beside it; at every moment there is
 * one whole data file under the name, the old or the new.
 */
export function restore(copy: string, dataFile: string, now: Date): Restored {
  if (!existsSync(copy)) throw new DataError(`There is no copy ${copy}.`);
  const letGo = holdDataFile(dataFile);
  const part = `${dataFile}.part`;
  try {
    proved(copy);
    withoutLeftovers(part);
    copyFileSync(copy, part);
    const holdings = proved(part);
    settled(part);
    const isThere = existsSync(dataFile);
    const before = `${dataFile}.before-${now.toISOString().replace(/[:.]/g, '-')}`;
    if (isThere) keptAside(dataFile, before);
    for (const ending of beside) rmSync(`${dataFile}${ending}`, { force: true });
    renameSync(part, dataFile);
    settled(dirname(dataFile));
    proved(dataFile);
    return { holdings, before: isThere ? before : null };
  } catch (error) {
    withoutLeftovers(part);
    throw inWords(error, dataFile);
  } finally {
    letGo();
  }
}
