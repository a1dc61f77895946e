import type { Knex } from 'knex';
import {
  emptyPlan,
  type JobAbout,
  jobAboutSchema,
  type Plan,
  readPlan,
  type RulesFile,
} from '@fieldchalk/core';
import type { AwayJob, Job, JobSummary, ListedJob, NewJobAsked } from '@fieldchalk/contracts';
import { newId } from '../access/secrets.ts';
import { LongBody } from '../aside/aside.ts';
import { JobViews } from '../jobViews/jobViews.ts';
import { ApiError } from '../errors.ts';
import { type JobHead, type JobRow, type Plans } from './plans.ts';
import { takeAway } from './takeAway.ts';

/** So long a job that was put away is kept, in milliseconds. */
export const awayFor = 30 * 86_400_000;
/** So many jobs a company has at most, those put away among them. */
const mostJobs = 5000;

/** What hangs on a job and may be much, with what tells its rows apart; all else goes with the job. */
const ofJobs = [
  ['revisions', 'revision'],
  ['marks', 'sequence'],
  ['late_marks', 'sequence'],
  ['issues', 'sequence'],
  ['agreements', 'sequence'],
] as const;

const summaryOf = (r: JobHead): JobSummary => ({
  id: r.id,
  name: r.name,
  revision: r.revision,
  changedAt: Number(r.changed_at),
});

const withoutPlan = ({ id, name, revision, changedAt }: Job): JobSummary => ({
  id,
  name,
  revision,
  changedAt,
});

/** What is said of a job, as the list of jobs has it without reading plans. */
export const detailsOf = ({ kind, address, customer, starts, ends }: JobAbout): string =>
  JSON.stringify({ kind, address, customer, starts, ends });

interface ListedRow extends JobHead {
  readonly details: string | null;
  readonly by: string | null;
  readonly archived_at: number | null;
}
const aboutSchema = jobAboutSchema.omit({ name: true });
const listedOf = (r: ListedRow): ListedJob => ({
  ...summaryOf(r),
  about: aboutSchema.parse(JSON.parse(r.details ?? '{}')),
  by: r.by,
  isArchived: r.archived_at !== null,
});

/** What of the company’s a new job starts with. */
interface Starting {
  readonly rules?: RulesFile | undefined;
  readonly prices?: Plan['prices'] | undefined;
}

/** Jobs: made, listed, read and put away. Whether someone may is asked before. Clock and database come from the caller. */
export class Jobs {
  constructor(
    private readonly db: Knex,
    private readonly plans: Plans,
    private readonly now: () => number,
    private readonly views = new JobViews('crew'),
  ) {}

  /** Jobs of a company that are not put away, newest change first. */
  async list(company: string): Promise<ListedJob[]> {
    return this.listed((q) => q.where('jobs.company', company));
  }

  async some(ids: readonly string[]): Promise<ListedJob[]> {
    return this.listed((q) => q.whereIn('jobs.id', [...ids]));
  }

  private async listed(which: (q: Knex.QueryBuilder) => Knex.QueryBuilder): Promise<ListedJob[]> {
    const all = this.db('jobs')
      .leftJoin('revisions as last', (on) => {
        on.on('last.job', 'jobs.id').on('last.revision', 'jobs.revision');
      })
      .leftJoin('people', 'people.id', 'last.made_by')
      .whereNull('jobs.put_away_at')
      .select(
        'jobs.id',
        'jobs.name',
        'jobs.revision',
        'jobs.changed_at',
        'jobs.details',
        'jobs.archived_at',
        'people.name as by',
      );
    const rows = (await which(all).orderBy('jobs.changed_at', 'desc')) as ListedRow[];
    return rows.map(listedOf);
  }

  /** A job from a plan, which is checked here, or an empty one that starts with the company's rules and prices. */
  async create(
    company: string,
    asked: NewJobAsked | LongBody,
    { rules, prices, by = '' }: Starting & { by?: string } = {},
  ): Promise<Job> {
    const { name, plan } = await this.planAsked(asked, { rules, prices }, by);
    return this.stored(company, name, plan);
  }

  /** Stores a plan that is checked already as a new job. */
  private async stored(company: string, name: string, plan: Plan): Promise<Job> {
    const [{ n = 0 } = {}] = await this.db('jobs').where({ company }).count({ n: '*' });
    if (Number(n) >= mostJobs)
      throw new ApiError('busy', `A company has at most ${mostJobs} jobs. Put some away.`);
    const job = { id: newId(), name, revision: 0, changedAt: this.now() };
    const named: Plan = { ...plan, job: { ...plan.job, name } };
    await this.db('jobs').insert({
      id: job.id,
      company,
      name,
      revision: 0,
      plan_at: 0,
      plan: JSON.stringify(named),
      details: detailsOf(named.job),
      changed_at: job.changedAt,
    });
    return { ...job, plan: named, lastChange: null };
  }

  /** Another job with the plan this one has now; nothing of it is ticked. */
  async copy(company: string, id: string, name: string): Promise<JobSummary> {
    const { plan } = await this.plans.open(this.db, id);
    return withoutPlan(await this.stored(company, name, plan));
  }

  /** The example everybody may try things on, worked out aside. */
  async example(company: string): Promise<JobSummary> {
    const plan = await this.plans.aside.example();
    return withoutPlan(await this.stored(company, plan.job.name, plan));
  }

  private async planAsked(
    asked: NewJobAsked | LongBody,
    { rules, prices = {} }: Starting,
    by: string,
  ): Promise<{ name: string; plan: Plan }> {
    const { values = {}, reasons = {} } = rules ?? {};
    const begun = ({ name, kind }: Pick<NewJobAsked, 'name' | 'kind'>): Plan => {
      const empty = emptyPlan(name, kind);
      return { ...empty, prices, rules: { ...empty.rules, values, reasons } };
    };
    if (asked instanceof LongBody) {
      const read = await this.plans.aside.newJob(asked, by);
      const plan = read.plan === null ? begun(read) : (JSON.parse(read.plan) as Plan);
      return { name: read.name, plan };
    }
    const read = readPlan(asked.plan ?? begun(asked));
    if (read.ok) return { name: asked.name, plan: read.plan };
    throw new ApiError('bad-plan', 'The plan was not taken; nothing was stored.', read.problems);
  }

  /** What is stored of a job, as it is: also when it cannot be read. */
  async document(id: string): Promise<{ name: string; document: string }> {
    // What cannot be read stays as it was written.
    await this.plans.write(this.db, id).catch(() => undefined);
    const row = await this.db<JobRow>('jobs').where({ id }).first('name', 'plan');
    if (!row) throw new ApiError('not-found', `There is no job “${id}”.`);
    return { name: row.name, document: row.plan };
  }

  async get(id: string): Promise<Job> {
    const { row, plan, lastChange } = await this.plans.open(this.db, id);
    return { ...summaryOf(row), plan, lastChange };
  }

  /** A job as the crew sees it, and its plan worked out for them, as text. */
  async forCrew(id: string): Promise<{ job: JobSummary; view: string }> {
    const { row, plan } = await this.plans.open(this.db, id);
    return { job: summaryOf(row), view: await this.views.of(id, row.revision, plan) };
  }

  /** Keeps a job out of the way of those under way, or among them again. It opens as before. */
  async archive(id: string, isArchived: boolean): Promise<void> {
    await this.db('jobs')
      .where({ id })
      .update({ archived_at: isArchived ? this.now() : null });
  }

  /** Puts a job away: as if it were not there, until it is brought back or goes for good. */
  async putAway(id: string): Promise<void> {
    await this.db('jobs').where({ id }).update({ put_away_at: this.now() });
  }

  async away(company: string): Promise<AwayJob[]> {
    const rows = await this.db<JobRow>('jobs')
      .where({ company })
      .whereNotNull('put_away_at')
      .orderBy('put_away_at', 'desc')
      .select('id', 'name', 'revision', 'changed_at', 'put_away_at');
    return rows.map((r) => ({ ...summaryOf(r), goesAt: Number(r.put_away_at) + awayFor }));
  }

  async bringBack(company: string, id: string): Promise<JobSummary> {
    const done = await this.db('jobs')
      .where({ company, id })
      // One whose time is over may be half gone.
      .andWhere('put_away_at', '>=', this.now() - awayFor)
      .update({ put_away_at: null });
    if (done === 0) throw new ApiError('not-found', 'No such job was put away.');
    return summaryOf(await this.plans.row(this.db, id));
  }

  /** Puts all jobs of a company away so long ago that the next sweep takes them. */
  async letGo(db: Knex, company: string): Promise<void> {
    await db('jobs')
      .where({ company })
      .update({ put_away_at: this.now() - awayFor - 1 });
  }

  /** Takes away for good what was put away long enough ago. Cut off, it is gone on with the next time. */
  async sweep(): Promise<void> {
    const gone = await this.db('jobs')
      .where('put_away_at', '<', this.now() - awayFor)
      .select('id');
    for (const { id } of gone as { id: string }[]) {
      for (const [table, key] of ofJobs) await takeAway(this.db, table, { job: id }, key);
      await this.db('jobs').where({ id }).delete();
      this.plans.forget(id);
    }
  }
}
