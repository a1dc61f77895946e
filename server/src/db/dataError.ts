/** Something about the data file that whoever runs the server must see to: in words, with the way out. */
export class DataError extends Error {}

interface Coded {
  readonly code?: string;
  readonly message: string;
}

/** What the codes of the file system and of SQLite mean for a data file. */
const meanings: readonly (readonly [RegExp, (file: string) => string])[] = [
  [
    /^SQLITE_(NOTADB|CORRUPT)/,
    (file) =>
      `${file} is damaged, or is no Field Chalk data file. It is left as it is. Put a copy back with “npm run restore -- COPY”, or set FIELDCHALK_DATA to another file.`,
  ],
  [
    /^SQLITE_FULL|^ENOSPC|^EDQUOT|^EFBIG/,
    (file) =>
      `The disk that holds ${file} is full. Make room there, or set FIELDCHALK_DATA to a file on another disk.`,
  ],
  [
    /^SQLITE_READONLY|^EROFS|^EACCES|^EPERM/,
    (file) =>
      `${file} may not be written by this user. Change who may, or set FIELDCHALK_DATA to a file that may be.`,
  ],
  [
    /^SQLITE_CANTOPEN|^ENOENT|^ENOTDIR|^EISDIR|^EEXIST/,
    (file) =>
      `${file} cannot be opened or made: its folder is missing, or is no folder. Set FIELDCHALK_DATA to a file in a folder that is there.`,
  ],
  [
    /^ECONNREFUSED|^ENOTFOUND|^EAI_AGAIN|^ETIMEDOUT|^EHOSTUNREACH|^57P03/,
    (url) => `PostgreSQL at ${url} does not answer. Start it, or set FIELDCHALK_DATABASE to where it is.`,
  ],
  [
    /^28|^42501/,
    (url) =>
      `PostgreSQL at ${url} does not let this user in, or not make tables. Set user and password in FIELDCHALK_DATABASE, or grant it.`,
  ],
  [
    /^3D000/,
    (url) =>
      `There is no such database: ${url}. Make it with “createdb”, or set FIELDCHALK_DATABASE to another.`,
  ],
  [/^53/, (url) => `PostgreSQL at ${url} has no room or no connections left. Make room there.`],
  [/^SQLITE_BUSY|^SQLITE_LOCKED/, (file) => `${file} is held by another program. End that first.`],
  [/^SQLITE_IOERR/, (file) => `The disk that holds ${file} fails to read or write. Look after the disk.`],
];

/** An error of the file system or of SQLite in words; others as they are. */
export function inWords(error: unknown, file: string): Error {
  if (error instanceof DataError) return error;
  const { code = '', message } = error as Coded;
  const meaning = meanings.find(([pattern]) => pattern.test(code));
  if (meaning) return new DataError(meaning[1](file));
  if (/timeout expired|Timeout acquiring a connection/i.test(message))
    return new DataError(
      `PostgreSQL at ${file} does not answer in time. See whether it is up and reached from here.`,
    );
  if (/migration directory is corrupt/.test(message))
    return new DataError(
      `${file} was written by a newer Field Chalk than this one. It is left as it is. Start the newer one, or set FIELDCHALK_DATA to another file.`,
    );
  return error instanceof Error ? error : new Error(String(error));
}

/** Whether an error says that the disk or the database will not store just now. */
export const isStorage = (error: unknown): boolean =>
  /^SQLITE_(FULL|READONLY|IOERR|CANTOPEN|BUSY|LOCKED)|^(08|53|57P|25006|58030)|^ECONN/.test(
    (error as Partial<Coded>).code ?? '',
  ) || /Timeout acquiring a connection|Connection terminated/i.test((error as Partial<Coded>).message ?? '');
