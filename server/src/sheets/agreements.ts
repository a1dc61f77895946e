import type { Knex } from 'knex';
import { LRUCache } from 'lru-cache';
import { firstOfWords, must, type Plan } from '@fieldchalk/core';
import type { Agreement, OfferShown, OfferWanted } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';
import type { Plans } from '../services/plans.ts';
import { packed, unpacked } from './packed.ts';
import type { OfferToMake, SheetsTold } from './sheetWorker.ts';
import type { Sheets } from './sheets.ts';

interface AgreementRow {
  readonly sequence: number;
  readonly job: string;
  readonly number: number;
  readonly day: string;
  readonly signer: string;
  readonly reason: string;
  /** Ids of the options taken, as JSON. */
  readonly taken: string;
  readonly cents: number;
  readonly revision: number;
  readonly plan: string;
  readonly by: string | null;
  /** The page as it was signed, packed; null of those signed before it was kept. */
  readonly page: string | null;
}

/** A page that was made for a customer, until it is signed or others are made. */
interface Open {
  readonly job: string;
  readonly revision: number;
  readonly number: number;
  /** What was agreed last when it was made, by its sequence; null where nothing was. */
  readonly after: number | null;
  readonly cents: number;
  readonly unpriced: readonly string[];
  readonly asked: OfferWanted;
}

/** What the list of them is made of: the names of options are in the job as it stood. */
const listed = [
  ...['number', 'day', 'signer', 'reason', 'cents', 'revision', 'taken', 'plan'].map(
    (c) => `agreements.${c}`,
  ),
  'people.name as by',
];
/** Each keeps the job whole. */
const mostAgreements = 200;
/** So many pages may wait for who signs them. */
const mostOpen = 500;

const namesOf = ({ plan, taken }: Pick<AgreementRow, 'plan' | 'taken'>): string[] => {
  const { options } = JSON.parse(plan) as Pick<Plan, 'options'>;
  return (JSON.parse(taken) as string[]).map((id) => options[id]?.name ?? id);
};

/** What is offered to customers, and what was agreed with them: the proposal, then change orders, each for the whole job. */
export class Agreements {
  private readonly open = new LRUCache<string, Open>({ max: mostOpen });

  constructor(
    private readonly db: Knex,
    private readonly plans: Plans,
    private readonly sheets: Sheets,
    private readonly now: () => number,
  ) {}

  /** Makes the page a customer is to sign, of the job as it is now. */
  async offer(job: string, asked: OfferWanted, told: (how: SheetsTold) => void): Promise<OfferShown> {
    const { row, plan } = await this.plans.open(this.db, job);
    const unknown = asked.taken.find((id) => !Object.hasOwn(plan.options, id));
    if (unknown !== undefined)
      throw new ApiError('bad-request', 'An option that is taken is not in the job any more.', [
        { path: 'taken', message: 'is not in the job any more' },
      ]);
    const last = await this.last(job);
    const number = (last?.number ?? 0) + 1;
    const after = last?.sequence ?? null;
    const { made, pages, cents, unpriced } = await this.page(
      job,
      `${job} offer ${row.revision} ${after} ${JSON.stringify(asked)}`,
      { plan, before: beforeOf(last), offer: { ...asked, number, signer: '' } },
      told,
    );
    this.open.set(made, { job, revision: row.revision, number, after, cents, unpriced, asked });
    return { made, pages, number, before: last?.cents ?? null, cents, unpriced };
  }

  /** A page as it was signed; made again, on the paper that is asked for, where it was signed before pages were kept. */
  async again(
    job: string,
    number: number,
    paper: Pick<OfferWanted, 'paper' | 'turned'>,
    told: (how: SheetsTold) => void,
  ): Promise<OfferShown> {
    const own = await this.row(job, number);
    const earlier = number === 1 ? undefined : await this.row(job, number - 1);
    const of = { number, before: earlier?.cents ?? null, cents: own.cents, unpriced: [] };
    const key = `${job} agreement ${own.sequence}`;
    if (own.page !== null) return { ...this.sheets.hold(job, key, await unpacked(own.page)), ...of };
    const { day, reason, signer, plan } = own;
    const taken = JSON.parse(own.taken) as string[];
    const { made, pages } = await this.page(
      job,
      `${key} ${JSON.stringify(paper)}`,
      { plan, before: beforeOf(earlier), offer: { ...paper, number, day, reason, signer, taken } },
      told,
    );
    return { made, pages, ...of };
  }

  private async page(
    job: string,
    key: string,
    asked: OfferToMake,
    told: (how: SheetsTold) => void,
  ): Promise<Pick<OfferShown, 'made' | 'pages' | 'cents' | 'unpriced'>> {
    const { made, pages } = await this.sheets.ready(job, key, asked, told);
    const { cents, unpriced } = this.sheets.of(job, made);
    return {
      made,
      pages,
      cents: must(cents, 'the price of a page for a customer'),
      unpriced: [...unpriced],
    };
  }

  /** Keeps a page as signed, with the job as it stood. Refused where the job has gone on since the page was made, and where not all of it has a price. */
  async sign(
    job: string,
    made: string,
    signer: string,
    by: string,
  ): Promise<{ readonly number: number; readonly taken: readonly string[] }> {
    const page = this.open.get(made);
    if (page?.job !== job)
      throw new ApiError(
        'not-found',
        'This page is kept no longer. Make it again, and look at it once more.',
      );
    const { revision, number, cents, unpriced, asked } = page;
    if (unpriced.length > 0)
      throw new ApiError(
        'bad-request',
        `This page is a draft: there is no price yet for ${firstOfWords(unpriced)}. Give it one on the order page, 0 for what the customer brings, and make the page again.`,
        [{ path: 'made', message: 'is a draft: not all of it has a price' }],
      );
    const signed = await this.signed(job, page, signer);
    await this.db.transaction(async (trx) => {
      const { row, plan } = await this.plans.open(trx, job, true);
      const last = await this.last(job, trx);
      if (!isStill(page, row.revision, last)) throw hasGoneOn();
      if (number > mostAgreements)
        throw new ApiError('bad-request', `A job has ${mostAgreements} agreements at most. Go on in a copy.`);
      const { day, reason, taken } = asked;
      await trx('agreements').insert({
        ...{ job, number, day, signer, reason, cents, revision, by, at: this.now(), page: signed },
        ...{ taken: JSON.stringify(taken), plan: JSON.stringify(plan) },
      });
    });
    this.open.delete(made);
    return { number, taken: asked.taken };
  }

  /** The page with the name of who signs it, packed: what is kept, whatever a later Field Chalk would make of the job. */
  private async signed(job: string, page: Open, signer: string): Promise<string> {
    const { row, plan } = await this.plans.open(this.db, job);
    const last = await this.last(job);
    if (!isStill(page, row.revision, last)) throw hasGoneOn();
    const { asked, number } = page;
    const { made } = await this.page(
      job,
      `${job} signing ${row.revision} ${page.after} ${JSON.stringify([asked, signer])}`,
      { plan, before: beforeOf(last), offer: { ...asked, number, signer } },
      () => undefined,
    );
    return packed(this.sheets.of(job, made));
  }

  /** Takes back what was agreed last, as where it was recorded by mistake. Refused for what later ones stand on. */
  async takeBack(job: string, number: number): Promise<void> {
    await this.db.transaction(async (trx) => {
      await this.plans.open(trx, job, true);
      const last = await this.last(job, trx);
      if (!last || last.number < number)
        throw new ApiError('not-found', `This job has no agreement ${number}.`);
      if (last.number > number)
        throw new ApiError(
          'conflict',
          'Something was agreed after it, and stands on it. Take that back first.',
        );
      await trx('agreements').where({ sequence: last.sequence }).delete();
    });
  }

  /** All that was agreed of a job, newest first. */
  async of(job: string): Promise<Agreement[]> {
    const rows = (await this.db('agreements')
      .leftJoin('people', 'people.id', 'agreements.by')
      .where({ 'agreements.job': job })
      .orderBy('agreements.number', 'desc')
      .select(listed)) as AgreementRow[];
    return rows.map((row) => {
      const { number, day, signer, reason, cents, revision, by } = row;
      return { number, day, signer, reason, cents, revision, by, taken: namesOf(row) };
    });
  }

  /** The job as it was agreed, as JSON: a plan, and the options of it that were taken. */
  async planOf(job: string, number: number): Promise<string> {
    const { plan, taken } = await this.row(job, number);
    return `{"plan":${plan},"taken":${taken}}`;
  }

  private async row(job: string, number: number): Promise<AgreementRow> {
    const row = await this.db<AgreementRow>('agreements').where({ job, number }).first();
    if (!row) throw new ApiError('not-found', `This job has no agreement ${number}.`);
    return row;
  }

  private last(job: string, db: Knex = this.db): Promise<AgreementRow | undefined> {
    return db<AgreementRow>('agreements').where({ job }).orderBy('number', 'desc').first();
  }
}

/** Whether a job is as it was when a page of it was made. */
const isStill = (page: Open, revision: number, last: AgreementRow | undefined): boolean =>
  revision === page.revision && (last?.sequence ?? null) === page.after;
const hasGoneOn = () =>
  new ApiError(
    'conflict',
    'The job has changed since this page was made. Make it again, and look at it once more.',
  );

const beforeOf = (row: AgreementRow | undefined): OfferToMake['before'] =>
  row ? { plan: row.plan, taken: JSON.parse(row.taken) as string[], cents: row.cents } : null;
