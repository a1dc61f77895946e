import {
  type DrawingUnderstood,
  type DrawnGaps,
  type DrawnWalls,
  formatOfName,
  importFormats,
  importPlan,
  type ImportStep,
  type SketchLine,
} from '@fieldchalk/core/import';
import type { Problem } from '@fieldchalk/core';
import type { ErrorCode } from '../errors.ts';

/** A file to read, with what a person has said of it. */
export interface FileAsked {
  readonly file: string;
  readonly unit?: 'inches' | 'feet' | 'millimetres' | 'centimetres' | 'metres' | undefined;
  readonly layer?: readonly string[] | undefined;
  readonly walls?: DrawnWalls | undefined;
  readonly gaps?: DrawnGaps | undefined;
}

/** What came of a file: the text of the report that is answered, or why there is none. */
export type FileRead =
  | { readonly ok: true; readonly report: string }
  | {
      readonly ok: false;
      readonly code: ErrorCode;
      readonly detail: string;
      readonly problems: readonly Problem[];
      /** How a drawing without walls was understood, with its longest lines. */
      readonly understood?: DrawingUnderstood & { readonly sketch: readonly SketchLine[] };
    };

/** So long a report may be, in characters. */
export const longestReport = 32_000_000;

/** Reads a file's bytes into a plan with what is doubtful in it. May take for ever on a file made to: see Importer. */
export async function readFileBytes(
  { file, unit, layer, walls, gaps }: FileAsked,
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
  const options = {
    ...{ name, told },
    ...(unit ? { unit } : {}),
    ...(layer ? { wallLayers: layer } : {}),
    ...(walls ? { walls } : {}),
    ...(gaps ? { gaps } : {}),
  };
  const read = await importPlan(format, bytes, () => import('web-ifc'), options);
  if (!read.ok) {
    const { problems, scale, layers, drawn, sketch } = read;
    return {
      ok: false,
      code: 'bad-plan',
      detail: `${file} ${problems[0]?.message ?? 'cannot be read'}.`,
      problems: problems.slice(0, 100),
      ...(scale && layers && drawn && sketch ? { understood: { scale, layers, drawn, sketch } } : {}),
    };
  }
  const { ok: _, ...rest } = read;
  const report = JSON.stringify(rest);
  if (report.length <= longestReport) return { ok: true, report };
  const detail = `${file} makes a plan larger than a job may be. Save a part of it.`;
  return { ok: false, code: 'too-large', detail, problems: [] };
}
