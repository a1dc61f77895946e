import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { readPlanText, type Plan } from '@fieldchalk/core';
import { held } from '../db/dialect.ts';
import { ApiError } from '../errors.ts';

export interface JobRow {
  id: string;
  company: string;
  put_away_at: number | null;
  name: string;
  revision: number;
  plan: string;
  changed_at: number;
}

/** What of a job is read without its plan. */
export type JobHead = Pick<JobRow, 'id' | 'name' | 'revision' | 'changed_at'>;

/** A job's plan as it stands at a revision, and the change that led there; null for none. */
export interface OpenPlan {
  readonly revision: number;
  readonly plan: Plan;
  readonly lastChange: string | null;
}

/** The stored document as a plan: brought up to this version, and checked. What cannot be read is said field by field; the row stays as it is. */
function planOf({ id, name, plan }: Pick<JobRow, 'id' | 'name' | 'plan'>): Plan {
  const read = readPlanText(plan);
  if (read.ok) return read.plan;
  throw new ApiError(
    'unreadable',
    `“${name}” is stored in a form that cannot be read here. It is kept untouched; its document can be saved as a file.`,
    read.problems,
    { document: `/api/jobs/${id}/document` },
  );
}

/** So many plans stay read; another process may have gone on meanwhile, so each is asked for its revision first. */
const mostOpen = 32;

/** Plans read from the database, kept by their revision: reading and checking one again takes as long as a hundred changes. */
export class Plans {
  private readonly kept = new LRUCache<string, OpenPlan>({ max: mostOpen });

  /** The row of a job without its plan. */
  async row(db: Knex, id: string): Promise<JobHead> {
    const row = await db<JobRow>('jobs').where({ id }).first('id', 'name', 'revision', 'changed_at');
    if (!row) throw new ApiError('not-found', `There is no job “${id}”.`);
    return row;
  }

  /** `isHeld`: within a transaction that is going to change it, so that no other process does meanwhile. */
  async open(db: Knex, id: string, isHeld = false): Promise<OpenPlan & { readonly row: JobHead }> {
    if (isHeld) await held(db, 'jobs', id);
    const row = await this.row(db, id);
    const known = this.kept.get(id);
    if (known?.revision === row.revision) return { ...known, row };
    const whole = await db<JobRow>('jobs')
      .where({ id })
      .first('id', 'name', 'revision', 'plan', 'changed_at');
    if (!whole) throw new ApiError('not-found', `There is no job “${id}”.`);
    const last = await db('revisions').where({ job: id, revision: whole.revision }).first('change');
    const open = {
      revision: whole.revision,
      plan: planOf(whole),
      lastChange: (last?.change as string) ?? null,
    };
    this.kept.set(id, open);
    return { ...open, row: whole };
  }

  keep(id: string, { revision, plan, lastChange }: OpenPlan): void {
    this.kept.set(id, { revision, plan, lastChange });
  }

  forget(id: string): void {
    this.kept.delete(id);
  }
}
