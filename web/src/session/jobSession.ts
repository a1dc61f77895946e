import { nanoid } from 'nanoid';
import {
  type EditArgs,
  type Edited,
  type EditName,
  editStep,
  type EditStep,
  editWords,
  frozen,
  type Patch,
  patched,
  type Plan,
  type Problem,
  seenOtherwise,
  withoutSpent,
} from '@fieldchalk/core';
import type { Measurement } from '../meter/fill.ts';
import type { Job, MarkRecord, StoredChange } from '@fieldchalk/contracts';
import { keepSteps, stepsKept } from '../kept/stepsKept.ts';
import { Unsent } from '../kept/unsent.ts';
import { Acknowledged, changesBetween } from './acknowledged.ts';
import { call, Refusal } from './api.ts';
import { changing, loadChanging } from './changing.ts';
import { jobEvents } from './jobEvents.ts';
import type { LiveStream } from './liveStream.ts';
import { type Elsewhere, laidAll, type Pending, problemWords } from './pendingChange.ts';
import { endedWords, refusalWords } from './refusalWords.ts';
import type { Renames } from './renamings.ts';
import { type SetAside, SetAsides } from './setAsides.ts';
import { UndoStack } from './undoStack.ts';

/** Whether the server has all that was done here; where not, whether this browser keeps it until then. */
export type Saving = 'saved' | 'sending' | 'waiting' | 'not kept';

/** What the session tells its listener: a new plan (with patches when they lead there from the last one), or news. */
export interface SessionNews {
  plan?: { plan: Plan; patches: readonly Patch[] | null };
  notice?: string;
  /** A notice that no longer holds. */
  over?: string;
  /** What became of our own work on that of others; to be read, whatever is told next. */
  said?: readonly string[];
  saving?: Saving;
  aside?: readonly SetAside[];
  /** Ids that new things have now, as another had given theirs. */
  renames?: Renames;
  /** A named edit that must be worked out again, as the plan it stood on has gone on; the change it was is set aside until then. */
  again?: { readonly id: string; readonly step: EditStep };
  marks?: readonly MarkRecord[];
  /** Who the job is given to has changed. */
  phones?: true;
  late?: true;
  /** Why the job opens here no more. */
  ended?: string;
  /** The server is heard again: what was told meanwhile was missed. */
  inTouch?: true;
  measurement?: Measurement;
}

/** Edits that the worker works out. */
export interface JobSessionOptions {
  readonly elsewhere: Elsewhere;
  /** The id of who is signed in; empty where nobody is known to be. */
  readonly person?: string;
  /** Whether the crew may have seen what is taken back: then its ids do not come back. */
  readonly isGiven: () => boolean;
}

const notGiven: JobSessionOptions = { elsewhere: new Set(), isGiven: () => false };

/** Between one attempt to reach the server and the next, in milliseconds: longer each time. */
const [firstWait, longestWait] = [2000, 30_000];

/**
 * A job open in one window. The plan shown is the server's plan with our own changes not yet acknowledged on top. Changes go out one at a
 * time, in order, each with what it saw; those of others come in by events and ours are laid on top again, or made again where others changed the
 * same. What the server will not have is set aside and stops nothing. Unsent work survives a reload.
 */
export class JobSession {
  plan: Plan;
  private serverPlan: Plan;
  private revision: number;
  private lastChange: string | null;
  private pending: Pending[] = [];
  private readonly acknowledged = new Acknowledged();
  private readonly asides = new SetAsides((aside) => this.tell({ aside }));
  private readonly steps = new UndoStack();
  private sending = false;
  /** The job being opened anew. */
  private turning: Promise<void> | null = null;
  private wait = firstWait;
  /** What kept the last changes from being sent; empty where nothing does. */
  private trouble = '';
  private isKept = true;
  private isClosed = false;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private readonly events: LiveStream;
  private readonly client = nanoid();
  private readonly unsent: Unsent;

  private constructor(
    readonly job: Job,
    private readonly told: (news: SessionNews) => void,
    private readonly options: JobSessionOptions,
  ) {
    this.plan = this.serverPlan = frozen(job.plan);
    this.revision = job.revision;
    this.lastChange = job.lastChange;
    const kept = stepsKept(job.id, options.person ?? '');
    if (kept) this.steps.takeUp(kept);
    this.unsent = new Unsent(job.id, this.client, options.person);
    this.events = jobEvents(job.id, {
      change: (change) => this.receive([change]),
      news: (news) => this.tell(news),
      opened: () => {
        this.tell({ inTouch: true });
        void this.catchUp();
      },
      // Why it is refused the next answer says.
      refused: () => void this.catchUp(),
    });
  }

  /** Opens a job, with what a window closed before could not send. */
  static async open(
    id: string,
    tell: (news: SessionNews) => void,
    options: JobSessionOptions = notGiven,
  ): Promise<JobSession> {
    const session = new JobSession(await call<Job>('GET', `/jobs/${id}`), tell, options);
    try {
      await session.adopt();
      return session;
    } catch (error) {
      // What it has taken up is there for the next.
      session.close();
      throw error;
    }
  }

  /** Takes up what windows that are gone left, but for what the server has after all: its answer was lost with them. */
  private async adopt(): Promise<void> {
    const unsent = await this.unsent.adopt();
    const since = Math.min(...unsent.map(({ at }) => at ?? this.revision));
    const there = await changesBetween(this.job.id, since, this.revision).catch((error: unknown) => {
      // Of another history it has none.
      if (error instanceof Refusal && error.isFinal) return [];
      throw error;
    });
    const isThere = ({ id, client }: Pending) => there.some((c) => c.id === id && c.client === client);
    const left = unsent.filter(({ change }) => !isThere(change));
    this.pending = left.flatMap(({ change, aside }) => (aside === null ? [change] : []));
    this.asides.list = left.flatMap(({ change, aside }) => (aside === null ? [] : [{ change, says: aside }]));
    if (this.pending.length > 0) await loadChanging();
  }

  /** Of one that is closed nothing is heard any more: another job may be open in its place. */
  private tell(news: SessionNews): void {
    if (!this.isClosed) this.told(news);
  }

  start(): void {
    this.events.follow();
    this.rebase();
    this.tell({ plan: { plan: this.plan, patches: null }, aside: this.asides.list });
    void this.send();
  }

  /** Somebody has signed in again: what waited goes on at once. */
  resume(): void {
    this.events.follow();
    void this.send();
  }

  /** Keeps what can be taken back for when the page is loaded again. */
  keepSteps(): void {
    keepSteps(this.job.id, this.options.person ?? '', this.steps);
  }

  close(): void {
    if (!this.isClosed) this.keepSteps();
    this.isClosed = true;
    this.events.close();
    this.unsent.close();
    if (this.retry) clearTimeout(this.retry);
  }

  get canUndo(): boolean {
    return this.steps.canUndo;
  }
  get canRedo(): boolean {
    return this.steps.canRedo;
  }

  /** Makes a named edit, as all changes do once `loadChanging` is done. Problems come back and nothing changes; an edit that changes nothing leaves no step. */
  edit<N extends EditName>(name: N, args: EditArgs<N>): readonly Problem[] {
    return this.accept(changing().makeEdit(this.plan, name, args), [editStep(name, args)]);
  }

  /** Several edits as one change: one gesture is one undo step. */
  editAll(name: string, steps: readonly EditStep[]): readonly Problem[] {
    return this.accept(changing().makeEdits(this.plan, name, steps), steps);
  }

  /** Takes a named edit worked out elsewhere, as patches to the plan as it was then. */
  replay(step: EditStep, patches: readonly Patch[]): readonly Problem[] {
    return this.accept(changing().applyChange(this.plan, patches, step.name, { counts: true }), [step]);
  }

  private accept(done: Edited, steps: readonly EditStep[]): readonly Problem[] {
    if (!done.ok) return done.problems;
    if (done.change.patches.length === 0) return [];
    const id = nanoid();
    this.steps.did(id, done.change);
    this.take(done.plan, { ...done.change, id, client: this.client, steps, undoes: null });
    return [];
  }

  undo(): void {
    this.step('undo');
  }
  redo(): void {
    this.step('redo');
  }

  private step(word: 'undo' | 'redo'): void {
    const last = this.steps.take(word);
    if (!last) return;
    const { step, change } = last;
    const words = `${word} ${step.name}`.slice(0, 80);
    const done = changing().applyChange(this.plan, withoutSpent(change.inverse), words, {
      spends: this.options.isGiven(),
    });
    // What the change wrote is what its inverse must find.
    if (!done.ok || seenOtherwise(this.plan, withoutSpent(change.patches)).length > 0)
      return this.tell({
        notice: `Cannot ${word} “${editWords(step.name)}”: someone has changed the same thing since.`,
      });
    const id = nanoid();
    this.steps.took(word, step, { id, change: done.change });
    this.take(done.plan, { ...done.change, id, client: this.client, steps: [], undoes: step.id });
  }

  /** The last steps that can be taken back, with what they changed, the last one last. */
  last = (count: number) => this.steps.last(count);
  /** A step can be neither taken back nor made again. */
  forget = (id: string): void => this.steps.drop(id);

  private take(plan: Plan, change: Pending): void {
    this.plan = plan;
    this.pending.push(change);
    this.keep();
    this.tell({ plan: { plan, patches: change.patches } });
    void this.send();
  }

  private keep(): void {
    // Closed, what it had is another window's to keep.
    if (this.isClosed) return;
    const at = this.revision;
    const waiting = this.pending.map((change) => ({ change, aside: null, at }));
    const aside = this.asides.list.map(({ change, says }) => ({ change, aside: says, at }));
    void this.unsent.keep([...aside, ...waiting]).then((isKept) => {
      if (isKept === this.isKept) return;
      this.isKept = isKept;
      if (!isKept)
        this.tell({
          saving: 'not kept',
          notice: 'This browser has no room to keep what is not sent yet. Leave the window open.',
        });
    });
  }

  /** Sends what is pending, one change at a time; never two requests at once, whatever the server answers. */
  private async send(): Promise<void> {
    if (this.sending || this.isClosed) return;
    if (this.retry) clearTimeout(this.retry);
    this.sending = true;
    if (this.pending.length > 0) this.tell({ saving: this.isKept ? 'sending' : 'not kept' });
    try {
      for (let next = this.pending[0]; next && !this.isClosed; next = this.pending[0])
        await this.sendNext(next);
      this.wait = firstWait;
      this.tell({ saving: 'saved', over: this.trouble });
      this.trouble = '';
    } catch (error) {
      this.trouble = error instanceof Refusal ? error.message : String(error);
      this.tell({ saving: this.isKept ? 'waiting' : 'not kept', notice: this.trouble });
      this.retry = setTimeout(() => void this.send(), this.wait);
      this.wait = Math.min(this.wait * 2, longestWait);
    } finally {
      this.sending = false;
    }
  }

  private async sendNext({ id, client, name, patches, inverse }: Pending): Promise<void> {
    const stood = { base: this.revision, after: this.lastChange };
    const body = { id, ...stood, name, client, patches, inverse };
    try {
      const stored = await call<StoredChange>('POST', `/jobs/${this.job.id}/changes`, body);
      // Closed meanwhile, what was sent is known by its id to whoever adopts it.
      if (this.isClosed) return;
      this.receive([stored]);
      if (stored.revision > this.revision) await this.catchUp();
      if (stored.revision > this.revision)
        throw new Refusal(0, 'Others’ changes cannot be fetched just now.');
      this.acknowledge(id, stored.revision);
    } catch (error) {
      if (!(error instanceof Refusal) || !error.isFinal) throw error;
      // What becomes of it is said by the window that takes it up.
      if (this.isClosed) return;
      if (error.body['code'] === 'history-turned') await this.turnBack(stood.after);
      else if (error.status === 409) await this.makeAgain(id, stood.base, error);
      else this.setAside(id, refusalWords(error, this.plan));
    }
  }

  /** The server has had a change all along: it is in its plan already, and laid on it no more. */
  private acknowledge(id: string, revision: number): void {
    const change = this.pending.find((p) => p.id === id);
    if (!change) return;
    this.pending = this.pending.filter((p) => p.id !== id);
    this.acknowledged.remember(change, revision);
    this.rebase();
    this.show();
  }

  /** Someone else changed the same first: what is new comes in, and ours is laid or made again on it. One that is refused and nothing is new is set aside. */
  private async makeAgain(id: string, base: number, refusal: Refusal): Promise<void> {
    this.receive((refusal.body['changes'] ?? []) as StoredChange[]);
    if (this.revision === base) await this.catchUp();
    // What is new may have been heard before the refusal: then ours is made again already.
    if (this.revision === base) this.setAside(id, refusalWords(refusal, this.plan));
  }

  private setAside(id: string, says: string): void {
    const change = this.pending.find((p) => p.id === id);
    if (!change) return;
    this.rebase([{ change, says }]);
    this.show();
  }

  /** Makes a change that was set aside again, on the plan as it is; what is wrong with it now is said, and it stays. */
  takeUp(id: string): void {
    const change = this.asides.find(id)?.change;
    if (!change) return;
    const { name, steps, patches } = change;
    const step = steps.find((s) => this.options.elsewhere.has(s.name));
    if (step) return this.tell({ again: { id, step } });
    const again =
      steps.length > 0
        ? changing().makeEdits(this.plan, name, steps)
        : changing().applyChange(this.plan, patches, name);
    const problems = this.accept(again, steps);
    if (problems.length > 0) this.asides.say(id, problemWords(problems, this.plan));
    else this.letGo(id);
  }

  /** Lets a change go that was set aside. */
  letGo(id: string): void {
    this.asides.letGo(id);
    this.keep();
  }

  /** The server's data were put back to before the change that was asked after. Where two requests learn it, the job is opened anew once; one that learns it late has nothing left to do. */
  private turnBack(after: string | null): Promise<void> {
    if (after === this.lastChange)
      this.turning ??= this.openAnew().finally(() => {
        this.turning = null;
      });
    return this.turning ?? Promise.resolve();
  }

  /** The job is opened anew, ours is laid on it, and what it had of ours and has no more is set aside. */
  private async openAnew(): Promise<void> {
    const job = await call<Job>('GET', `/jobs/${this.job.id}`);
    const lost = await this.acknowledged.lostIn(job);
    this.serverPlan = frozen(job.plan);
    this.revision = job.revision;
    this.lastChange = job.lastChange;
    this.steps.clear();
    this.rebase();
    const says = 'The server had it, and its data were put back to before it.';
    this.asides.add(lost.map((change) => ({ change, says })));
    this.keep();
    this.show();
    // To be read, whatever comes of it next.
    this.tell({
      said: [
        'The server’s data were put back to an earlier state. The job was opened anew, with what was not sent yet laid on it.',
      ],
    });
  }

  private async catchUp(): Promise<void> {
    let after = this.lastChange;
    try {
      for (;;) {
        after = this.lastChange;
        const path = `/jobs/${this.job.id}/changes?since=${this.revision}${after === null ? '' : `&after=${after}`}`;
        const changes = await call<StoredChange[]>('GET', path);
        if (!Array.isArray(changes) || changes.length === 0) return;
        const before = this.revision;
        this.receive(changes);
        if (this.revision === before) return;
      }
    } catch (error) {
      const notice = 'Others’ changes cannot be fetched just now.';
      if (error instanceof Refusal && error.body['code'] === 'history-turned')
        await this.turnBack(after).catch(() => this.tell({ notice }));
      else if (error instanceof Refusal && error.isFinal) this.tell({ ended: endedWords(error) });
      else this.tell({ notice });
    }
  }

  private receive(changes: readonly StoredChange[]): void {
    if (this.isClosed) return;
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
      this.lastChange = change.id;
      const ours = this.pending.find((p) => p.id === change.id && p.client === change.client);
      if (ours) {
        this.pending = this.pending.filter((p) => p !== ours);
        this.acknowledged.remember(ours, change.revision);
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

  private show(): void {
    this.tell({ plan: { plan: this.plan, patches: null } });
  }

  /** Lays what is pending on the server’s plan again, in its order. What was replaced of others’ is said; what cannot be laid is set aside. */
  private rebase(refused: readonly SetAside[] = []): void {
    const changeOf = (id: string) => this.steps.changeOf(id);
    const laid = laidAll(this.serverPlan, this.pending, changeOf, this.options.elsewhere, refused);
    this.plan = laid.plan;
    this.pending = [...laid.kept];
    for (const change of laid.kept) this.steps.madeAgain(change.id, change);
    for (const id of laid.gone) this.steps.drop(id);
    this.asides.follow(laid.renames);
    const underWay = laid.again.map(({ change }) => ({ change, says: 'It is worked out again.' }));
    this.asides.add([...laid.unfit, ...underWay]);
    this.keep();
    for (const { change, step } of laid.again) this.tell({ again: { id: change.id, step } });
    if (laid.renames.size > 0) this.tell({ renames: laid.renames });
    if (laid.said.length > 0) this.tell({ said: laid.said });
  }
}
