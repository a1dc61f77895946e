import { randomBytes } from 'node:crypto';
import type { Knex } from 'knex';
import type { LateMark, MarkKind, MarkRecord, NewMarks, Share } from '@fieldchalk/contracts';
import { ApiError } from '../errors.ts';

interface ShareRow {
  token: string;
  job: string;
  label: string;
  made_at: number;
  revoked_at: number | null;
}
interface MarkRow {
  sequence: number;
  id: string;
  job: string;
  kind: MarkKind;
  about: string;
  done: number | boolean;
  by: string;
  at: number;
  device: string;
  number: number;
  made_at: number;
}
interface LateRow extends MarkRow {
  label: string;
  settled: boolean;
}
type Sent = NewMarks['marks'];

/** A link as it stands: the job it is for, and whether it still opens it. */
export interface ShareStanding {
  readonly job: string;
  readonly label: string;
  readonly isOpen: boolean;
}

/** So many ticks that came after their link was withdrawn are kept for a job. */
const mostLate = 2000;

const markOf = (r: MarkRow): MarkRecord => ({
  sequence: r.sequence,
  id: r.id,
  kind: r.kind,
  about: r.about,
  done: Boolean(r.done),
  by: r.by,
  at: Number(r.at),
  device: r.device,
  number: r.number,
  madeAt: Number(r.made_at),
});

/** Share links and what the crew ticks. Marks are only ever added; which of those about a thing stands, their makers’ numbers say. */
export class Crew {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  async makeShare(job: string, label: string): Promise<Share> {
    const token = randomBytes(18).toString('base64url');
    const madeAt = this.now();
    await this.db('shares').insert({ token, job, label, made_at: madeAt, revoked_at: null });
    return { token, label, madeAt };
  }

  async shares(job: string): Promise<Share[]> {
    const rows = await this.db<ShareRow>('shares').where({ job, revoked_at: null }).orderBy('made_at');
    return rows.map((r) => ({ token: r.token, label: r.label, madeAt: Number(r.made_at) }));
  }

  async revoke(job: string, token: string): Promise<void> {
    const done = await this.db('shares')
      .where({ job, token, revoked_at: null })
      .update({ revoked_at: this.now() });
    if (done === 0) throw new ApiError('not-found', 'There is no such link.');
  }

  /** A link, open or withdrawn; an unknown one says so. */
  async share(token: string): Promise<ShareStanding> {
    const row = await this.db<ShareRow>('shares').where({ token }).first();
    if (!row) throw new ApiError('not-found', 'This link is not known. Ask the lead for a new one.');
    return { job: row.job, label: row.label, isOpen: row.revoked_at === null };
  }

  /** The job a link opens; a withdrawn link and an unknown one say so. */
  async jobOf(token: string): Promise<string> {
    const { job, isOpen } = await this.share(token);
    if (!isOpen) throw new ApiError('share-ended', 'The lead has withdrawn this link. Ask for a new one.');
    return job;
  }

  async marks(job: string): Promise<MarkRecord[]> {
    return (await this.db<MarkRow>('marks').where({ job }).orderBy('sequence')).map(markOf);
  }

  /** Adds marks; one sent before, by its device and id, is left as it is. Answers with all of them, and with those that are new. */
  async add(
    job: string,
    device: string,
    marks: Sent,
  ): Promise<{ stored: MarkRecord[]; fresh: MarkRecord[] }> {
    return this.db.transaction(async (tx) => this.addIn(tx, job, device, marks));
  }

  private async addIn(tx: Knex, job: string, device: string, marks: Sent) {
    const ids = marks.map((m) => m.id);
    const stored = () =>
      tx<MarkRow>('marks')
        .where({ job, device })
        .whereIn('id', ids)
        .orderBy('sequence')
        .then((rows) => rows.map(markOf));
    const known = new Set((await stored()).map((m) => m.id));
    const rows = this.rowsOf(
      job,
      device,
      marks.filter((m) => !known.has(m.id)),
    );
    if (rows.length > 0) await tx('marks').insert(rows).onConflict(['job', 'device', 'id']).ignore();
    const all = await stored();
    return { stored: all, fresh: all.filter((m) => !known.has(m.id)) };
  }

  /** Ticks made on a link that was withdrawn meanwhile wait for the lead. */
  async addLate({ job, label }: ShareStanding, device: string, marks: Sent): Promise<void> {
    const [{ n = 0 } = {}] = await this.db('late_marks').where({ job, settled: false }).count({ n: '*' });
    if (Number(n) + marks.length > mostLate)
      throw new ApiError(
        'share-ended',
        'The lead has withdrawn this link, and as many ticks wait as are kept.',
      );
    const rows = this.rowsOf(job, device, marks).map((row) => ({ ...row, label }));
    await this.db('late_marks').insert(rows).onConflict(['job', 'device', 'id']).ignore();
  }

  async lateMarks(job: string): Promise<LateMark[]> {
    const rows = await this.db<LateRow>('late_marks').where({ job, settled: false }).orderBy('sequence');
    return rows.map((r) => ({ ...markOf(r), label: r.label }));
  }

  /** Takes late ticks among the others, or lets them go; answers with those that are new. */
  async settleLate(job: string, take: readonly number[], drop: readonly number[]): Promise<MarkRecord[]> {
    return this.db.transaction(async (tx) => {
      const waiting = () => tx<LateRow>('late_marks').where({ job, settled: false });
      const fresh: MarkRecord[] = [];
      for (const row of await waiting().whereIn('sequence', [...take])) {
        const { madeAt, ...mark } = markOf(row);
        const { sequence: _, at: __, device, ...sent } = { ...mark, madeAt };
        fresh.push(...(await this.addIn(tx, job, device, [sent])).fresh);
      }
      await waiting()
        .whereIn('sequence', [...take, ...drop])
        .update({ settled: true });
      return fresh;
    });
  }

  private rowsOf(job: string, device: string, marks: Sent) {
    const at = this.now();
    return marks.map(({ madeAt, ...m }) => ({ ...m, made_at: madeAt, job, device, at }));
  }
}
