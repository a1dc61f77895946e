import type { Knex } from 'knex';
import { pagesOf } from '../db/pages.ts';
import type { Jobs } from './jobs.ts';
import type { JobRow, Plans } from './plans.ts';
import { takeAway } from './takeAway.ts';

/** What of a company is taken out, table by table, each in the order of its key; hashes of secrets and passwords are not. */
const exportedTables: readonly {
  readonly table: string;
  readonly columns: readonly string[];
  readonly of: 'company' | 'job';
  /** Tells rows of one company, or of one job, apart. */
  readonly key: string;
}[] = [
  {
    table: 'people',
    of: 'company',
    key: 'id',
    columns: ['id', 'name', 'sign_in', 'role', 'made_at', 'ended_at'],
  },
  {
    table: 'jobs',
    of: 'company',
    key: 'id',
    columns: ['id', 'name', 'revision', 'plan', 'details', 'changed_at', 'archived_at', 'put_away_at'],
  },
  {
    table: 'revisions',
    of: 'job',
    key: 'revision',
    columns: ['job', 'revision', 'change', 'name', 'client', 'made_by', 'patches', 'inverse', 'at'],
  },
  {
    table: 'marks',
    of: 'job',
    key: 'sequence',
    columns: [
      'sequence',
      'job',
      'id',
      'kind',
      'about',
      'done',
      'by',
      'stood',
      'device',
      'number',
      'made_at',
      'at',
    ],
  },
  {
    table: 'late_marks',
    of: 'job',
    key: 'sequence',
    columns: ['sequence', 'job', 'label', 'id', 'kind', 'about', 'done', 'by', 'stood', 'made_at', 'settled'],
  },
  {
    table: 'issues',
    of: 'job',
    key: 'sequence',
    columns: ['sequence', 'job', 'set_id', 'number', 'name', 'day', 'revision', 'asked', 'plan', 'by', 'at'],
  },
  {
    table: 'agreements',
    of: 'job',
    key: 'sequence',
    columns: [
      'sequence',
      'job',
      'number',
      'day',
      'signer',
      'reason',
      'taken',
      'cents',
      'revision',
      'plan',
      'page',
      'by',
      'at',
    ],
  },
  {
    table: 'given',
    of: 'job',
    key: 'id',
    columns: ['id', 'job', 'person', 'role', 'label', 'made_at', 'ended_at'],
  },
  {
    table: 'audit',
    of: 'company',
    key: 'sequence',
    columns: ['sequence', 'at', 'who', 'name', 'what', 'job', 'about'],
  },
];
/** Columns that hold JSON, given as such. */
const isJson: ReadonlySet<string> = new Set(['plan', 'details', 'patches', 'inverse', 'rules']);
const rowText = (row: Record<string, unknown>): string =>
  `{${Object.entries(row)
    .map(
      ([key, value]) => `${JSON.stringify(key)}:${isJson.has(key) ? String(value) : JSON.stringify(value)}`,
    )
    .join(',')}}`;

/** A company's data as a whole. */
export class Companies {
  constructor(
    private readonly db: Knex,
    private readonly plans: Plans,
    private readonly jobs: Jobs,
  ) {}

  /** All data of a company as one JSON document, a little at a time, so that nothing large is held and others are answered between. */
  async *exported(company: string): AsyncGenerator<string> {
    const { name } = (await this.db('companies').where({ id: company }).first('name')) as { name: string };
    const jobs = await this.db<JobRow>('jobs')
      .where({ company })
      .orderBy('id')
      .select('id', 'revision', 'plan_at');
    // The plans as they stand now, not as they were written last.
    for (const { id } of jobs.filter((job) => job.plan_at < job.revision))
      await this.plans.write(this.db, id).catch(() => undefined);
    yield `{"format":"fieldchalk.company","version":1,"name":${JSON.stringify(name)}`;
    const rules = await this.db('rule_books').where({ id: company }).first('rules');
    yield `,"rules":${(rules?.rules as string | undefined) ?? 'null'}`;
    const book = await this.db('price_books').where({ id: company }).first('prices', 'suppliers');
    yield `,"prices":${(book?.prices as string | undefined) ?? 'null'}`;
    yield `,"suppliers":${(book?.suppliers as string | undefined) ?? 'null'}`;
    const stock = await this.db('stock_books').where({ id: company }).first('stock');
    yield `,"stock":${(stock?.stock as string | undefined) ?? 'null'}`;
    for (const { table, columns, of, key } of exportedTables) {
      yield `,${JSON.stringify(table)}:[`;
      let isFirst = true;
      const within = of === 'company' ? [{ company }] : jobs.map(({ id }) => ({ job: id }));
      for (const where of within)
        for await (const rows of pagesOf(
          () =>
            this.db(table)
              .where(where)
              .select(...columns),
          [key],
        )) {
          yield `${isFirst ? '' : ','}\n${rows.map(rowText).join(',\n')}`;
          isFirst = false;
        }
      yield ']';
    }
    yield '}\n';
  }

  /** Takes a company away, as if it had never been there; what it leaves behind the next sweeps take. There is no way back but a copy. */
  async remove(company: string): Promise<void> {
    await this.db.transaction(async (tx) => {
      const given = tx('given').whereIn('job', tx('jobs').where({ company }).select('id'));
      const phones = (await given.clone().whereNotNull('device').select('device')) as { device: string }[];
      await given.delete();
      const left = tx('given').whereNotNull('device').select('device');
      await tx('devices')
        .whereIn(
          'id',
          phones.map((p) => p.device),
        )
        .whereNotIn('id', left)
        .delete();
      await this.jobs.letGo(tx, company);
      await tx('rule_books').where({ id: company }).delete();
      await tx('price_books').where({ id: company }).delete();
      await tx('stock_books').where({ id: company }).delete();
      await tx('companies').where({ id: company }).delete();
    });
  }

  /** Takes away for good what companies left behind that were removed. Cut off, it is gone on with the next time. */
  async sweep(): Promise<void> {
    await this.jobs.sweep();
    const removed = this.db('audit').whereNotIn('company', this.db('companies').select('id'));
    for (const { company } of (await removed.distinct('company')) as { company: string }[])
      await takeAway(this.db, 'audit', { company }, 'sequence');
  }
}
