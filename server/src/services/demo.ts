import type { Request } from 'express';
import type { Knex } from 'knex';
import { marlStreet } from '@fieldchalk/core/demo';
import type { PersonRow } from '../access/people.ts';
import type { Person } from '../access/who.ts';
import type { Services } from './index.ts';

/** What the demo's owner signs in as, by opening it. */
export const demoSignIn = 'demo';

const loopback: ReadonlySet<string> = new Set(['127.0.0.1', '::1', '::ffff:127.0.0.1']);

/**
 * In the demo, a program on this machine that is no browser asks as its owner. A browser signs in: it says by itself what kind of page asks, and what came through
 * a proxy is not from here.
 */
export async function demoPerson(db: Knex, request: Request): Promise<Person | null> {
  const isBrowser = request.get('sec-fetch-site') !== undefined || request.get('origin') !== undefined;
  const isFromHere =
    loopback.has(request.socket.remoteAddress ?? '') && request.get('x-forwarded-for') === undefined;
  if (isBrowser || !isFromHere) return null;
  const row = await db<PersonRow>('people').where({ sign_in: demoSignIn, ended_at: null }).first();
  return row
    ? { kind: 'person', id: row.id, company: row.company, role: row.role, name: row.name, session: '' }
    : null;
}

type DemoNeeds = Pick<Services, 'people' | 'jobs'>;

/** The demo's company with its one job, made where they are not there; answers with the job. */
export async function demoJob(services: DemoNeeds): Promise<string> {
  // Two processes may begin at one moment: the second finds what the first has made.
  return made(services).catch(() => made(services));
}

async function made({ people, jobs }: DemoNeeds): Promise<string> {
  const signIn = demoSignIn;
  const known = await people.bySignIn(signIn);
  const company =
    known?.company ?? ((await people.orphan()) ?? (await people.newCompany('Marl Street Electric'))).id;
  if (!known) await people.add({ company, name: 'Demo owner', role: 'owner', signIn, password: null });
  const job = (await jobs.list(company)).at(-1);
  if (job) return job.id;
  const fresh = { name: 'Marl Street addition', kind: 'addition', plan: marlStreet() } as const;
  return (await jobs.create(company, fresh)).id;
}
