import { createHash } from 'node:crypto';
import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import type { Issue, SheetsMade, SheetsWanted } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';
import { KeptThread, ThreadFailed, type ThreadLimits } from '../keptThread.ts';
import type { Plans } from '../services/plans.ts';
import type { MadePages, OfferToMake, SheetsAnswered, SheetsTold, SheetsToMake } from './sheetWorker.ts';

export interface SheetLimits extends ThreadLimits {
  /** Bytes of made sheets that are kept. */
  readonly bytes: number;
  /** So many wait their turn; more are sent away. */
  readonly waiting: number;
}

const usualLimits: SheetLimits = {
  seconds: 120,
  megabytes: 1536,
  idle: 60_000,
  bytes: 200_000_000,
  waiting: 6,
};

interface IssueRow {
  readonly sequence: number;
  readonly job: string;
  readonly set_id: string;
  readonly number: number;
  readonly name: string;
  readonly day: string;
  readonly revision: number;
  readonly asked: string;
  readonly plan: string;
  readonly by: string | null;
}

/** What is made of a set besides its job. */
type Wanted = Pick<SheetsWanted, 'sheets' | 'paper' | 'turned'>;

/** Each keeps the job whole. */
const mostIssues = 500;
const madeOf = (key: string): string => createHash('sha256').update(key).digest('hex').slice(0, 32);
const withoutPictures = ({ pages }: MadePages): SheetsMade['pages'] =>
  pages.map(({ svg: _, ...page }) => page);
const noSuchSet = () => new ApiError('not-found', 'This set of sheets is not in the job any more.');

/** Sheets of jobs, made in a thread of their own so that nobody else waits, and sets as they were issued. */
export class Sheets {
  private readonly kept: LRUCache<string, { readonly job: string; readonly sheets: MadePages }>;
  private readonly thread: KeptThread<SheetsToMake | OfferToMake, SheetsAnswered, SheetsTold>;
  private waiting = 0;

  constructor(
    private readonly db: Knex,
    private readonly plans: Plans,
    private readonly now: () => number,
    private readonly limits: SheetLimits = usualLimits,
  ) {
    this.thread = new KeptThread('./sheets/sheetWorker.ts', limits);
    this.kept = new LRUCache({
      maxSize: limits.bytes,
      sizeCalculation: ({ sheets: { pdf, pages } }) =>
        pdf.length + pages.reduce((sum, { svg }) => sum + 2 * svg.length, 1),
    });
  }

  /** Sheets of a job as it is now; clouds stand around what changed since the set was issued last. */
  async make(job: string, wanted: SheetsWanted, told: (how: SheetsTold) => void): Promise<SheetsMade> {
    const { row, plan } = await this.plans.open(this.db, job);
    const last = wanted.set === null ? null : await this.last(job, wanted.set);
    const revision = last ? `After issue ${last.number}, draft` : 'Draft';
    const { set: _, ...asked } = wanted;
    const key = [job, row.revision, last?.number ?? '', JSON.stringify(asked)].join(' ');
    return this.ready(job, key, { ...asked, plan, before: last?.plan ?? null, revision }, told);
  }

  /** An issue made again as it was, clouds and all. */
  async again(
    job: string,
    set: string,
    number: number,
    told: (how: SheetsTold) => void,
  ): Promise<SheetsMade> {
    const issues = this.db<IssueRow>('issues').where({ job, set_id: set });
    const issue = await issues.clone().andWhere({ number }).first();
    if (!issue) throw new ApiError('not-found', `This set has no issue ${number}.`);
    const before = await issues
      .clone()
      .andWhere({ number: number - 1 })
      .first('plan');
    const asked = JSON.parse(issue.asked) as Wanted;
    const sheets: SheetsToMake = {
      ...asked,
      plan: issue.plan,
      before: before?.plan ?? null,
      revision: `Issue ${number}`,
      day: issue.day,
    };
    return this.ready(job, `${job} issue ${issue.sequence}`, sheets, told);
  }

  /** The job as it stood when a set was issued, as JSON: a plan, with no option taken. */
  async planOf(job: string, set: string, number: number): Promise<string> {
    const issue = await this.db<IssueRow>('issues').where({ job, set_id: set, number }).first('plan');
    if (!issue) throw new ApiError('not-found', `This set has no issue ${number}.`);
    return `{"plan":${issue.plan},"taken":[]}`;
  }

  private last(job: string, set: string): Promise<IssueRow | undefined> {
    return this.db<IssueRow>('issues').where({ job, set_id: set }).orderBy('number', 'desc').first();
  }

  /** Sheets under a key that says all they are made of: as they are kept, or made now. */
  async ready(
    job: string,
    key: string,
    sheets: SheetsToMake | OfferToMake,
    told: (how: SheetsTold) => void,
  ): Promise<SheetsMade> {
    const made = madeOf(key);
    const kept = this.kept.get(made)?.sheets ?? (await this.keep(made, job, sheets, told));
    return { made, pages: withoutPictures(kept) };
  }

  private async keep(
    made: string,
    job: string,
    asked: SheetsToMake | OfferToMake,
    told: (how: SheetsTold) => void,
  ): Promise<MadePages> {
    if (this.waiting >= this.limits.waiting)
      throw new ApiError('busy', 'Many sheets are being made just now. Try again in a minute.');
    this.waiting += 1;
    const cannot = (why: string) => new ApiError('unreadable', `These sheets cannot be made: ${why}.`);
    try {
      const answer = await this.thread.ask(asked, told);
      if (!('pdf' in answer)) throw cannot(answer.failed);
      this.kept.set(made, { job, sheets: answer });
      return answer;
    } catch (error) {
      throw error instanceof ThreadFailed ? cannot(error.message) : error;
    } finally {
      this.waiting -= 1;
    }
  }

  /** Sheets that were made before and stored, as if they had been made now. */
  hold(job: string, key: string, sheets: MadePages): SheetsMade {
    const made = madeOf(key);
    this.kept.set(made, { job, sheets });
    return { made, pages: withoutPictures(sheets) };
  }

  /** Sheets of a job that were made and are still kept; made anew by asking again. */
  of(job: string, made: string): MadePages {
    const found = this.kept.get(made);
    if (found?.job === job) return found.sheets;
    throw new ApiError('not-found', 'These sheets are kept no longer. Make them again.');
  }

  /** Keeps a set as it is now under its next number; two who issue at once have two numbers. */
  issue(job: string, set: string, day: string, by: string): Promise<Issue> {
    return this.db.transaction(async (trx) => {
      const { row, plan } = await this.plans.open(trx, job, true);
      const own = plan.sheetSets[set];
      if (!own) throw noSuchSet();
      const { name, sheets, paper, turned } = own;
      const issued = trx<IssueRow>('issues').where({ job });
      const [{ count = 0 } = {}] = await issued.clone().count({ count: '*' });
      if (Number(count) >= mostIssues)
        throw new ApiError(
          'bad-request',
          `A job has ${mostIssues} issues at most. Copy it, and go on in the copy.`,
        );
      const last = await issued.clone().where({ set_id: set }).max({ number: 'number' }).first();
      const number = Number(last?.number ?? 0) + 1;
      const asked = JSON.stringify({ sheets, paper, turned } satisfies Wanted);
      const issue = { job, set_id: set, number, name, day, revision: row.revision, by, at: this.now() };
      await trx('issues').insert({ ...issue, asked, plan: JSON.stringify(plan) });
      return { set, number, name, day, revision: row.revision, by };
    });
  }

  /** All issues of a job, newest first, with the names of who made them. */
  async issues(job: string): Promise<Issue[]> {
    const rows = (await this.db('issues')
      .leftJoin('people', 'people.id', 'issues.by')
      .where({ 'issues.job': job })
      .orderBy('issues.sequence', 'desc')
      .select(
        'issues.set_id as set',
        'issues.number',
        'issues.name',
        'issues.day',
        'issues.revision',
        'people.name as by',
      )) as Issue[];
    return rows;
  }

  close(): Promise<void> {
    return this.thread.close();
  }
}
