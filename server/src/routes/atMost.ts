import type { Request, RequestHandler, Response } from 'express';
import { ipKeyGenerator, rateLimit } from 'express-rate-limit';
import { askedBy } from '../access/who.ts';
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

/** So many of something an hour by one person or phone; by the address where nobody is signed in. */
export function atMostEach(count: number, what: string, windowMs = 3_600_000): RequestHandler {
  return rateLimit({
    windowMs,
    limit: count,
    standardHeaders: false,
    legacyHeaders: false,
    keyGenerator: (request: Request, response: Response) =>
      askedBy(response).who?.id ?? ipKeyGenerator(request.ip ?? ''),
    handler: (_request, _response, next) =>
      next(new ApiError('busy', `Too many ${what} at once. Wait a while.`)),
  });
}
