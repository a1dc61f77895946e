import type { Problem } from '@fieldchalk/core';
import type { DrawnLayer, ImportReport, ScaleReading } from '@fieldchalk/core/import';

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
}

export type ImportAnswer = ImportReport & { scale?: ScaleReading; layers?: readonly DrawnLayer[] };

/** Calls the API and reads its answer; throws a Refusal for anything else. */
export function call<T>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<T> {
  return send(path, {
    method,
    headers: body === undefined ? {} : { 'content-type': 'application/json' },
    body: body === undefined ? null : JSON.stringify(body),
  });
}

/** Has the server read a file of another program; nothing is stored. */
export function importFile(file: File, unit?: string, layers: readonly string[] = []): Promise<ImportAnswer> {
  const query = new URLSearchParams({ file: file.name });
  if (unit) query.set('unit', unit);
  for (const layer of layers) query.append('layer', layer);
  const headers = { 'content-type': 'application/octet-stream' };
  return send(`/import?${query.toString()}`, { method: 'POST', headers, body: file });
}

async function send<T>(path: string, request: RequestInit): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, request);
  } catch {
    throw new Refusal(0, 'The server cannot be reached. Your work is kept here and sent when it answers.');
  }
  if (response.status === 204) return undefined as T;
  const answer = (await response.json().catch(() => ({}))) as Record<string, unknown>;
  if (response.ok) return answer as T;
  throw new Refusal(
    response.status,
    String(answer['detail'] ?? response.statusText),
    (answer['problems'] ?? []) as Problem[],
    answer,
  );
}
