import type { RequestHandler, Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import { ApiError } from '../errors.ts';

/** So many requests a minute from one address, of those that count; more are sent away until it is over. */
export function atMost(
  count: number,
  what: string,
  counts?: (response: Response) => boolean,
): RequestHandler {
  return rateLimit({
    windowMs: 60_000,
    limit: count,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    ...(counts
      ? {
          skipSuccessfulRequests: true,
          requestWasSuccessful: (_request, response) => !counts(response as Response),
        }
      : {}),
    handler: (_request, _response, next) =>
      next(new ApiError('busy', `Too many ${what} in a minute from here. Wait a minute.`)),
  });
}
