import type { Problem } from '@fieldchalk/core';

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

const cannotBeReached = 'The server cannot be reached. Your work is kept here and sent when it answers.';
export const notTheServer =
  'Something on the way answers in the server’s place, perhaps the sign-in page of this network. Your work is kept here and sent when the server answers.';
/** Refusals that a proxy in front of the server may make for it, in whatever form: too long, or later. */
const ofProxies: ReadonlySet<number> = new Set([408, 413, 414, 429, 431]);

/** Asks the server; a Refusal where it cannot be reached. */
export async function reached(path: string, request: RequestInit): Promise<Response> {
  try {
    return await fetch(path, request);
  } catch (error) {
    if ((error as Error).name === 'AbortError') throw error;
    throw new Refusal(0, cannotBeReached);
  }
}

/** A page that a network puts in the place of an answer is none: nothing was taken, and nothing refused. */
export async function refusalOf(response: Response): Promise<Refusal> {
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
