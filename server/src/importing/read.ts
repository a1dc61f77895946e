import { formatOfName, importFormats, importPlan, type ImportStep } from '@fieldchalk/core/import';
import type { Problem } from '@fieldchalk/core';
import type { ErrorCode } from '../errors.ts';

/** A file to read, with what a person has said of it. */
export interface FileAsked {
  readonly file: string;
  readonly unit?: 'inches' | 'feet' | 'millimetres' | 'centimetres' | 'metres' | undefined;
  readonly layer?: readonly string[] | undefined;
}

/** What came of a file: the text of the report that is answered, or why there is none. */
export type FileRead =
  | { readonly ok: true; readonly report: string }
  | {
      readonly ok: false;
      readonly code: ErrorCode;
      readonly detail: string;
      readonly problems: readonly Problem[];
    };

/** So long a report may be, in characters. */
export const longestReport = 32_000_000;

/** Reads a file's bytes into a plan with what is doubtful in it. May take for ever on a file made to: see Importer. */
export async function readFileBytes(
  { file, unit, layer }: FileAsked,
  bytes: Uint8Array,
  told: (step: ImportStep) => void,
): Promise<FileRead> {
  const format = formatOfName(file);
  if (!format) {
    const endings = importFormats.join(', .');
    return {
      ok: false,
      code: 'bad-request',
      detail: `“${file}” ends in none of .${endings}.`,
      problems: [{ path: 'file', message: `must end in .${endings}` }],
    };
  }
  const name = file.replace(/\.[^.]*$/, '').slice(0, 200);
  const options = { name, told, ...(unit ? { unit } : {}), ...(layer ? { wallLayers: layer } : {}) };
  const read = await importPlan(format, bytes, () => import('web-ifc'), options);
  if (!read.ok)
    return {
      ok: false,
      code: 'bad-plan',
      detail: `${file} ${read.problems[0]?.message ?? 'cannot be read'}.`,
      problems: read.problems.slice(0, 100),
    };
  const { ok: _, ...rest } = read;
  const report = JSON.stringify(rest);
  if (report.length <= longestReport) return { ok: true, report };
  const detail = `${file} makes a plan larger than a job may be. Save a part of it.`;
  return { ok: false, code: 'too-large', detail, problems: [] };
}
