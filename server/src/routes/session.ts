import {
  joinPasskeySchema,
  joinSchema,
  linkSchema,
  passkeySignInSchema,
  type SessionState,
  signInSchema,
} from '@fieldchalk/contracts';
import express, { type Request, type Response } from 'express';
import { readCookie, setCookie } from '../access/cookies.ts';
import type { PersonRow } from '../access/people.ts';
import { siteOf } from '../access/site.ts';
import { askedBy } from '../access/who.ts';
import { ApiError } from '../errors.ts';
import { demoSignIn } from '../services/demo.ts';
import type { Services } from '../services/index.ts';
import { atMost } from './atMost.ts';
import { parsed } from './request.ts';

const agentOf = (request: Request): string => request.get('user-agent') ?? '';

/** Signing in and out, and taking up the links that let somebody in. */
export function sessionRoutes(services: Services): express.Router {
  const { sessions, people, passkeys, joining, audit, origin, isDemo } = services;
  const router = express.Router();
  // Guesses are few: of passwords, and of links.
  const guesses = atMost(20, 'attempts to sign in', ({ statusCode }) => statusCode >= 400);

  async function state(request: Request, person: Omit<PersonRow, 'password'> | null): Promise<SessionState> {
    const company = person && (await people.company(person.company));
    return {
      person:
        person && company
          ? {
              id: person.id,
              name: person.name,
              signIn: person.sign_in,
              role: person.role,
              company: company.name,
            }
          : null,
      passkeys: siteOf(request, origin).hasPasskeys,
      demo: isDemo,
      isNew: person === null && !(await people.isOwned()),
    };
  }
  async function signIn(request: Request, response: Response, person: PersonRow): Promise<void> {
    const site = siteOf(request, origin);
    // What was signed in here before is signed out: a session is never carried over.
    const before = readCookie(request, 'session', site);
    const found = before === null ? null : await sessions.find(before);
    if (found) {
      await sessions.end(found.person.id, found.person.session);
      await services.accessEnded({ session: found.person.session });
    }
    setCookie(response, 'session', await sessions.begin(person.id, agentOf(request)), site);
    await audit.add({ company: person.company, who: person.id, name: person.name, what: 'signed in' });
    response.json(await state(request, person));
  }

  router.get('/session', async (request, response) => {
    const { who } = askedBy(response);
    const person = who?.kind === 'person' ? await people.get(who.id, who.company) : null;
    response.json(await state(request, person));
  });
  router.post('/session', guesses, async (request, response) => {
    const asked = parsed(signInSchema, request.body);
    const person = await people.check(asked.signIn, asked.password);
    if (!person) {
      const meant = await people.bySignIn(asked.signIn);
      if (meant)
        await audit.add({
          company: meant.company,
          who: meant.id,
          name: meant.name,
          what: 'failed to sign in',
          about: request.ip ?? '',
        });
      throw new ApiError(
        'wrong-sign-in',
        'Nobody has this sign-in with this password. Whoever owns the company can help you back in.',
      );
    }
    await signIn(request, response, person);
  });
  router.post('/session/demo', async (request, response) => {
    if (!isDemo) throw new ApiError('not-found', 'This server is no demo.');
    const person = await people.bySignIn(demoSignIn);
    if (!person) throw new ApiError('not-found', 'The demo has nobody to sign in.');
    // Two windows opened at one moment each ask: the second would sign out what the first asks meanwhile.
    const { who } = askedBy(response);
    if (who?.kind === 'person' && who.id === person.id && who.session !== '')
      response.json(await state(request, person));
    else await signIn(request, response, person);
  });
  router.post('/session/passkey-options', guesses, async (request, response) => {
    response.json(await passkeys.askSignIn(siteOf(request, origin)));
  });
  router.post('/session/passkey', guesses, async (request, response) => {
    const { challenge, credential } = parsed(passkeySignInSchema, request.body);
    const id = await passkeys.checkSignIn(siteOf(request, origin), challenge, credential);
    await signIn(request, response, await people.known(id));
  });
  router.delete('/session', async (request, response) => {
    const { who } = askedBy(response);
    if (who?.kind === 'person') {
      await sessions.end(who.id, who.session);
      await audit.add({ company: who.company, who: who.id, name: who.name, what: 'signed out' });
      await services.accessEnded({ session: who.session });
    }
    setCookie(response, 'session', null, siteOf(request, origin));
    response.status(204).end();
  });

  router.post('/join/look', guesses, async (request, response) => {
    response.json(await joining.look(parsed(linkSchema, request.body).secret));
  });
  router.post('/join/passkey-options', guesses, async (request, response) => {
    const { secret, name, signIn: own } = parsed(joinPasskeySchema, request.body);
    response.json(await joining.askPasskey(siteOf(request, origin), secret, name, own));
  });
  router.post('/join', guesses, async (request, response) => {
    const site = siteOf(request, origin);
    const asked = parsed(joinSchema, request.body);
    const phone = readCookie(request, 'phone', site);
    const joined = await joining.take(asked, { site, agent: agentOf(request), phone });
    for (const [cookie, secret] of joined.cookies) setCookie(response, cookie, secret, site);
    // Whoever was in as them before is not any more.
    if (joined.kind === 'recovery') await services.accessEnded({});
    if (joined.job !== null) services.live.tell(joined.job, 'phones', {});
    response.json({ kind: joined.kind, job: joined.job });
  });
  return router;
}
