import type { Request } from 'express';
import type { z } from 'zod';
import { problemsFrom } from '@fieldchalk/core';
import { ApiError } from '../errors.ts';

/** A body or query as its schema has it; refused with every field that needs another look. */
export function parsed<S extends z.ZodType>(schema: S, value: unknown): z.infer<S> {
  const read = schema.safeParse(value, { reportInput: true });
  if (!read.success)
    throw new ApiError('bad-request', 'Some fields need another look.', problemsFrom(read.error.issues));
  return read.data;
}

/** A named part of the address. */
export const idOf = (request: Request, name: string): string => String(request.params[name] ?? '');
