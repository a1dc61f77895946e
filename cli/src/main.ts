import { readFileSync } from 'node:fs';
import { chalk } from './chalk.ts';

process.exitCode = await chalk(process.argv.slice(2), {
  input: () => readFileSync(0),
  out: (text) => process.stdout.write(text),
  errors: (text) => process.stderr.write(text),
});
