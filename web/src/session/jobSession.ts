import {
  applyChange,
  type Change,
  type EditArgs,
  type Edited,
  type EditName,
  type EditStep,
  frozen,
  makeEdit,
  makeEdits,
  nth,
  type Patch,
  patched,
  type Plan,
  type Problem,
} from '@fieldchalk/core';
import type { Measurement } from '../meter/fill.ts';
import type { Job, MarkRecord, StoredChange } from '@fieldchalk/contracts';
import { call, Refusal } from './api.ts';

interface Pending extends Change {
  readonly id: string;
}

/** What the session tells its listener: a new plan (with patches when they lead there from the last one), or news. */
export interface SessionNews {
  plan?: { plan: Plan; patches: readonly Patch[] | null };
  notice?: string;
  saving?: boolean;
  marks?: readonly MarkRecord[];
  shares?: true;
  measurement?: Measurement;
}

/**
 * A job open in one window. The plan shown is the server's plan with our own changes not yet acknowledged on top. Changes go out one at a
 * time, in order; those of others come in by events and ours are laid on top again. Unsent work survives a reload.
 */
export class JobSession {
  plan: Plan;
  private serverPlan: Plan;
  private revision: number;
  private pending: Pending[] = [];
  private undoable: Change[] = [];
  private redoable: Change[] = [];
  private sending = false;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private events: EventSource | null = null;
  private readonly client = crypto.randomUUID();

  constructor(
    readonly job: Job,
    private readonly tell: (news: SessionNews) => void,
  ) {
    this.plan = this.serverPlan = frozen(job.plan);
    this.revision = job.revision;
    this.pending = this.adoptUnsent();
    if (this.pending.length > 0) this.rebase();
  }

  /** Work that a window closed or reloaded before could not send. Sending it from two windows is harmless: changes have ids. */
  private adoptUnsent(): Pending[] {
    const keys = Object.keys(localStorage).filter((key) =>
      key.startsWith(`fieldchalk.unsent.${this.job.id}.`),
    );
    return keys.flatMap((key) => {
      const unsent = JSON.parse(localStorage.getItem(key) ?? '[]') as Pending[];
      localStorage.removeItem(key);
      return unsent;
    });
  }

  static async open(id: string, tell: (news: SessionNews) => void): Promise<JobSession> {
    return new JobSession(await call<Job>('GET', `/jobs/${id}`), tell);
  }

  start(): void {
    this.events = new EventSource(`/api/jobs/${this.job.id}/events`);
    this.events.addEventListener('change', (e) => this.receive([JSON.parse(e.data) as StoredChange]));
    this.events.addEventListener('marks', (e) => this.tell({ marks: JSON.parse(e.data) as MarkRecord[] }));
    this.events.addEventListener('measurement', (e) =>
      this.tell({ measurement: JSON.parse(e.data) as Measurement }),
    );
    this.events.addEventListener('shares', () => this.tell({ shares: true }));
    this.events.addEventListener('open', () => void this.catchUp());
    this.tell({ plan: { plan: this.plan, patches: null } });
    void this.send();
  }

  close(): void {
    this.events?.close();
    if (this.retry) clearTimeout(this.retry);
  }

  get canUndo(): boolean {
    return this.undoable.length > 0;
  }
  get canRedo(): boolean {
    return this.redoable.length > 0;
  }

  /** Makes a named edit. Problems come back and nothing changes; an edit that changes nothing leaves no step. */
  edit<N extends EditName>(name: N, args: EditArgs<N>): readonly Problem[] {
    return this.accept(makeEdit(this.plan, name, args));
  }

  /** Several edits as one change: one gesture is one undo step. */
  editAll(name: string, steps: readonly EditStep[]): readonly Problem[] {
    return this.accept(makeEdits(this.plan, name, steps));
  }

  /** Takes an edit worked out elsewhere, as patches to the plan as it was then. */
  replay(name: string, patches: readonly Patch[]): readonly Problem[] {
    return this.accept(applyChange(this.plan, patches, name));
  }

  private accept(done: Edited): readonly Problem[] {
    if (!done.ok) return done.problems;
    if (done.change.patches.length === 0) return [];
    this.undoable.push(done.change);
    this.redoable = [];
    this.take(done.plan, done.change);
    return [];
  }

  undo(): void {
    this.step(this.undoable, this.redoable, 'undo');
  }
  redo(): void {
    this.step(this.redoable, this.undoable, 'redo');
  }

  private step(from: Change[], to: Change[], word: string): void {
    const change = from.pop();
    if (!change) return;
    const done = applyChange(this.plan, change.inverse, `${word} ${change.name}`.slice(0, 80));
    if (!done.ok)
      return this.tell({
        notice: `Cannot ${word} “${change.name}”: someone has changed the same thing since.`,
      });
    to.push({ ...done.change, name: change.name });
    this.take(done.plan, done.change);
  }

  private take(plan: Plan, change: Change): void {
    this.plan = plan;
    this.pending.push({ ...change, id: crypto.randomUUID() });
    this.keep();
    this.tell({ plan: { plan, patches: change.patches } });
    void this.send();
  }

  private get storageKey(): string {
    return `fieldchalk.unsent.${this.job.id}.${this.client}`;
  }

  private keep(): void {
    if (this.pending.length > 0) localStorage.setItem(this.storageKey, JSON.stringify(this.pending));
    else localStorage.removeItem(this.storageKey);
  }

  /** Sends what is pending, one change at a time; never two requests at once, whatever the server answers. */
  private async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    this.tell({ saving: this.pending.length > 0 });
    try {
      while (this.pending.length > 0) await this.sendNext();
      this.tell({ saving: false });
    } catch (error) {
      this.tell({ notice: error instanceof Refusal ? error.message : String(error) });
      this.retry = setTimeout(() => void this.send(), 2000);
    } finally {
      this.sending = false;
    }
  }

  private async sendNext(): Promise<void> {
    const { id, name, patches, inverse } = nth(this.pending, 0);
    const body = { id, base: this.revision, name, client: this.client, patches, inverse };
    try {
      this.receive([await call<StoredChange>('POST', `/jobs/${this.job.id}/changes`, body)]);
      if (this.pending[0]?.id === id) await this.catchUp();
    } catch (error) {
      if (!(error instanceof Refusal) || (error.status !== 409 && error.status !== 422)) throw error;
      this.drop(error);
    }
  }

  /** Drops the change the server would not take, and lays the rest on what is new. */
  private drop(refusal: Refusal): void {
    const dropped = this.pending.shift();
    this.receive((refusal.body['changes'] ?? []) as StoredChange[]);
    this.rebase();
    this.tell({
      plan: { plan: this.plan, patches: null },
      notice: `“${dropped?.name}” was not kept: ${refusal.message}`,
    });
  }

  private async catchUp(): Promise<void> {
    try {
      this.receive(await call<StoredChange[]>('GET', `/jobs/${this.job.id}/changes?since=${this.revision}`));
    } catch {
      this.tell({ notice: 'Others’ changes cannot be fetched just now.' });
    }
  }

  private receive(changes: readonly StoredChange[]): void {
    const fresh = changes.filter((c) => c.revision > this.revision).sort((a, b) => a.revision - b.revision);
    const others: Patch[] = [];
    let own = false;
    for (const change of fresh) {
      if (change.revision !== this.revision + 1) {
        void this.catchUp();
        break;
      }
      this.serverPlan = patched(this.serverPlan, change.patches);
      this.revision = change.revision;
      if (this.pending[0]?.id === change.id) {
        this.pending.shift();
        own = true;
      } else others.push(...change.patches);
    }
    this.keep();
    if (others.length > 0) this.layOn(others, own);
  }

  /**
   * Lays others' changes under our own. Where none of our own is under way, or came back among them, their patches lead from the plan shown
   * to the new one, and what they leave alone stays the same.
   */
  private layOn(others: readonly Patch[], amongOurs: boolean): void {
    const patches = this.pending.length === 0 && !amongOurs ? others : null;
    if (patches) this.plan = patched(this.plan, patches);
    else this.rebase();
    this.tell({ plan: { plan: this.plan, patches } });
  }

  private rebase(): void {
    this.plan = this.serverPlan;
    this.pending = this.pending.filter((p) => {
      const done = applyChange(this.plan, p.patches, p.name);
      if (done.ok) this.plan = done.plan;
      else this.tell({ notice: `“${p.name}” no longer fits what others did, and was dropped.` });
      return done.ok;
    });
    this.keep();
  }
}
