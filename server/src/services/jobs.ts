import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import { emptyPlan, readPlan, type Plan, type RulesFile } from '@fieldchalk/core';
import type { Job, JobSummary, NewJob } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';
import { type JobRow, type Plans } from './plans.ts';

/** Jobs: made, listed, read and deleted. Clock and database come from the caller. */
export class Jobs {
  constructor(
    private readonly db: Knex,
    private readonly plans: Plans,
    private readonly now: () => number,
  ) {}

  async list(): Promise<JobSummary[]> {
    const rows = await this.db<JobRow>('jobs')
      .select('id', 'name', 'revision', 'changed_at')
      .orderBy('changed_at', 'desc');
    return rows.map((r) => ({ id: r.id, name: r.name, revision: r.revision, changedAt: r.changed_at }));
  }

  /** A job from a plan as it is, or an empty one that starts with the company's rules. */
  async create({ name, kind, plan }: NewJob, company?: RulesFile): Promise<Job> {
    const { values = {}, reasons = {} } = company ?? {};
    const empty = emptyPlan(name, kind);
    const read = readPlan(plan ?? { ...empty, rules: { ...empty.rules, values, reasons } });
    if (!read.ok)
      throw new ApiError('bad-plan', 'The plan was not taken; nothing was stored.', read.problems);
    const job = { id: randomBytes(9).toString('base64url'), name, revision: 0, changedAt: this.now() };
    const stored: Plan = { ...read.plan, job: { ...read.plan.job, name } };
    await this.db('jobs').insert({
      id: job.id,
      name,
      revision: 0,
      plan: JSON.stringify(stored),
      changed_at: job.changedAt,
    });
    return { ...job, plan: stored, lastChange: null };
  }

  /** What is stored of a job, as it is: also when it cannot be read. */
  async document(id: string): Promise<{ name: string; document: string }> {
    const row = await this.db<JobRow>('jobs').where({ id }).first('name', 'plan');
    if (!row) throw new ApiError('not-found', `There is no job “${id}”.`);
    return { name: row.name, document: row.plan };
  }

  /** That there is such a job. */
  async expect(id: string): Promise<void> {
    await this.plans.row(this.db, id);
  }

  async get(id: string): Promise<Job> {
    const { row, plan, lastChange } = await this.plans.open(this.db, id);
    return {
      id: row.id,
      name: row.name,
      revision: row.revision,
      changedAt: row.changed_at,
      plan,
      lastChange,
    };
  }

  async remove(id: string): Promise<void> {
    const gone = await this.db('jobs').where({ id }).delete();
    this.plans.forget(id);
    if (gone === 0) throw new ApiError('not-found', `There is no job “${id}”.`);
  }
}
