import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { type Patch, patched, type Plan, type PlanReading, readPlanText } from '@fieldchalk/core';
import { held } from '../db/dialect.ts';
import { ApiError } from '../errors.ts';
import { Aside } from '../aside/aside.ts';

export interface JobRow {
  id: string;
  company: string;
  put_away_at: number | null;
  name: string;
  revision: number;
  plan: string;
  /** The revision the plan is written at; the changes after it lead on. */
  plan_at: number;
  changed_at: number;
}

/** What of a job is read without its plan. */
export type JobHead = Pick<JobRow, 'id' | 'name' | 'revision' | 'changed_at'>;

/** A job's plan as it stands at a revision, and the change that led there; null for none. */
export interface OpenPlan {
  readonly revision: number;
  readonly plan: Plan;
  /** The revision the plan is written at. */
  readonly writtenAt: number;
  readonly lastChange: string | null;
}

/** The stored document as a plan: brought up to this version, and checked. What cannot be read is said field by field; the row stays as it is. */
function planOf({ id, name }: Pick<JobRow, 'id' | 'name'>, read: PlanReading): Plan {
  if (read.ok) return read.plan;
  throw new ApiError(
    'unreadable',
    `“${name}” is stored in a form that cannot be read here. It is kept untouched; its document can be saved as a file.`,
    read.problems,
    { document: `/api/jobs/${id}/document` },
  );
}

/** A plan with the changes after it, in their order. They were checked when they were taken. */
const ledBy = (plan: Plan, changes: readonly { patches: string }[]): Plan =>
  changes.reduce((on, { patches }) => patched(on, JSON.parse(patches) as Patch[]), plan);

const noSuchJob = (id: string) => new ApiError('not-found', `There is no job “${id}”.`);

/** A plan is long: it is written anew after so many changes. */
export const writtenEvery = 50;
/** So many plans stay read; another process may have gone on meanwhile, so each is asked for its revision first. */
const mostOpen = 32;

/** Plans read from the database, kept by their revision: reading and checking one again takes as long as a hundred changes. */
export class Plans {
  private readonly kept = new LRUCache<string, OpenPlan>({ max: mostOpen });

  constructor(readonly aside = new Aside()) {}

  /** The row of a job without its plan. */
  async row(db: Knex, id: string): Promise<JobHead> {
    const row = await db<JobRow>('jobs').where({ id }).first('id', 'name', 'revision', 'changed_at');
    if (!row) throw noSuchJob(id);
    return row;
  }

  /** Has a plan read before a transaction asks for it. */
  async ready(db: Knex, id: string): Promise<void> {
    // What is wrong is said where it is asked for.
    if (!this.kept.has(id)) await this.open(db, id).catch(() => undefined);
  }

  /** `isHeld`: within a transaction that is going to change it, so that no other process does meanwhile. */
  async open(db: Knex, id: string, isHeld = false): Promise<OpenPlan & { readonly row: JobHead }> {
    if (isHeld) await held(db, 'jobs', id);
    const row = await this.row(db, id);
    const known = this.kept.get(id);
    if (known?.revision === row.revision) return { ...known, row };
    const led = known && (await this.ledOnHere(db, id, known, row.revision));
    if (led) {
      this.kept.set(id, led);
      return { ...led, row };
    }
    const whole = await db<JobRow>('jobs')
      .where({ id })
      .first('id', 'name', 'revision', 'plan', 'plan_at', 'changed_at');
    if (!whole) throw noSuchJob(id);
    const last = await db('revisions').where({ job: id, revision: whole.revision }).first('change');
    const open = {
      revision: whole.revision,
      plan: await this.ledOn(db, whole, isHeld),
      writtenAt: whole.plan_at,
      lastChange: (last?.change as string) ?? null,
    };
    this.kept.set(id, open);
    return { ...open, row: whole };
  }

  /** A plan that is kept, with the changes another process has made since. Null where there are many, or they do not lead on from it. */
  private async ledOnHere(
    db: Knex,
    job: string,
    known: OpenPlan,
    revision: number,
  ): Promise<OpenPlan | null> {
    if (revision < known.revision || revision - known.revision > writtenEvery) return null;
    const changes = await db('revisions')
      .where({ job })
      .whereBetween('revision', [known.revision, revision])
      .orderBy('revision')
      .select('revision', 'change', 'patches');
    const isItsOwn = known.revision === 0 || (changes.shift()?.change as unknown) === known.lastChange;
    if (!isItsOwn || changes.length !== revision - known.revision) return null;
    return {
      ...known,
      revision,
      plan: ledBy(known.plan, changes),
      lastChange: changes.at(-1)?.change as string,
    };
  }

  /** The written plan with the changes after it. */
  private async ledOn(
    db: Knex,
    row: Pick<JobRow, 'id' | 'name' | 'plan' | 'plan_at' | 'revision'>,
    isHeld: boolean,
  ): Promise<Plan> {
    // A data file has one line to it, which a transaction holds: within one nobody waits for a thread.
    const plan = planOf(row, isHeld ? readPlanText(row.plan) : await this.aside.plan(row.plan));
    if (row.plan_at === row.revision) return plan;
    const changes = db('revisions').where({ job: row.id }).andWhere('revision', '>', row.plan_at);
    const after = changes.andWhere('revision', '<=', row.revision).orderBy('revision').select('patches');
    return ledBy(plan, await after);
  }

  /** Writes a job's plan where changes have led on from the written one. */
  async write(db: Knex, id: string): Promise<void> {
    const { revision, plan, writtenAt } = await this.open(db, id);
    if (writtenAt === revision) return;
    // Another process may have written a later one.
    const isBehind = db('jobs').where({ id, revision }).andWhere('plan_at', '<', revision);
    await isBehind.update({ plan: JSON.stringify(plan), plan_at: revision });
    this.forget(id);
  }

  keep(id: string, open: OpenPlan): void {
    this.kept.set(id, open);
  }

  forget(id: string): void {
    this.kept.delete(id);
  }
}
