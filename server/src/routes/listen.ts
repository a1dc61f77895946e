import type { Action } from '@fieldchalk/contracts';
import type { RequestHandler } from 'express';
import { askedBy, personOf } from '../access/who.ts';
import { rulesOf } from '../live.ts';
import type { Services } from '../services/index.ts';
import { idOf } from './request.ts';

/** Lets who asks hear what happens in a job, for as long as they may. */
export const listen =
  ({ live }: Services, action: Action): RequestHandler =>
  (request, response) => {
    const { who, role } = askedBy(response);
    if (!who || !role) throw new Error('nobody listens');
    const job = idOf(request, 'job');
    live.listen({ topic: job, job, who, role, action }, request, response);
  };

/** Lets a person hear when the house rules of their company change. */
export const listenToRules =
  ({ live }: Services): RequestHandler =>
  (request, response) => {
    const who = personOf(response);
    const { company, role } = who;
    const at = { topic: rulesOf(company), job: null, who, role, action: 'rules.read' } as const;
    live.listen(at, request, response);
  };
