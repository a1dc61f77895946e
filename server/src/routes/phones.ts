import { giveSchema, newPhoneLinkSchema } from '@fieldchalk/contracts';
import express from 'express';
import { personOf } from '../access/who.ts';
import { ApiError } from '../errors.ts';
import type { Services } from '../services/index.ts';
import { idOf, parsed } from './request.ts';

/** Who a job is given to: phones, by a link each, and people of the company. */
export function phoneRoutes({
  invitations,
  given,
  people,
  live,
  audit,
  accessEnded,
}: Services): express.Router {
  const router = express.Router();
  router.get('/jobs/:job/phones', async (request, response) => {
    const job = idOf(request, 'job');
    response.json({ links: await invitations.waiting({ job, kind: 'phone' }), given: await given.of(job) });
  });
  router.post('/jobs/:job/phones', async (request, response) => {
    const [job, { company }] = [idOf(request, 'job'), personOf(response)];
    const { label, role, days } = parsed(newPhoneLinkSchema, request.body ?? {});
    const link = await invitations.make({ kind: 'phone', company, job, label, role, days });
    await audit.write(response, 'made a link', `${label}, ${role}`, job);
    live.tell(job, 'phones', {});
    response.status(201).json(link);
  });
  router.post('/jobs/:job/people', async (request, response) => {
    const [job, { company }] = [idOf(request, 'job'), personOf(response)];
    const { person } = parsed(giveSchema, request.body);
    const to = await people.get(person, company);
    if (to.role === 'owner' || to.role === 'lead')
      throw new ApiError('bad-request', `${to.name} sees all jobs already.`);
    await given.give(job, { person }, to.role, to.name);
    await audit.write(response, 'gave a job', to.name, job);
    live.tell(job, 'phones', {});
    response.status(204).end();
  });
  router.delete('/jobs/:job/phones/:phone', async (request, response) => {
    const [job, id] = [idOf(request, 'job'), idOf(request, 'phone')];
    if ((await invitations.end({ job, id, kind: 'phone' })) > 0)
      await audit.write(response, 'withdrew an invitation', 'a link for a phone', job);
    else {
      const { label } = await given.end(job, id);
      await audit.write(response, 'took a job back', label, job);
    }
    live.tell(job, 'phones', {});
    await accessEnded({ job });
    response.status(204).end();
  });
  return router;
}
