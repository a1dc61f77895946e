import type { Knex } from 'knex';
import type { AuditEntry } from '@fieldchalk/contracts';
import type { Response } from 'express';
import { personOf } from './who.ts';

/** What is written down of an act: who, what, about which job, and in words what it was about. */
export interface Act {
  readonly company: string;
  readonly who: string;
  readonly name: string;
  readonly what: AuditEntry['what'];
  readonly job?: string | undefined;
  readonly about?: string;
}

interface AuditRow {
  sequence: number;
  at: number;
  name: string;
  what: AuditEntry['what'];
  job: string | null;
  about: string;
}

/** So many entries are answered at once. */
const atOnce = 200;

/** Who did what. It only grows: the database itself takes nothing of it back. */
export class Audit {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  async add({ company, who, name, what, job, about = '' }: Act, db: Knex = this.db): Promise<void> {
    await db('audit').insert({
      company,
      at: this.now(),
      who,
      name,
      what,
      job: job ?? null,
      about: about.slice(0, 500),
    });
  }

  /** Writes down what the person who asks has done. */
  async write(response: Response, what: Act['what'], about = '', job?: string): Promise<void> {
    const { company, id, name } = personOf(response);
    await this.add({ company, who: id, name, what, job, about });
  }

  /** Newest first, before an entry where one is given. */
  async list(company: string, before = Number.MAX_SAFE_INTEGER): Promise<AuditEntry[]> {
    const rows = await this.db<AuditRow & { company: string }>('audit')
      .where({ company })
      .andWhere('sequence', '<', Math.min(before, 2 ** 31 - 1))
      .orderBy('sequence', 'desc')
      .limit(atOnce);
    return rows.map(({ sequence, at, name, what, job, about }) => ({
      sequence,
      at: Number(at),
      name,
      what,
      job,
      about,
    }));
  }
}
