import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import type { MarkKind, MarkRecord, NewMarks, Share } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';

interface ShareRow {
  token: string;
  job: string;
  label: string;
  made_at: number;
  revoked_at: number | null;
}
interface MarkRow {
  sequence: number;
  id: string;
  job: string;
  kind: MarkKind;
  about: string;
  done: number;
  by: string;
  at: number;
}

/** Share links and what the crew ticks. Marks are only ever added; the last one about a thing tells how it stands. */
export class Crew {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  async share(job: string, label: string): Promise<Share> {
    const token = randomBytes(18).toString('base64url');
    const madeAt = this.now();
    await this.db('shares').insert({ token, job, label, made_at: madeAt, revoked_at: null });
    return { token, label, madeAt };
  }

  async shares(job: string): Promise<Share[]> {
    const rows = await this.db<ShareRow>('shares').where({ job, revoked_at: null }).orderBy('made_at');
    return rows.map((r) => ({ token: r.token, label: r.label, madeAt: r.made_at }));
  }

  async revoke(job: string, token: string): Promise<void> {
    const done = await this.db('shares')
      .where({ job, token, revoked_at: null })
      .update({ revoked_at: this.now() });
    if (done === 0) throw new ApiError('not-found', 'There is no such link.');
  }

  /** The job a link opens; a withdrawn link and an unknown one say so. */
  async jobOf(token: string): Promise<{ job: string; label: string }> {
    const row = await this.db<ShareRow>('shares').where({ token }).first();
    if (!row) throw new ApiError('not-found', 'This link is not known. Ask the lead for a new one.');
    if (row.revoked_at !== null)
      throw new ApiError('share-ended', 'The lead has withdrawn this link. Ask for a new one.');
    return { job: row.job, label: row.label };
  }

  async marks(job: string, since = 0): Promise<MarkRecord[]> {
    const rows = await this.db<MarkRow>('marks')
      .where({ job })
      .andWhere('sequence', '>', since)
      .orderBy('sequence');
    return rows.map((r) => ({
      sequence: r.sequence,
      id: r.id,
      kind: r.kind,
      about: r.about,
      done: Boolean(r.done),
      by: r.by,
      at: r.at,
    }));
  }

  /** Adds marks; one sent before, by its id, is left as it is. */
  async add(job: string, marks: NewMarks['marks']): Promise<MarkRecord[]> {
    const at = this.now();
    await this.db('marks')
      .insert(marks.map((m) => ({ ...m, job, at })))
      .onConflict('id')
      .ignore();
    const rows = await this.marks(job);
    const ids = new Set(marks.map((m) => m.id));
    return rows.filter((r) => ids.has(r.id));
  }
}
