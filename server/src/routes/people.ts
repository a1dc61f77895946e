import {
  newInvitationSchema,
  newPasskeySchema,
  type Own,
  ownChangeSchema,
  passwordSchema,
  personChangeSchema,
} from '@fieldchalk/contracts';
import express, { type Response } from 'express';
import { isPassword, passwordHash } from '../access/secrets.ts';
import type { SessionRow } from '../access/sessions.ts';
import { siteOf } from '../access/site.ts';
import { personOf } from '../access/who.ts';
import { ApiError } from '../errors.ts';
import type { Services } from '../services/index.ts';
import { atMost } from './atMost.ts';
import { idOf, parsed } from './request.ts';

const shown = ({ id, agent, made_at, seen_at }: SessionRow) => ({
  id,
  agent,
  madeAt: Number(made_at),
  seenAt: Number(seen_at),
});

/** One's own sign-in, and the people of the company. */
export function peopleRoutes(services: Services): express.Router {
  const { people, sessions, passkeys, invitations, given, jobs, audit, origin, db, accessEnded } = services;
  const router = express.Router();
  const cutOff = (person: string) => accessEnded({ person });

  async function own(response: Response): Promise<Own> {
    const { id, company, session } = personOf(response);
    const row = await people.get(id, company);
    return {
      person: { id, name: row.name, signIn: row.sign_in, role: row.role },
      hasPassword: row.password !== null,
      passkeys: (await passkeys.of(id)).map((p) => ({
        id: p.id,
        label: p.label,
        madeAt: Number(p.made_at),
        usedAt: p.used_at === null ? null : Number(p.used_at),
      })),
      sessions: (await sessions.of([id])).map((s) => ({ ...shown(s), isThis: s.id === session })),
    };
  }

  router.get('/own', async (_request, response) => void response.json(await own(response)));
  router.post('/own', async (request, response) => {
    await people.setOwn(personOf(response).id, parsed(ownChangeSchema, request.body));
    response.json(await own(response));
  });
  router.post('/own/password', atMost(20, 'passwords'), async (request, response) => {
    const { id, company, session } = personOf(response);
    const { old, password } = parsed(passwordSchema, request.body);
    const row = await people.get(id, company);
    if (row.password !== null && !(await isPassword(old, row.password)))
      throw new ApiError('bad-request', 'Some fields need another look.', [
        { path: 'old', message: 'is not your password' },
      ]);
    await people.setPassword(id, await passwordHash(password));
    await sessions.endAll(id, session);
    await audit.write(response, 'changed a sign-in', 'password');
    await cutOff(id);
    response.status(204).end();
  });
  router.post('/own/passkey-options', async (request, response) => {
    const { id, company } = personOf(response);
    const row = await people.get(id, company);
    response.json(await passkeys.askNew(siteOf(request, origin), id, row.name, row.sign_in));
  });
  router.post('/own/passkeys', async (request, response) => {
    const { id } = personOf(response);
    const asked = parsed(newPasskeySchema, request.body);
    await passkeys.keep(id, await passkeys.checkNew(siteOf(request, origin), id, asked));
    await audit.write(response, 'changed a sign-in', `new passkey “${asked.label}”`);
    response.status(201).json(await own(response));
  });
  router.delete('/own/passkeys/:passkey', async (request, response) => {
    const { id, company } = personOf(response);
    const all = await passkeys.of(id);
    if ((await people.get(id, company)).password === null && all.length < 2)
      throw new ApiError('bad-request', 'This is all you sign in with. Set a password or add another first.');
    if (!(await passkeys.remove(id, idOf(request, 'passkey'))))
      throw new ApiError('not-found', 'There is no such passkey.');
    await audit.write(response, 'changed a sign-in', 'passkey taken away');
    response.status(204).end();
  });
  async function endSession(response: Response, person: string, session: string): Promise<void> {
    if (!(await sessions.end(person, session))) throw new ApiError('not-found', 'There is no such device.');
    await audit.write(response, 'cut off a device');
    await cutOff(person);
    response.status(204).end();
  }
  router.delete('/own/sessions/:session', async (request, response) => {
    await endSession(response, personOf(response).id, idOf(request, 'session'));
  });

  router.get('/people', async (_request, response) => {
    const { company, role } = personOf(response);
    const rows = await people.list(company);
    const all = role === 'owner' ? await sessions.of(rows.map((r) => r.id)) : [];
    response.json(
      rows.map((r) => ({
        id: r.id,
        name: r.name,
        signIn: role === 'owner' ? r.sign_in : '',
        role: r.role,
        madeAt: Number(r.made_at),
        sessions: all.filter((s) => s.person === r.id).map(shown),
      })),
    );
  });
  router.post('/people/:person', async (request, response) => {
    const row = await people.get(idOf(request, 'person'), personOf(response).company);
    const { role } = parsed(personChangeSchema, request.body);
    await people.setRole(row, role);
    await audit.write(response, 'changed a role', `${row.name}: ${row.role} to ${role}`);
    await cutOff(row.id);
    response.status(204).end();
  });
  router.delete('/people/:person', async (request, response) => {
    const row = await people.get(idOf(request, 'person'), personOf(response).company);
    await db.transaction(async (tx) => {
      await people.end(row, tx);
      await sessions.endAll(row.id, '', tx);
      await given.endAll(row.id, tx);
      await invitations.end({ person: row.id }, tx);
    });
    await audit.write(response, 'ended access', row.name);
    await cutOff(row.id);
    response.status(204).end();
  });
  router.delete('/people/:person/sessions/:session', async (request, response) => {
    const row = await people.get(idOf(request, 'person'), personOf(response).company);
    await endSession(response, row.id, idOf(request, 'session'));
  });
  router.post('/people/:person/recovery', async (request, response) => {
    const row = await people.get(idOf(request, 'person'), personOf(response).company);
    const { company, role, name: label, id: person } = row;
    await invitations.end({ person });
    const link = await invitations.make({ kind: 'recovery', company, person, role, label, days: 2 });
    await audit.write(response, 'helped back in', label);
    response.status(201).json(link);
  });
  router.get('/invitations', async (_request, response) => {
    response.json(await invitations.waiting({ company: personOf(response).company, kind: 'person' }));
  });
  router.post('/invitations', async (request, response) => {
    const { company } = personOf(response);
    const { role, label, job } = parsed(newInvitationSchema, request.body);
    if (job !== undefined && !(await jobs.list(company)).some((j) => j.id === job))
      throw new ApiError('not-found', `There is no job “${job}”.`);
    const link = await invitations.make({ kind: 'person', company, role, label, job: job ?? null, days: 7 });
    await audit.write(response, 'invited', `${label || 'someone'} as ${role}`, job);
    response.status(201).json(link);
  });
  router.delete('/invitations/:invitation', async (request, response) => {
    const { company } = personOf(response);
    if ((await invitations.end({ company, id: idOf(request, 'invitation'), kind: 'person' })) === 0)
      throw new ApiError('not-found', 'There is no such invitation.');
    await audit.write(response, 'withdrew an invitation');
    response.status(204).end();
  });
  return router;
}
