import type { Knex } from 'knex';
import { evidenceOf } from '@fieldchalk/core';
import type { CompanyEvidence } from '@fieldchalk/contracts';
import type { Plans } from './plans.ts';

/** Jobs are looked through so many back, the last changed first. */
const mostJobs = 300;

/** What a company’s jobs really took, as their windows told it. */
export class EvidenceBook {
  constructor(
    private readonly db: Knex,
    private readonly plans: Plans,
  ) {}

  /** Of all jobs that tell something, the last changed first; one that cannot be read tells nothing. */
  async of(company: string): Promise<CompanyEvidence> {
    const last = (await this.db('jobs')
      .where({ company })
      .whereNull('put_away_at')
      .orderBy('changed_at', 'desc')
      .limit(mostJobs)
      .select('id')) as { id: string }[];
    const ids = last.map(({ id }) => id);
    const told = this.db('jobs')
      .whereIn('id', ids)
      .andWhere((q) =>
        q
          .where('plan', 'like', '%"actuals":{"%')
          .orWhereIn(
            'id',
            this.db('revisions').whereIn('job', ids).andWhere('patches', 'like', '%"actuals"%').select('job'),
          ),
      );
    const evidence: CompanyEvidence = [];
    for (const { id } of (await told.orderBy('changed_at', 'desc').select('id')) as { id: string }[]) {
      const open = await this.plans.open(this.db, id).catch(() => null);
      if (open) evidence.push(...evidenceOf(open.plan).map((e) => ({ ...e, job: id })));
    }
    return evidence;
  }
}
