import { nanoid } from 'nanoid';
import { type MarkRecord, marksAtOnce, type Numbered } from '@fieldchalk/contracts';
import { database } from '../kept/database.ts';
import { call, Refusal } from '../session/api.ts';

/** A tick made on this phone that the server does not have yet. */
export interface QueuedMark extends Numbered {
  /** The job; before there were people, the token of a link. */
  readonly token: string;
  readonly kind: MarkRecord['kind'];
  readonly about: string;
  readonly done: boolean;
  readonly by: string;
  /** What the thing said when it was ticked; none for those kept before that was noted. */
  readonly stood?: string;
  /** Why the server will not have it; it waits for its maker to send it again or let it go. */
  readonly refused?: string;
}

/** What a person says with a tick. */
export type Ticked = Pick<QueuedMark, 'kind' | 'about' | 'done' | 'by' | 'stood'>;

/** How the queue stands. */
export interface QueueState {
  /** In the order they were made, those set aside among them. */
  readonly list: readonly QueuedMark[];
  /** How many of them wait to be sent; one that is just being put down in the phone is not said to be kept yet. */
  readonly waiting: number;
  /** Why the last attempt to send came to nothing. */
  readonly problem: Refusal | null;
  /** Whether this phone keeps what is not sent yet. */
  readonly isKept: boolean;
  /** Ticks that came after the link was withdrawn: the lead has them, and takes them or not. */
  readonly late: number;
}

const inOrder = (a: QueuedMark, b: QueuedMark) => a.number - b.number || a.madeAt - b.madeAt;

/** Refusals that say the ticks themselves will not do; any other may go away. */
const isAboutTicks = ({ status }: Refusal) => status === 400 || status === 413 || status === 422;

/** Ticks that wait under an old link go on under the job it opened. */
export async function moveTicks(link: string, job: string): Promise<void> {
  const db = await database().catch(() => null);
  for (const mark of (await db?.getAllFromIndex('ticks', 'token', link)) ?? [])
    await db?.put('ticks', { ...mark, token: job });
}

/** The name of this phone among the makers of ticks; the windows of one browser share it. */
export function thisDevice(): string {
  const key = 'fieldchalk.device';
  try {
    const known = localStorage.getItem(key);
    if (known) return known;
    const made = nanoid();
    localStorage.setItem(key, made);
    return made;
  } catch {
    return nanoid();
  }
}

/**
 * Ticks made on a phone. They wait in its database until the server has them, shared by all its windows; ids are made here, so sending twice is harmless.
 * They go in batches; what the server refuses is set aside, and the rest goes on.
 */
export class MarksQueue {
  private waiting: QueuedMark[] = [];
  private problem: Refusal | null = null;
  /** Those the phone has no room for, or not kept yet: only this window has them. */
  private readonly onlyHere = new Set<string>();
  /** Those just being put down in the phone. */
  private readonly beingKept = new Set<string>();
  private late = 0;
  private highest = 0;
  private sending: Promise<void> | null = null;
  private readonly device = thisDevice();

  constructor(
    private readonly token: string,
    private readonly told: (state: QueueState) => void,
    private readonly now: () => number = Date.now,
  ) {}

  /** Takes up what this phone has kept, also as it was kept before there was a database for it. */
  async open(): Promise<void> {
    await this.moveOld();
    await this.fetchKept();
    this.tell();
  }

  private async moveOld(): Promise<void> {
    const key = `fieldchalk.ticks.${this.token}`;
    const old = JSON.parse(localStorage.getItem(key) ?? '[]') as (Ticked & { readonly id: string })[];
    const { token, device } = this;
    for (const [number, tick] of old.entries())
      if (!(await this.stored({ ...tick, token, device, number, madeAt: this.now() }))) return;
    localStorage.removeItem(key);
  }

  /** Marks of the job that were heard of: the next one made here is numbered above them. */
  heard(marks: readonly Numbered[]): void {
    for (const { number } of marks) this.highest = Math.max(this.highest, number);
  }

  async add(ticked: Ticked): Promise<void> {
    this.heard(this.waiting);
    const { token, device } = this;
    const number = ++this.highest;
    const mark = { ...ticked, id: nanoid(), token, device, number, madeAt: this.now() };
    this.waiting = [...this.waiting, mark];
    this.beingKept.add(mark.id);
    this.tell();
    await this.stored(mark);
    this.beingKept.delete(mark.id);
    this.tell();
    await this.send();
  }

  /** Sends what waits, one attempt at a time. */
  send(): Promise<void> {
    this.sending ??= this.sendAll().finally(() => (this.sending = null));
    return this.sending;
  }

  private async sendAll(): Promise<void> {
    this.problem = null;
    await this.fetchKept();
    try {
      for (let next = this.batch(); next.length > 0; next = this.batch()) await this.sendBatch(next);
    } catch (error) {
      this.problem = error as Refusal;
    }
    this.tell();
  }

  private batch(): QueuedMark[] {
    return this.waiting.filter((m) => m.refused === undefined).slice(0, marksAtOnce);
  }

  /** A batch that is refused is halved until the tick is found that it is refused for. */
  private async sendBatch(batch: readonly QueuedMark[]): Promise<void> {
    const [first] = batch;
    if (!first) return;
    // Those made before there was a device of their own go under this one; all of a batch are of one.
    const own = batch.filter((m) => m.device === first.device);
    const marks = own.map(({ id, kind, about, done, by, stood = '', number, madeAt }) => {
      return { id, kind, about, done, by, stood, number, madeAt };
    });
    try {
      const stored = await call<MarkRecord[]>('POST', `/crew/${this.token}/marks`, {
        device: first.device,
        marks,
      });
      if (stored.length < own.length) this.late += own.length - stored.length;
      this.heard(stored);
      await this.forget(own);
    } catch (error) {
      if (!(error instanceof Refusal) || !isAboutTicks(error)) throw error;
      if (own.length === 1) return this.setAside(first, error.message);
      const half = Math.ceil(own.length / 2);
      await this.sendBatch(own.slice(0, half));
      await this.sendBatch(own.slice(half));
    }
  }

  private async setAside(mark: QueuedMark, refused: string): Promise<void> {
    const aside = { ...mark, refused };
    this.waiting = this.waiting.map((m) => (m.id === mark.id ? aside : m));
    await this.stored(aside);
    this.tell();
  }

  /** Sends one again that was set aside. */
  async again(id: string): Promise<void> {
    const mark = this.waiting.find((m) => m.id === id);
    if (!mark) return;
    const { refused: _, ...waiting } = mark;
    this.waiting = this.waiting.map((m) => (m.id === id ? waiting : m));
    await this.stored(waiting);
    await this.send();
  }

  /** Lets one go. */
  async letGo(id: string): Promise<void> {
    await this.forget(this.waiting.filter((m) => m.id === id));
    this.tell();
  }

  /** What the phone keeps for this link, whichever of its windows made it; what could not be kept stays here. */
  private async fetchKept(): Promise<void> {
    const db = await database().catch(() => null);
    const kept = (await db?.getAllFromIndex('ticks', 'token', this.token).catch(() => [])) ?? [];
    const ids = new Set(kept.map((m) => m.id));
    const others = this.waiting.filter((m) => !ids.has(m.id) && (!db || this.onlyHere.has(m.id)));
    this.waiting = [...kept, ...others].sort(inOrder);
    this.heard(this.waiting);
  }

  private async stored(mark: QueuedMark): Promise<boolean> {
    this.onlyHere.add(mark.id);
    try {
      await (await database()).put('ticks', mark);
      this.onlyHere.delete(mark.id);
      return true;
    } catch {
      return false;
    }
  }

  private async forget(marks: readonly QueuedMark[]): Promise<void> {
    const ids = new Set(marks.map((m) => m.id));
    this.waiting = this.waiting.filter((m) => !ids.has(m.id));
    const db = await database().catch(() => null);
    if (!db) return;
    const all = db.transaction('ticks', 'readwrite');
    await Promise.all([...[...ids].map((id) => all.store.delete(id)), all.done]).catch(() => undefined);
  }

  private tell(): void {
    const { waiting: list, problem, late } = this;
    const isKept = !this.waiting.some((m) => this.onlyHere.has(m.id));
    const waiting = list.filter((m) => m.refused === undefined && !this.beingKept.has(m.id)).length;
    this.told({ list, waiting, problem, isKept, late });
  }
}
