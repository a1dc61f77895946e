import { mkdirSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import { DataError, inWords } from './dataError.ts';

/** So long a server that is just ending is waited for, in milliseconds. */
const patience = 3000;

/**
 * Holds a data file for one process: a second server, or a restore under a running one, is told so. The lock is one of the operating system’s, on a file
 * beside it, so it goes with the process however that ends. Answers with what lets go.
 */
export function holdDataFile(file: string): () => void {
  try {
    mkdirSync(dirname(file), { recursive: true });
    const lock = new Database(`${file}.lock`, { timeout: patience });
    try {
      lock.pragma('journal_mode = MEMORY');
      lock.exec('BEGIN EXCLUSIVE');
    } catch (error) {
      lock.close();
      throw error;
    }
    return () => void lock.close();
  } catch (error) {
    if ((error as { code?: string }).code === 'SQLITE_BUSY')
      throw new DataError(
        `Another Field Chalk server is using ${file}. End it first, or set FIELDCHALK_DATA to another file.`,
      );
    throw inWords(error, file);
  }
}
