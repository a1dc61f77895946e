import type { Problem } from '@fieldchalk/core';
import type {
  DrawingUnderstood,
  DrawnGaps,
  DrawnWalls,
  ImportReport,
  ImportStep,
  SketchLine,
} from '@fieldchalk/core/import';
import { linesOf } from '../session/answerLines.ts';
import { reached, Refusal, refusalOf } from '../session/api.ts';

export type ImportAnswer = ImportReport & Partial<DrawingUnderstood>;

/** A drawing that shows no walls as it was taken to be drawn: a person can say how it is. */
export type NotUnderstood = DrawingUnderstood & { readonly sketch: readonly SketchLine[] };

/** What a person says of how a drawing is drawn; what is left out the drawing tells. */
export interface DrawingSaid {
  readonly unit?: string;
  readonly layers?: readonly string[];
  readonly walls?: DrawnWalls;
  readonly gaps?: DrawnGaps;
}

/** What is said of a file, and how to hear of its reading and give it up. */
export interface FileReading {
  readonly drawing: DrawingSaid;
  readonly told: (step: ImportStep) => void;
  readonly given: AbortSignal;
}

/** Has the server read a file of another program; nothing is stored. Rejects with an AbortError where it was given up. */
export async function importFile(
  file: File,
  { drawing: { unit, layers = [], walls, gaps }, told, given }: FileReading,
): Promise<ImportAnswer> {
  const query = new URLSearchParams({ file: file.name });
  for (const [name, said] of Object.entries({ unit, walls, gaps })) if (said) query.set(name, said);
  for (const layer of layers) query.append('layer', layer);
  const headers = {
    'content-type': 'application/octet-stream',
    accept: 'application/x-ndjson',
  };
  const path = `/api/import?${query.toString()}`;
  const response = await reached(path, { method: 'POST', headers, body: file, signal: given });
  if (!response.ok) throw await refusalOf(response);
  for await (const word of linesOf<ImportWord>(response)) {
    if (word.step) told(word.step);
    if (word.report) return word.report;
    if (word.problem) {
      const { detail, problems, ...body } = word.problem;
      throw new Refusal(422, detail, problems, body);
    }
  }
  throw new Refusal(0, 'The server stopped before the file was read. Try again.');
}

/** What the server says while it reads a file. */
interface ImportWord {
  readonly step?: ImportStep;
  readonly report?: ImportAnswer;
  readonly problem?: {
    readonly detail: string;
    readonly problems: readonly Problem[];
    readonly understood?: NotUnderstood;
  };
}
