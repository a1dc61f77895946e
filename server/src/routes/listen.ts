import type { Action } from '@fieldchalk/contracts';
import type { RequestHandler } from 'express';
import { askedBy } from '../access/who.ts';
import type { Services } from '../services/index.ts';
import { idOf } from './request.ts';

/** Lets who asks hear what happens in a job, for as long as they may. */
export const listen =
  ({ live }: Services, action: Action): RequestHandler =>
  (request, response) => {
    const { who, role } = askedBy(response);
    if (!who || !role) throw new Error('nobody listens');
    live.listen({ job: idOf(request, 'job'), who, role, action }, request, response);
  };
