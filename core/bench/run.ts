import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Figure } from './edits.bench.ts';

/** Runs every `x.bench.ts` of this folder and prints its lines; with `--json` the figures of those that give them, as a list. */
const source = fileURLToPath(new URL('.', import.meta.url));
const asJson = process.argv.includes('--json');
const all: Figure[] = [];
for (const file of (readdirSync(source, { recursive: true }) as string[])
  .filter((f) => f.endsWith('.bench.ts'))
  .sort()) {
  const { bench, figures } = (await import(source + file)) as {
    bench: () => string[] | Promise<string[]>;
    figures?: () => Figure[] | Promise<Figure[]>;
  };
  if (asJson) all.push(...((await figures?.()) ?? []));
  else process.stdout.write(`${file}\n${(await bench()).map((line) => `  ${line}\n`).join('')}`);
}
if (asJson) process.stdout.write(`${JSON.stringify(all, null, 1)}\n`);
