import type { Knex } from 'knex';
import type { Given, Role } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';
import { hashOf, newId, newSecret } from './secrets.ts';
import type { Phone, Who } from './who.ts';

const day = 86_400_000;

/** A phone that has not asked for so long is let in no more. */
export const phoneIdle = 90 * day;

interface GivenRow {
  id: string;
  job: string;
  person: string | null;
  device: string | null;
  role: Role;
  label: string;
  made_at: number;
  ended_at: number | null;
}
interface DeviceRow {
  id: string;
  hash: string;
  agent: string;
  made_at: number;
  seen_at: number;
}

/** How a job stands for who asks: with which role, and whether that has ended. */
export interface Standing {
  readonly role: Role;
  readonly label: string;
  readonly hasEnded: boolean;
}

/** So often is written down that a phone is in use, in milliseconds. */
const seenEvery = 60_000;

/** The phones that links let in, and which jobs are given to them and to people. */
export class GivenJobs {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  /** The phone a secret stands for. */
  async phone(secret: string): Promise<Phone | null> {
    const row = await this.db<DeviceRow>('devices')
      .where({ hash: hashOf(secret) })
      .first();
    const now = this.now();
    if (!row || now - row.seen_at > phoneIdle) return null;
    if (now - row.seen_at > seenEvery)
      await this.db('devices').where({ id: row.id }).update({ seen_at: now });
    return { kind: 'phone', id: row.id };
  }

  /** Lets a new phone in; answers with its secret. */
  async newPhone(agent: string, db: Knex): Promise<{ phone: Phone; secret: string }> {
    const [id, secret, now] = [newId(), newSecret(), this.now()];
    const row: DeviceRow = {
      id,
      hash: hashOf(secret),
      agent: agent.slice(0, 200),
      made_at: now,
      seen_at: now,
    };
    await db('devices').insert(row);
    return { phone: { kind: 'phone', id }, secret };
  }

  /** How a job stands for a person or phone; null where it might as well not exist. */
  async standing(who: Who, job: string): Promise<Standing | null> {
    const row = (await this.db('jobs').where({ id: job }).first('company', 'put_away_at')) as
      { company: string | null; put_away_at: number | null } | undefined;
    if (!row) return null;
    const isAway = row.put_away_at !== null;
    if (who.kind === 'person') {
      if (row.company !== who.company) return null;
      if (who.role === 'owner' || who.role === 'lead')
        return isAway ? null : { role: who.role, label: who.name, hasEnded: false };
    }
    const mine = who.kind === 'person' ? { person: who.id } : { device: who.id };
    const given = await this.db<GivenRow>('given')
      .where({ job, ...mine })
      .orderBy('made_at', 'desc');
    const best = given.find((g) => g.ended_at === null) ?? given[0];
    if (!best) return null;
    const role = who.kind === 'person' ? who.role : best.role;
    return { role, label: best.label, hasEnded: best.ended_at !== null || isAway };
  }

  /** The jobs that are given to a person or phone and not put away. */
  async jobsOf(who: Who): Promise<string[]> {
    const mine = who.kind === 'person' ? { person: who.id } : { device: who.id };
    const rows = await this.db('given')
      .join('jobs', 'jobs.id', 'given.job')
      .where(mine)
      .where({ ended_at: null, put_away_at: null })
      .distinct('given.job');
    return rows.map((r) => r.job as string);
  }

  /** Gives a job; once more changes nothing but what it is called. */
  async give(
    job: string,
    to: { person: string } | { device: string },
    role: Role,
    label: string,
    db: Knex = this.db,
  ) {
    const done = await db('given')
      .where({ job, ...to, ended_at: null })
      .update({ role, label });
    if (done > 0) return;
    await db('given').insert({
      person: null,
      device: null,
      ...to,
      id: newId(),
      job,
      role,
      label,
      made_at: this.now(),
      ended_at: null,
    });
  }

  /** Takes a job back; answers who had it. */
  async end(job: string, id: string): Promise<GivenRow> {
    const row = await this.db<GivenRow>('given').where({ job, id, ended_at: null }).first();
    if (!row) throw new ApiError('not-found', 'This job is not given to such a phone or person.');
    await this.db('given').where({ id }).update({ ended_at: this.now() });
    return row;
  }

  /** Takes all jobs back from a person. */
  async endAll(person: string, db: Knex): Promise<void> {
    await db('given').where({ person, ended_at: null }).update({ ended_at: this.now() });
  }

  /** Takes away phones that are let in no more: not seen for too long, or all that was given to them taken back as long ago. */
  async sweep(): Promise<void> {
    const since = this.now() - phoneIdle;
    const standing = this.db('given')
      .whereNotNull('device')
      .andWhere((q) => void q.where({ ended_at: null }).orWhere('ended_at', '>=', since))
      .select('device');
    await this.db('devices')
      .where('seen_at', '<', since - day)
      .orWhere((q) => void q.where('made_at', '<', since).whereNotIn('id', standing))
      .delete();
  }

  /** Who a job is given to. */
  async of(job: string): Promise<Given[]> {
    const rows = (await this.db('given')
      .leftJoin('devices', 'devices.id', 'given.device')
      .where({ job, ended_at: null })
      .orderBy('given.made_at')
      .select('given.*', 'devices.agent', 'devices.seen_at')) as (GivenRow & Partial<DeviceRow>)[];
    return rows.map((r) => ({
      id: r.id,
      label: r.label,
      role: r.role,
      person: r.person,
      agent: r.agent ?? '',
      madeAt: Number(r.made_at),
      seenAt: Number(r.seen_at ?? r.made_at),
    }));
  }
}
