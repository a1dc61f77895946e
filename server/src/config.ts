import { z } from 'zod';
import { DataError } from './db/dataError.ts';
import type { QuoteSource } from './quotes/quotes.ts';

/** The environment, read once. */
const environment = z.object({
  PORT: z.coerce.number().int().min(0).max(65535).default(4170),
  HOST: z.string().default('127.0.0.1'),
  FIELDCHALK_DATA: z.string().default('data/fieldchalk.sqlite'),
  /** A PostgreSQL database in place of the data file. */
  FIELDCHALK_DATABASE: z
    .string()
    .regex(
      /^postgres(ql)?:\/\/\S+$/,
      'is the address of a PostgreSQL database, like postgres://user@host/fieldchalk',
    )
    .optional(),
  FIELDCHALK_WEB: z.string().default('web/dist'),
  /** The address people use, where a proxy with a certificate stands before the server: `https://chalk.example.com`. */
  FIELDCHALK_ORIGIN: z
    .string()
    .regex(/^https?:\/\/[^/\s]+$/, 'is an address without a path, like https://chalk.example.com')
    .optional(),
  /** So many requests a minute one person or phone may make. */
  FIELDCHALK_REQUESTS: z.coerce.number().int().min(60).default(6000),
  /** Suppliers that answer questions for quotes: `Quarry Electric=https://quotes.quarry.example/ask, Other=…`. */
  FIELDCHALK_SUPPLIERS: z
    .string()
    .regex(
      /^\s*[^=,]+=https?:\/\/[^\s,]+(\s*,\s*[^=,]+=https?:\/\/[^\s,]+)*\s*$/,
      'is a list like Quarry Electric=https://quotes.example/ask, Other=https://…',
    )
    .optional(),
  /** A label printer, spoken to as docs/label-printer.md says. */
  FIELDCHALK_LABEL_PRINTER: z
    .string()
    .regex(/^https?:\/\/\S+$/, 'is the address of a label printer, like http://printer.local:9100')
    .optional(),
  FIELDCHALK_DEMO: z.enum(['0', '1']).default('0'),
  FIELDCHALK_LOG: z.enum(['silent', 'error', 'info']).default('error'),
});

export interface Config {
  readonly port: number;
  readonly host: string;
  readonly dataFile: string;
  /** The address of a PostgreSQL database; null where the data are in a file. */
  readonly database: string | null;
  readonly webFolder: string;
  /** Null where the address is the one requests name. */
  readonly origin: string | null;
  readonly requests: number;
  /** Where suppliers are asked for quotes. */
  readonly suppliers: readonly QuoteSource[];
  /** The address of a label printer; null for none. */
  readonly labelPrinter: string | null;
  readonly demo: boolean;
  readonly log: 'silent' | 'error' | 'info';
}

function suppliersIn(list: string): QuoteSource[] {
  return list
    .split(',')
    .filter((one) => one.trim() !== '')
    .map((one) => {
      const at = one.indexOf('=');
      return { name: one.slice(0, at).trim(), url: one.slice(at + 1).trim() };
    });
}

export function readConfig(env: NodeJS.ProcessEnv): Config {
  const read = environment.safeParse(env);
  if (!read.success)
    throw new DataError(
      read.error.issues.map((i) => `${i.path.join('.')} in the environment: ${i.message}`).join('\n'),
    );
  const e = read.data;
  return {
    port: e.PORT,
    host: e.HOST,
    dataFile: e.FIELDCHALK_DATA,
    database: e.FIELDCHALK_DATABASE ?? null,
    webFolder: e.FIELDCHALK_WEB,
    origin: e.FIELDCHALK_ORIGIN ?? null,
    requests: e.FIELDCHALK_REQUESTS,
    suppliers: suppliersIn(e.FIELDCHALK_SUPPLIERS ?? ''),
    labelPrinter: e.FIELDCHALK_LABEL_PRINTER ?? null,
    demo: e.FIELDCHALK_DEMO === '1',
    log: e.FIELDCHALK_LOG,
  };
}
