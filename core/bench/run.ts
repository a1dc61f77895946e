import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

/** Runs every `x.bench.ts` of this folder and prints its lines. */
const source = fileURLToPath(new URL('.', import.meta.url));
for (const file of (readdirSync(source, { recursive: true }) as string[])
  .filter((f) => f.endsWith('.bench.ts'))
  .sort()) {
  const { bench } = (await import(source + file)) as {
    bench: () => string[] | Promise<string[]>;
  };
  process.stdout.write(`${file}\n${(await bench()).map((line) => `  ${line}\n`).join('')}`);
}
