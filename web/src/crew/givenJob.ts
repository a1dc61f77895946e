import type { CrewJob, MarkRecord } from '@fieldchalk/contracts';
import { forgetJob, keepJob, keptJob } from '../kept/keptJob.ts';
import { call, Refusal } from '../session/api.ts';

/** How a job that is given to this phone stands on it. */
export interface GivenJobState {
  /** The job as last fetched, or as kept; null while there is neither. */
  readonly job: CrewJob | null;
  readonly marks: readonly MarkRecord[];
  /** The server cannot be reached just now. */
  readonly isOffline: boolean;
  /** Whether the phone keeps the job for when there is no signal. */
  readonly isKept: boolean;
  /** Why the job does not open any more, in the server's words; empty while it does. */
  readonly ended: string;
}

/** Statuses that say the job is not this phone’s to open. */
const ends: ReadonlySet<number> = new Set([401, 403, 404, 410]);
const notLetIn =
  'This phone is not let in here, or not any more. Ask the lead for a link, or sign in where you have a sign-in.';
/** Between one attempt and the next, in milliseconds. */
const again = 4000;

/**
 * A job as it is given to a phone: fetched, kept on the phone, followed while the server tells of changes. The job is shown before it is kept, and kept where there is
 * room; without a signal the kept one serves, and where there is none it is asked for until it comes.
 */
export class GivenJob {
  private state: GivenJobState = { job: null, marks: [], isOffline: false, isKept: true, ended: '' };
  private events: EventSource | null = null;
  private fetching: Promise<void> | null = null;
  private isStale = false;
  private retry: ReturnType<typeof setTimeout> | null = null;
  private isClosed = false;

  constructor(
    private readonly job: string,
    private readonly told: (state: GivenJobState) => void,
  ) {}

  /** Fetches the job and follows it; called again whenever the phone may be back in touch. */
  async open(): Promise<void> {
    if (this.retry) clearTimeout(this.retry);
    await this.fetch();
    if (this.isClosed || this.state.ended) return;
    if (this.state.isOffline) this.openLater();
    else this.follow();
  }

  private openLater(): void {
    if (this.retry) clearTimeout(this.retry);
    this.retry = setTimeout(() => void this.open(), again);
  }

  /** Fetches once at a time; asked meanwhile, once more after it. */
  private fetch(): Promise<void> {
    this.isStale = true;
    this.fetching ??= this.fetchWhileStale().finally(() => (this.fetching = null));
    return this.fetching;
  }

  private async fetchWhileStale(): Promise<void> {
    while (this.isStale && !this.isClosed) {
      this.isStale = false;
      await this.fetchOnce();
    }
  }

  private async fetchOnce(): Promise<void> {
    try {
      const job = await call<CrewJob>('GET', `/crew/${this.job}?marks=standing`);
      this.tell({ job, marks: job.marks, isOffline: false });
      void keepJob(this.job, job).then((isKept) => this.tell({ isKept }));
    } catch (error) {
      const status = error instanceof Refusal ? error.status : 0;
      if (ends.has(status)) return this.end(status === 401 ? notLetIn : (error as Error).message);
      const job = this.state.job ?? (await keptJob(this.job).catch(() => null));
      this.tell({ job, marks: this.state.job ? this.state.marks : (job?.marks ?? []), isOffline: true });
    }
  }

  /** A job that was taken back opens no more, and what was kept of it is forgotten. */
  private async end(ended: string): Promise<void> {
    this.events?.close();
    this.tell({ job: null, ended });
    await forgetJob(this.job).catch(() => undefined);
  }

  private follow(): void {
    if (this.events && this.events.readyState !== EventSource.CLOSED) return;
    this.events = new EventSource(`/api/crew/${this.job}/events`);
    this.events.addEventListener('marks', (e) =>
      this.tell({ marks: [...this.state.marks, ...(JSON.parse(e.data) as MarkRecord[])] }),
    );
    let isFirst = true;
    this.events.addEventListener('open', () => {
      // What was told while the phone was out of touch was missed.
      if (!isFirst) void this.fetch();
      isFirst = false;
    });
    this.events.addEventListener('plan', () => void this.fetch());
    this.events.addEventListener('error', () => {
      if (this.events?.readyState === EventSource.CLOSED) this.openLater();
    });
  }

  private tell(news: Partial<GivenJobState>): void {
    if (this.isClosed) return;
    this.state = { ...this.state, ...news };
    this.told(this.state);
  }

  close(): void {
    this.isClosed = true;
    this.events?.close();
    if (this.retry) clearTimeout(this.retry);
  }
}
