import { must, type Problem } from '@fieldchalk/core';
import type {
  DrawingUnderstood,
  DrawnGaps,
  DrawnWalls,
  ImportReport,
  ImportStep,
  SketchLine,
} from '@fieldchalk/core/import';

/** The server's refusal, as its problem document says it. Status 0: the server could not be reached. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: readonly Problem[] = [],
    readonly body: Record<string, unknown> = {},
  ) {
    super(message);
  }

  /** Whether the request itself will not do, however often it is sent. */
  get isFinal(): boolean {
    const { status } = this;
    return status >= 400 && status < 500 && status !== 401 && status !== 408 && status !== 429;
  }
}

export type ImportAnswer = ImportReport & Partial<DrawingUnderstood>;

/** A drawing that shows no walls as it was taken to be drawn: a person can say how it is. */
export type NotUnderstood = DrawingUnderstood & { readonly sketch: readonly SketchLine[] };

let signedOut: () => void = () => undefined;

/** Who is told when the server no longer knows who asks. */
export function whenSignedOut(told: () => void): void {
  signedOut = told;
}

/** A server that says nothing for so long, in milliseconds, is one that cannot be reached. */
const longestWait = 60_000;

/** Calls the API and reads its answer; throws a Refusal for anything else. */
export function call<T>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<T> {
  return send(path, {
    method,
    signal: AbortSignal.timeout(longestWait),
    headers: body === undefined ? {} : { 'content-type': 'application/json' },
    body: body === undefined ? null : JSON.stringify(body),
  });
}

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
  for await (const word of linesOf(response)) {
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

function wordOf(line: string): ImportWord {
  try {
    return JSON.parse(line) as ImportWord;
  } catch {
    throw new Refusal(0, notTheServer);
  }
}

/** The lines of an answer, each as it comes. */
async function* linesOf(response: Response): AsyncGenerator<ImportWord> {
  const reader = must(response.body, 'the body of an answer')
    .pipeThrough(new TextDecoderStream())
    .getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    const lines = (rest + (value ?? '')).split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line) yield wordOf(line);
    if (done) return;
  }
}

const cannotBeReached = 'The server cannot be reached. Your work is kept here and sent when it answers.';
const notTheServer =
  'Something on the way answers in the server’s place, perhaps the sign-in page of this network. Your work is kept here and sent when the server answers.';
/** Refusals that a proxy in front of the server may make for it, in whatever form: too long, or later. */
const ofProxies: ReadonlySet<number> = new Set([408, 413, 414, 429, 431]);

async function reached(path: string, request: RequestInit): Promise<Response> {
  try {
    return await fetch(path, request);
  } catch (error) {
    if ((error as Error).name === 'AbortError') throw error;
    throw new Refusal(0, cannotBeReached);
  }
}

/** A page that a network puts in the place of an answer is none: nothing was taken, and nothing refused. */
async function refusalOf(response: Response): Promise<Refusal> {
  const answer = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  const isOurs = typeof answer['detail'] === 'string' || response.status >= 500;
  if (!isOurs && !ofProxies.has(response.status)) return new Refusal(0, notTheServer);
  if (answer['code'] === 'not-signed-in') signedOut();
  return new Refusal(
    response.status,
    String(answer['detail'] ?? response.statusText),
    (answer['problems'] ?? []) as Problem[],
    answer,
  );
}

async function send<T>(path: string, request: RequestInit): Promise<T> {
  const response = await reached(`/api${path}`, request);
  if (response.status === 204) return undefined as T;
  if (!response.ok) throw await refusalOf(response);
  try {
    return (await response.json()) as T;
  } catch {
    throw new Refusal(0, notTheServer);
  }
}
