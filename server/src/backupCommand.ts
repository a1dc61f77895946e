import { resolve } from 'node:path';
import { readConfig } from './config.ts';
import { backUp, restore } from './db/backup.ts';
import { DataError } from './db/dataError.ts';
import { holdingsWords } from './db/proof.ts';

/** `npm run backup -- COPY` and `npm run restore -- COPY`: what FIELDCHALK_DATA names is copied, or a copy put back in its place. */
async function main([what, copy]: readonly string[]): Promise<string> {
  if (!copy)
    throw new DataError(`Say which file: npm run ${what === 'restore' ? 'restore' : 'backup'} -- FILE`);
  const { dataFile } = readConfig(process.env);
  const [file, from] = [resolve(dataFile), resolve(copy)];
  if (what === 'backup')
    return `${from} holds ${holdingsWords(await backUp(file, from))}, and is proved whole.`;
  const { holdings, before } = restore(from, file, new Date());
  const kept = before ? ` What was there before is kept as ${before}.` : '';
  return `${file} holds ${holdingsWords(holdings)} again, and is proved whole.${kept}`;
}

main(process.argv.slice(2)).then(
  (says) => void process.stdout.write(`${says}\n`),
  (error: unknown) => {
    process.stderr.write(`${error instanceof DataError ? error.message : String(error)}\n`);
    process.exitCode = 1;
  },
);
