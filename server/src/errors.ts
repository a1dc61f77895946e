import type { Problem } from '@fieldchalk/core';

/** Every error the API can answer with, and its status. */
export const errorCatalogue = {
  'not-found': { status: 404, title: 'There is nothing here' },
  'not-signed-in': { status: 401, title: 'Nobody is signed in' },
  'wrong-sign-in': { status: 401, title: 'This is not how anybody signs in' },
  'not-allowed': { status: 403, title: 'This is for others to do' },
  'wrong-site': { status: 403, title: 'This comes from another site' },
  'share-ended': { status: 410, title: 'This job has been taken back' },
  'link-over': { status: 410, title: 'This link opens nothing any more' },
  'bad-request': { status: 400, title: 'The request cannot be read' },
  'bad-plan': { status: 422, title: 'The plan has problems' },
  unreadable: { status: 422, title: 'What is stored cannot be read' },
  conflict: { status: 409, title: 'The job has changed since' },
  'history-turned': { status: 409, title: 'The history of the job is another one' },
  busy: { status: 429, title: 'Too much at once' },
  'too-large': { status: 413, title: 'The request is too large' },
  storage: { status: 503, title: 'The server cannot write its data' },
  internal: { status: 500, title: 'Something failed here' },
} as const;
export type ErrorCode = keyof typeof errorCatalogue;

export class ApiError extends Error {
  constructor(
    readonly code: ErrorCode,
    readonly detail: string,
    readonly problems: readonly Problem[] = [],
    readonly extra: Readonly<Record<string, unknown>> = {},
  ) {
    super(detail);
  }
}
