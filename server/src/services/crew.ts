import { setImmediate as othersFirst } from 'node:timers/promises';
import type { Knex } from 'knex';
import type { LateMark, MarkKind, MarkRecord, NewMarks } from '@fieldchalk/contracts';
import { pagesOf } from '../db/pages.ts';
import { ApiError } from '../errors.ts';

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
  stood: string;
  made_at: number;
}
interface LateRow extends MarkRow {
  label: string;
  settled: boolean;
}
type Sent = NewMarks['marks'];

/** So many ticks that came after their link was withdrawn are kept for a job. */
const mostLate = 2000;
/** So many of them are taken before others have their turn. */
const lateAtOnce = 100;

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
  stood: r.stood,
  madeAt: Number(r.made_at),
});

/** A tick as its maker sent it. */
function sentOf(row: MarkRow): Sent[number] {
  const { id, kind, about, done, by, stood, number, madeAt } = markOf(row);
  return { id, kind, about, done, by, stood, number, madeAt };
}

/** What the crew ticks. Marks are only ever added; which of those about a thing stands, their makers’ numbers say. */
export class Crew {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  /** All ticks of a job, in the order they came. They are read page by page. */
  async marks(job: string): Promise<MarkRecord[]> {
    const all: MarkRecord[] = [];
    for await (const rows of pagesOf<MarkRow>(() => this.db('marks').where({ job }), ['sequence']))
      all.push(...rows.map(markOf));
    return all;
  }

  /** The ticks that may stand: of those about one thing, the ones with the highest number. See `newerMark`. */
  async standing(job: string): Promise<MarkRecord[]> {
    const highest = this.db('marks').where({ job }).groupBy('kind', 'about').select('kind', 'about');
    const rows = await this.db('marks as m')
      .join(highest.max('number as number').as('highest'), (on) => {
        for (const column of ['kind', 'about', 'number']) on.on(`m.${column}`, `highest.${column}`);
      })
      .where('m.job', job)
      .orderBy('m.sequence')
      .select('m.*');
    return (rows as MarkRow[]).map(markOf);
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

  /** Ticks made before the job was taken back from their maker wait for the lead. */
  async addLate(job: string, label: string, device: string, marks: Sent): Promise<void> {
    const [{ n = 0 } = {}] = await this.db('late_marks').where({ job, settled: false }).count({ n: '*' });
    if (Number(n) + marks.length > mostLate)
      throw new ApiError(
        'share-ended',
        'The lead has taken this job back, and as many ticks wait as are kept.',
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
      const taken = (await waiting().whereIn('sequence', [...take])) as LateRow[];
      for (const device of new Set(taken.map((row) => row.device))) {
        const own = taken.filter((row) => row.device === device).map(sentOf);
        for (let from = 0; from < own.length; from += lateAtOnce) {
          fresh.push(...(await this.addIn(tx, job, device, own.slice(from, from + lateAtOnce))).fresh);
          await othersFirst();
        }
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
