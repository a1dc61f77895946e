import type { Knex } from 'knex';
import type { Role } from '@fieldchalk/contracts';
import { hashOf, newId, newSecret } from './secrets.ts';
import type { Person } from './who.ts';

const day = 86_400_000;

/** How long a person stays signed in without asking anything, how long at most, how old a secret gets, and how long the one before still serves. */
export const sessionLimits = { idle: 30 * day, whole: 180 * day, turn: day, grace: 120_000 } as const;

export interface SessionRow {
  id: string;
  hash: string;
  hash_before: string | null;
  before_until: number | null;
  person: string;
  agent: string;
  made_at: number;
  turned_at: number;
  seen_at: number;
}
interface Joined extends SessionRow {
  company: string;
  role: Role;
  name: string;
  ended_at: number | null;
}

/** A session that was found, and the secret it goes on with where it was turned. */
export interface FoundSession {
  readonly person: Person;
  readonly secret?: string;
}

/** So often is written down that a session is used, in milliseconds. */
const seenEvery = 60_000;

/**
 * Who is signed in. A session is a random secret in a cookie, of which only the hash is stored. Once a day it is replaced; the one before serves until the new one
 * has come back, so that an answer lost on the way signs nobody out.
 */
export class Sessions {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  /** Signs a person in; answers with the secret. */
  async begin(person: string, agent: string, db: Knex = this.db): Promise<string> {
    const [secret, now] = [newSecret(), this.now()];
    const row = { person, agent: agent.slice(0, 200), made_at: now, turned_at: now, seen_at: now };
    await db('sessions').insert({ ...row, id: newId(), hash: hashOf(secret) });
    return secret;
  }

  /** The person a secret stands for; null for one that is unknown, used up, too old or idle, or whose person has no access any more. */
  async find(secret: string): Promise<FoundSession | null> {
    const [hash, now] = [hashOf(secret), this.now()];
    const row = (await this.db('sessions')
      .join('people', 'people.id', 'sessions.person')
      .where((q) => void q.where({ hash }).orWhere({ hash_before: hash }))
      .first('sessions.*', 'people.company', 'people.role', 'people.name', 'people.ended_at')) as
      Joined | undefined;
    if (!row || row.ended_at !== null || this.isOver(row, now)) return null;
    const isBefore = row.hash !== hash;
    if (isBefore && row.before_until !== null && row.before_until < now) return null;
    const { id, company, role, name } = row;
    const person: Person = { kind: 'person', id: row.person, company, role, name, session: id };
    if (!isBefore && row.hash_before !== null && row.before_until === null)
      // The new one has come back: the one before serves those on their way, and then no more.
      await this.set(id, { before_until: now + sessionLimits.grace });
    if (!isBefore && now - row.turned_at > sessionLimits.turn) {
      const next = newSecret();
      const turned = {
        hash: hashOf(next),
        hash_before: hash,
        before_until: null,
        turned_at: now,
        seen_at: now,
      };
      // Of two requests at one moment one turns it.
      const done = await this.db('sessions').where({ id, hash }).update(turned);
      return done === 1 ? { person, secret: next } : { person };
    }
    if (now - row.seen_at > seenEvery) await this.set(id, { seen_at: now });
    return { person };
  }

  private isOver({ made_at, seen_at }: SessionRow, now: number): boolean {
    return now - seen_at > sessionLimits.idle || now - made_at > sessionLimits.whole;
  }

  private async set(id: string, values: Partial<SessionRow>): Promise<void> {
    await this.db('sessions').where({ id }).update(values);
  }

  /** The person a session stands for as they are now; null where it has ended. */
  async stands(id: string): Promise<Person | null> {
    const row = (await this.db('sessions')
      .join('people', 'people.id', 'sessions.person')
      .where('sessions.id', id)
      .first('sessions.*', 'people.company', 'people.role', 'people.name', 'people.ended_at')) as
      Joined | undefined;
    if (!row || row.ended_at !== null || this.isOver(row, this.now())) return null;
    return {
      kind: 'person',
      id: row.person,
      company: row.company,
      role: row.role,
      name: row.name,
      session: id,
    };
  }

  async of(people: readonly string[]): Promise<SessionRow[]> {
    const rows = await this.db<SessionRow>('sessions')
      .whereIn('person', [...people])
      .orderBy('seen_at', 'desc');
    const now = this.now();
    return rows.filter((row) => !this.isOver(row, now));
  }

  /** Ends one session of a person; answers whether there was one. */
  async end(person: string, id: string): Promise<boolean> {
    return (await this.db('sessions').where({ person, id }).delete()) > 0;
  }

  /** Ends all of a person’s sessions, but for one where it is said. */
  async endAll(person: string, but = '', db: Knex = this.db): Promise<void> {
    await db('sessions').where({ person }).whereNot('id', but).delete();
  }

  /** Takes away what is over; a while after, so that clocks may differ. */
  async sweep(): Promise<void> {
    const now = this.now();
    await this.db('sessions')
      .where('seen_at', '<', now - sessionLimits.idle - day)
      .orWhere('made_at', '<', now - sessionLimits.whole - day)
      .delete();
    await this.db('challenges').where('expires_at', '<', now).delete();
  }
}
