import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { isPostgresUrl, openDatabase, withoutPassword } from './db/connect.ts';
import { DataError } from './db/dataError.ts';
import { holdDataFile } from './db/hold.ts';
import { move } from './db/move.ts';
import { holdingsWords } from './db/proof.ts';

/** `npm run move -- --from sqlite:FILE --to postgres://…`, either way round. */
const { values } = parseArgs({ options: { from: { type: 'string' }, to: { type: 'string' } } });

/** What a word of the command names, held where it is a file, so that no server writes to it meanwhile. */
async function opened(word: string | undefined, what: string, mustBe: boolean) {
  if (word && isPostgresUrl(word))
    return { db: await openDatabase(word), letGo: () => undefined, name: withoutPassword(word) };
  const file = /^sqlite:(.+)$/.exec(word ?? '')?.[1];
  if (!file) throw new DataError(`Say --${what} sqlite:FILE or --${what} postgres://user@host/database.`);
  if (mustBe && !existsSync(file)) throw new DataError(`There is no data file ${file}.`);
  if (!mustBe && existsSync(file)) throw new DataError(`${file} is there already. Name another file.`);
  const letGo = holdDataFile(resolve(file));
  return { db: await openDatabase(file), letGo, name: file };
}

const open: Awaited<ReturnType<typeof opened>>[] = [];
try {
  const from = await opened(values.from, 'from', true);
  open.push(from);
  const to = await opened(values.to, 'to', false);
  open.push(to);
  const holdings = await move(from.db, to.db);
  process.stdout.write(
    `${to.name} holds ${holdingsWords(holdings)}, all as in ${from.name}, which is left as it is.\n`,
  );
} catch (error) {
  process.stderr.write(
    `${error instanceof DataError ? error.message : String((error as Error).stack ?? error)}\n`,
  );
  process.exitCode = 1;
} finally {
  for (const { db, letGo } of open) {
    await db.destroy();
    letGo();
  }
}
