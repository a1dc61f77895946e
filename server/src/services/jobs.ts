import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import {
  applyChange,
  emptyPlan,
  readPlan,
  readPlanText,
  type Patch,
  type Plan,
  type RulesFile,
} from '@fieldchalk/core';
import type { ChangeRequest, Job, JobSummary, NewJob, StoredChange } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';

interface JobRow {
  id: string;
  name: string;
  revision: number;
  plan: string;
  changed_at: number;
}
interface RevisionRow {
  revision: number;
  change: string;
  name: string;
  client: string;
  patches: string;
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

/** Jobs and their changes. Clock and database come from the caller, who may hand in a transaction. */
export class Jobs {
  constructor(
    private readonly db: Knex,
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
    return { ...job, plan: stored };
  }

  private async row(id: string): Promise<JobRow> {
    const row = await this.db<JobRow>('jobs').where({ id }).first();
    if (!row) throw new ApiError('not-found', `There is no job “${id}”.`);
    return row;
  }

  /** What is stored of a job, as it is: also when it cannot be read. */
  async document(id: string): Promise<{ name: string; document: string }> {
    const { name, plan } = await this.row(id);
    return { name, document: plan };
  }

  async get(id: string): Promise<Job> {
    const row = await this.row(id);
    return {
      id: row.id,
      name: row.name,
      revision: row.revision,
      changedAt: row.changed_at,
      plan: planOf(row),
    };
  }

  async changesSince(id: string, since: number): Promise<StoredChange[]> {
    const rows = await this.db<RevisionRow & { job: string }>('revisions')
      .where({ job: id })
      .andWhere('revision', '>', since)
      .orderBy('revision');
    return rows.map((r) => ({
      id: r.change,
      revision: r.revision,
      name: r.name,
      client: r.client,
      patches: JSON.parse(r.patches) as Patch[],
    }));
  }

  /**
   * Stores a change on the newest plan if it still fits and the outcome is valid; else answers with what is new, so that the client can
   * rebase. Sent twice, it is stored once. Answers only after the database has it.
   */
  async change(id: string, request: ChangeRequest): Promise<StoredChange> {
    return this.db.transaction(async (tx) => {
      const known = await tx<RevisionRow>('revisions').where({ change: request.id }).first();
      if (known)
        return {
          id: request.id,
          revision: known.revision,
          name: known.name,
          client: known.client,
          patches: JSON.parse(known.patches) as Patch[],
        };
      const inTransaction = new Jobs(tx, this.now);
      const job = await inTransaction.get(id);
      const done = applyChange(job.plan, request.patches as Patch[], request.name);
      if (!done.ok) {
        const stale = request.base < job.revision;
        if (!stale)
          throw new ApiError('bad-plan', 'The change was not taken; nothing was stored.', done.problems);
        const changes = await inTransaction.changesSince(id, request.base);
        throw new ApiError('conflict', 'Someone else changed the same thing first.', done.problems, {
          revision: job.revision,
          changes,
        });
      }
      const revision = job.revision + 1;
      const at = this.now();
      await tx('revisions').insert({
        job: id,
        revision,
        change: request.id,
        name: request.name,
        client: request.client,
        patches: JSON.stringify(request.patches),
        inverse: JSON.stringify(request.inverse),
        at,
      });
      await tx('jobs')
        .where({ id })
        .update({ revision, plan: JSON.stringify(done.plan), name: done.plan.job.name, changed_at: at });
      return {
        id: request.id,
        revision,
        name: request.name,
        client: request.client,
        patches: request.patches,
      };
    });
  }

  async remove(id: string): Promise<void> {
    const gone = await this.db('jobs').where({ id }).delete();
    if (gone === 0) throw new ApiError('not-found', `There is no job “${id}”.`);
  }
}
