import type { Knex } from 'knex';
import { type EditArgs, type EditName, makeEdit, type Patch, patched, type Plan } from '@fieldchalk/core';
import { changesAtOnce, type ChangeRequest, type StoredChange } from '@fieldchalk/contracts';
import { newId } from '../access/secrets.ts';
import { LongBody } from '../aside/aside.ts';
import type { ChangeJudged } from '../aside/asideWorker.ts';
import { judged, type Judgement } from '../aside/judgement.ts';
import { ApiError } from '../errors.ts';
import { detailsOf } from './jobs.ts';
import { type OpenPlan, type Plans, writtenEvery } from './plans.ts';

interface RevisionRow {
  job: string;
  revision: number;
  change: string;
  name: string;
  client: string;
  patches: string;
}

/** A change judged aside, and the plan it was judged on. */
interface JudgedAside {
  readonly on: Plan;
  readonly change: ChangeJudged;
}
type Request = ChangeRequest | JudgedAside;
const headOf = (request: Request) => ('on' in request ? request.change : request);

interface Waiting {
  /** The person who makes it. */
  readonly by: string;
  readonly request: Request;
  readonly taken: (change: StoredChange) => void;
  readonly refused: (error: unknown) => void;
}

/** A request judged: what is stored of it, or why it is not. */
type Verdict = { readonly stored: StoredChange } | { readonly error: unknown };

/** A job within a transaction, as far as the changes before have taken it. */
interface Standing {
  open: OpenPlan;
  readonly rows: (RevisionRow & { inverse: string; at: number; made_by: string })[];
  readonly known: Map<string, StoredChange>;
}

/** So many changes to a job at most share a transaction. */
const together = 64;

const storedOf = (row: RevisionRow): StoredChange => ({
  id: row.change,
  revision: row.revision,
  name: row.name,
  client: row.client,
  patches: JSON.parse(row.patches) as StoredChange['patches'],
});

const keyOf = (client: string, change: string) => `${client} ${change}`;

/** The plan went on while a change was judged aside: it is judged again. */
class PlanWentOn extends ApiError {
  constructor() {
    super('busy', 'Many write to this job just now. Send it again.');
  }
}
/** A change that fits: the plan as it makes it, and what is stored of it. */
interface Fits {
  readonly plan: Plan;
  readonly patches: StoredChange['patches'];
  readonly texts: { readonly patches: string; readonly inverse: string };
}

/** A change judged on the plan as it stands; one that was judged aside, on the plan it was judged on. */
function judgedOn(plan: Plan, request: Request): Omit<Judgement, 'done'> & { readonly done: Fits | null } {
  if ('on' in request) {
    if (request.on !== plan) throw new PlanWentOn();
    const { judgement, done: texts } = request.change;
    if (!texts || judgement.otherwise.length > 0) return { ...judgement, done: null };
    const patches = JSON.parse(texts.patches) as StoredChange['patches'];
    return { ...judgement, done: { plan: patched(plan, patches as Patch[]), patches, texts } };
  }
  const [patches, inverse] = [request.patches as Patch[], request.inverse as Patch[]];
  const { done, ...judgement } = judged(plan, { name: request.name, patches, inverse });
  const texts = done && { patches: JSON.stringify(patches), inverse: JSON.stringify(done.inverse) };
  return { ...judgement, done: done && texts && { plan: done.plan, patches: request.patches, texts } };
}
/** So often a long change is judged before others are let go first. */
const mostTries = 5;

/**
 * Changes to jobs. A change is taken only where the plan still stands as its maker saw it, wherever it writes; else it is answered with what is new.
 * Those that wait for one job are judged one after another in one transaction, and answered after the database has them.
 */
export class Changes {
  private readonly waiting = new Map<string, Waiting[]>();

  constructor(
    private readonly db: Knex,
    private readonly plans: Plans,
    private readonly now: () => number,
  ) {}

  /** Sent twice, a change is stored once: its id is known within the job and its window. A long one is read and judged aside. */
  async change(job: string, asked: ChangeRequest | LongBody, by = ''): Promise<StoredChange> {
    if (!(asked instanceof LongBody)) return this.inTurn(job, asked, by);
    for (let tries = 1; ; tries++) {
      const { plan } = await this.plans.open(this.db, job);
      const change = await this.plans.aside.change(asked, plan, by);
      try {
        return await this.inTurn(job, { on: plan, change }, by);
      } catch (error) {
        if (!(error instanceof PlanWentOn) || tries >= mostTries) throw error;
      }
    }
  }

  /** Makes a named edit here and stores it; null where it changes nothing. Throws what is wrong with it by its fields. */
  async make<N extends EditName>(
    job: string,
    name: N,
    args: EditArgs<N>,
    by: string,
  ): Promise<StoredChange | null> {
    const { revision, plan, lastChange } = await this.plans.open(this.db, job);
    const done = makeEdit(plan, name, args);
    if (!done.ok) throw new ApiError('bad-request', 'Some fields need another look.', done.problems);
    const { patches, inverse } = done.change;
    if (patches.length === 0) return null;
    const change = { id: newId(), base: revision, after: lastChange, name, client: 'server' };
    return this.inTurn(job, { ...change, patches: [...patches], inverse: [...inverse] } as ChangeRequest, by);
  }

  private inTurn(job: string, request: Request, by: string): Promise<StoredChange> {
    return new Promise((taken, refused) => {
      const one = { request, by, taken, refused };
      const queue = this.waiting.get(job);
      if (queue) return void queue.push(one);
      this.waiting.set(job, [one]);
      void this.work(job);
    });
  }

  /** Changes after a revision, oldest first: as many as are answered at once. */
  async since(job: string, since: number, after?: string): Promise<StoredChange[]> {
    const row = await this.plans.row(this.db, job);
    await this.expectHistory(this.db, job, row.revision, since, after);
    return this.after(this.db, job, since);
  }

  private async after(db: Knex, job: string, since: number): Promise<StoredChange[]> {
    const rows = await db<RevisionRow>('revisions')
      .where({ job })
      .andWhere('revision', '>', since)
      .orderBy('revision')
      .limit(changesAtOnce.count);
    let characters = 0;
    const end = rows.findIndex((r) => (characters += r.patches.length) > changesAtOnce.characters);
    return rows.slice(0, end < 0 ? undefined : Math.max(end, 1)).map(storedOf);
  }

  private async work(job: string): Promise<void> {
    for (;;) {
      // What has arrived with it goes with it.
      await new Promise((turn) => setImmediate(turn));
      const batch = (this.waiting.get(job) ?? []).splice(0, together);
      if (batch.length === 0) return void this.waiting.delete(job);
      try {
        await this.plans.ready(this.db, job);
        const verdicts = await this.db.transaction((tx) => this.judgeAll(tx, job, batch));
        batch.forEach(({ taken, refused }, i) => {
          const verdict = verdicts[i] as Verdict;
          if ('stored' in verdict) taken(verdict.stored);
          else refused(verdict.error);
        });
      } catch (error) {
        this.plans.forget(job);
        for (const { refused } of batch) refused(error);
      }
    }
  }

  private async judgeAll(tx: Knex.Transaction, job: string, batch: readonly Waiting[]): Promise<Verdict[]> {
    const open = await this.plans.open(tx, job, true);
    const ids = batch.map(({ request }) => headOf(request).id);
    const rows = await tx<RevisionRow>('revisions').where({ job }).whereIn('change', ids);
    const known = new Map(rows.map((r) => [keyOf(r.client, r.change), storedOf(r)]));
    const standing: Standing = { open, rows: [], known };
    const verdicts: Verdict[] = [];
    for (const { request, by } of batch) {
      try {
        verdicts.push({ stored: await this.judge(tx, job, standing, request, by) });
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        verdicts.push({ error });
      }
    }
    if (standing.rows.length > 0) await this.store(tx, job, standing);
    return verdicts;
  }

  private async judge(
    tx: Knex.Transaction,
    job: string,
    standing: Standing,
    request: Request,
    by: string,
  ): Promise<StoredChange> {
    const { open, known, rows } = standing;
    const { id, base, after, name, client } = headOf(request);
    const before = known.get(keyOf(client, id));
    if (before) return before;
    if (!rows.some((r) => r.revision === base))
      await this.expectHistory(tx, job, open.revision, base, after ?? undefined);
    const { otherwise, wrong, unsaid, done } = judgedOn(open.plan, request);
    if (otherwise.length > 0 || !done) {
      const problems = [...otherwise, ...wrong];
      if (base < open.revision) throw await this.conflict(tx, job, standing, base, problems);
      if (otherwise.length > 0)
        throw new ApiError('bad-request', 'The inverse does not say what stood there.', otherwise);
      throw new ApiError('bad-plan', 'The change was not taken; nothing was stored.', problems);
    }
    if (unsaid.length > 0)
      throw new ApiError(
        'bad-request',
        'The inverse must say what stood at every place the change writes.',
        unsaid,
      );
    const revision = open.revision + 1;
    const row = {
      job,
      revision,
      change: id,
      name,
      client,
      patches: done.texts.patches,
      inverse: done.texts.inverse,
      at: this.now(),
      made_by: by,
    };
    const stored = { id, revision, name, client, patches: done.patches };
    standing.rows.push(row);
    standing.known.set(keyOf(client, id), stored);
    standing.open = { ...open, revision, plan: done.plan, lastChange: id };
    return stored;
  }

  /** What is new since a revision, for the window to make its edit again on. */
  private async conflict(
    tx: Knex.Transaction,
    job: string,
    { open, rows }: Standing,
    base: number,
    problems: ApiError['problems'],
  ): Promise<ApiError> {
    const changes = [
      ...(await this.after(tx, job, base)),
      ...rows.filter((r) => r.revision > base).map(storedOf),
    ];
    const extra = { revision: open.revision, changes: changes.slice(0, changesAtOnce.count) };
    return new ApiError('conflict', 'Someone else changed the same thing first.', problems, extra);
  }

  /** That a window stands on this history: a data file put back, or another in its place, has another one. */
  private async expectHistory(
    db: Knex,
    job: string,
    revision: number,
    base: number,
    after: string | undefined,
  ): Promise<void> {
    const turned = () =>
      new ApiError(
        'history-turned',
        'The server’s data were put back to an earlier state: open the job anew.',
        [],
        {
          revision,
        },
      );
    if (base > revision) throw turned();
    if (after === undefined || base === 0) return;
    const row = await db<RevisionRow>('revisions').where({ job, revision: base }).first('change');
    if (row && row.change !== after) throw turned();
  }

  private async store(tx: Knex.Transaction, job: string, { open, rows }: Standing): Promise<void> {
    await tx.batchInsert('revisions', rows, 50);
    const { revision, plan, writtenAt } = open;
    const isDue = revision - writtenAt >= writtenEvery;
    const written = isDue ? { plan: JSON.stringify(plan), plan_at: revision } : {};
    await tx('jobs')
      .where({ id: job })
      .update({
        revision,
        name: plan.job.name,
        details: detailsOf(plan.job),
        changed_at: this.now(),
        ...written,
      });
    this.plans.keep(job, isDue ? { ...open, writtenAt: revision } : open);
  }
}
