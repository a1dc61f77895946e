import type { Knex } from 'knex';
import type { Plans } from './plans.ts';

/** What of a company is taken out, table by table; hashes of secrets and passwords are not. */
const exportedTables: readonly {
  readonly table: string;
  readonly columns: readonly string[];
  readonly of: 'company' | 'job';
}[] = [
  { table: 'people', of: 'company', columns: ['id', 'name', 'sign_in', 'role', 'made_at', 'ended_at'] },
  { table: 'jobs', of: 'company', columns: ['id', 'name', 'revision', 'plan', 'changed_at', 'put_away_at'] },
  {
    table: 'revisions',
    of: 'job',
    columns: ['job', 'revision', 'change', 'name', 'client', 'made_by', 'patches', 'inverse', 'at'],
  },
  {
    table: 'marks',
    of: 'job',
    columns: ['sequence', 'job', 'id', 'kind', 'about', 'done', 'by', 'device', 'number', 'made_at', 'at'],
  },
  {
    table: 'late_marks',
    of: 'job',
    columns: ['sequence', 'job', 'label', 'id', 'kind', 'about', 'done', 'by', 'made_at', 'settled'],
  },
  { table: 'given', of: 'job', columns: ['id', 'job', 'person', 'role', 'label', 'made_at', 'ended_at'] },
  { table: 'audit', of: 'company', columns: ['sequence', 'at', 'who', 'name', 'what', 'job', 'about'] },
];
/** Columns that hold JSON, given as such. */
const isJson: ReadonlySet<string> = new Set(['plan', 'patches', 'inverse', 'rules']);
/** So many rows are held at once. */
const atOnce = 200;

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
  ) {}

  /** All data of a company as one JSON document, part by part, so that nothing large is held. */
  async *exported(company: string): AsyncGenerator<string> {
    const { name } = (await this.db('companies').where({ id: company }).first('name')) as { name: string };
    // The plans as they stand now, not as they were written last.
    for (const { id } of (await this.db('jobs').where({ company }).select('id')) as { id: string }[])
      await this.plans.write(this.db, id).catch(() => undefined);
    yield `{"format":"fieldchalk.company","version":1,"name":${JSON.stringify(name)}`;
    const rules = await this.db('rule_books').where({ id: company }).first('rules');
    yield `,"rules":${(rules?.rules as string | undefined) ?? 'null'}`;
    for (const { table, columns, of } of exportedTables) {
      yield `,${JSON.stringify(table)}:[`;
      let isFirst = true;
      for (let offset = 0; ; offset += atOnce) {
        const rows = (await this.rowsOf(table, of, company)
          .select(...columns.map((c) => `${table}.${c}`))
          .orderBy(columns.slice(0, 3).map((c) => `${table}.${c}`))
          .offset(offset)
          .limit(atOnce)) as Record<string, unknown>[];
        for (const row of rows) {
          yield `${isFirst ? '' : ','}\n${rowText(row)}`;
          isFirst = false;
        }
        if (rows.length < atOnce) break;
      }
      yield ']';
    }
    yield '}\n';
  }

  private rowsOf(table: string, of: 'company' | 'job', company: string): Knex.QueryBuilder {
    if (of === 'company') return this.db(table).where({ company });
    return this.db(table).join('jobs', 'jobs.id', `${table}.job`).where({ company });
  }

  /** Takes a company away with all that is its own. There is no way back but a copy. */
  async remove(company: string): Promise<void> {
    const jobs = (await this.db('jobs').where({ company }).select('id')) as { id: string }[];
    await this.db.transaction(async (tx) => {
      const devices = tx('given')
        .join('jobs', 'jobs.id', 'given.job')
        .where({ company })
        .whereNotNull('device')
        .select('device');
      const phones = (await devices) as { device: string }[];
      await tx('jobs').where({ company }).delete();
      const left = tx('given').whereNotNull('device').select('device');
      await tx('devices')
        .whereIn(
          'id',
          phones.map((p) => p.device),
        )
        .whereNotIn('id', left)
        .delete();
      await tx('rule_books').where({ id: company }).delete();
      await tx('companies').where({ id: company }).delete();
      await tx('audit').where({ company }).delete();
    });
    for (const { id } of jobs) this.plans.forget(id);
  }
}
