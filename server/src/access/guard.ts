import express, { type Request, type RequestHandler, type Response } from 'express';
import { type Action, reachOf } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';
import { operations, type Operation } from '../operations.ts';
import { readCookie, setCookie } from './cookies.ts';
import type { GivenJobs, Standing } from './given.ts';
import type { Remembered } from './remembered.ts';
import type { FoundSession, Sessions } from './sessions.ts';
import { hashOf } from './secrets.ts';
import { siteOf } from './site.ts';
import { type Asked, nobody, setAsked, type Who } from './who.ts';

/** What the gate asks. */
export interface Gates {
  readonly remembered: {
    readonly sessions: Remembered<FoundSession>;
    readonly standings: Remembered<Standing>;
  };
  readonly sessions: Sessions;
  readonly given: GivenJobs;
  readonly origin: string | null;
  /** Who asks where no cookie says: in the demo, programs on this machine. */
  readonly otherwise: (request: Request) => Promise<Who | null>;
}

/** Who asks, as what: with another role they stand otherwise. */
const keyOf = (who: Who) =>
  `${who.kind} ${who.id} ${who.kind === 'person' ? `${who.company} ${who.role}` : ''}`;
const notSignedIn = () => new ApiError('not-signed-in', 'Sign in first.');
const noSuchJob = (job: string) => new ApiError('not-found', `There is no job “${job}”.`);

/** Who asks: a person by their session, or else a phone. Answers with both where there are both. */
export async function whoAsks(request: Request, response: Response, gates: Gates): Promise<Who[]> {
  const { sessions, given, origin, otherwise, remembered } = gates;
  const site = siteOf(request, origin);
  const [session, phone] = [readCookie(request, 'session', site), readCookie(request, 'phone', site)];
  const who: Who[] = [];
  const found = session && (await remembered.sessions.of(hashOf(session), () => sessions.find(session)));
  if (found) {
    who.push(found.person);
    if (found.secret !== undefined) setCookie(response, 'session', found.secret, site);
  }
  const known = phone === null ? null : await given.phone(phone);
  if (known) who.push(known);
  if (who.length === 0) {
    const other = await otherwise(request);
    if (other) who.push(other);
  }
  return who;
}

/** What the table says to somebody’s asking for an action on a job. Throws in words where it says no. */
async function asked(
  who: readonly Who[],
  { action, takesLate }: Pick<Operation, 'action' | 'takesLate'>,
  job: string | undefined,
  { given, remembered }: Gates,
): Promise<Asked> {
  if (action === 'anyone') return { ...nobody, who: who[0] ?? null };
  if (who.length === 0) throw notSignedIn();
  if (job === undefined) return withoutJob(who, action);
  let refusal = noSuchJob(job);
  for (const one of who) {
    // What has ended, or is not there, is looked up each time.
    let looked: Standing | null = null;
    const open = await remembered.standings.of(`${keyOf(one)} ${job}`, async () => {
      looked = await given.standing(one, job);
      return looked?.hasEnded ? null : looked;
    });
    const standing: Standing | null = open ?? looked;
    if (!standing) continue;
    const { role, label, hasEnded } = standing;
    if (reachOf(role, action) === 'no')
      refusal = new ApiError('not-allowed', `Who is ${role} here may not do this.`);
    else if (hasEnded && !takesLate)
      refusal = new ApiError('share-ended', 'The lead has taken this job back. Ask for a new link.');
    else return { who: one, role, label, hasEnded };
  }
  throw refusal;
}

function withoutJob(who: readonly Who[], action: Action): Asked {
  for (const one of who) {
    // A phone is nobody in the company: it asks only for what is given to it.
    if (one.kind === 'phone') {
      if (reachOf('crew', action) === 'given') return { who: one, role: 'crew', label: '', hasEnded: false };
      continue;
    }
    if (reachOf(one.role, action) !== 'no')
      return { who: one, role: one.role, label: one.name, hasEnded: false };
    throw new ApiError('not-allowed', `Who is ${one.role} here may not do this.`);
  }
  throw notSignedIn();
}

/** Whether somebody may still do what they were let do, with a job or without one. */
export async function mayStill(
  { who, action, job }: { who: Who; action: Action; job: string | null },
  { given, sessions }: Pick<Gates, 'given' | 'sessions'>,
): Promise<boolean> {
  const now = who.kind === 'person' && who.session !== '' ? await sessions.stands(who.session) : who;
  if (!now) return false;
  if (job === null) return now.kind === 'person' && reachOf(now.role, action) !== 'no';
  const standing = await given.standing(now, job);
  return !!standing && !standing.hasEnded && reachOf(standing.role, action) !== 'no';
}

const pathOf = ({ path }: Operation): string => path.replace(/^\/api/, '').replace(/\{(\w+)\}/g, ':$1');

/** One gate before all routes: an operation that the list does not have is not there, and each is asked of the table. */
export function guard(gates: Gates): express.Router {
  const router = express.Router();
  const gate =
    (operation: Operation): RequestHandler =>
    async (request, response, next) => {
      response.locals['operation'] = operation.path;
      const who = await whoAsks(request, response, gates);
      const job = request.params['job'] === undefined ? undefined : String(request.params['job']);
      setAsked(response, await asked(who, operation, job, gates));
      next();
    };
  for (const operation of operations) router[operation.method](pathOf(operation), gate(operation));
  router.use((request, response, next) => {
    if (response.locals['operation'] === undefined)
      throw new ApiError('not-found', `There is no ${request.method} ${request.originalUrl.slice(0, 200)}.`);
    next();
  });
  return router;
}
