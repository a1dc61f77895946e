import type { MarkRecord, StoredChange } from '@fieldchalk/contracts';
import type { Measurement } from '../meter/fill.ts';

/** What is heard of a job live. */
export interface JobEar {
  change(change: StoredChange): void;
  news(news: { marks?: readonly MarkRecord[]; measurement?: Measurement; phones?: true; late?: true }): void;
  /** The stream is open, also again: what was told meanwhile was missed. */
  opened(): void;
  /** The server refuses the stream. */
  refused(): void;
}

/** A stream that was refused is asked for again after so long, in milliseconds; one that broke off the browser opens again by itself. */
const again = 10_000;

/** Follows what others do to a job, for as long as it is open here. */
export class JobEvents {
  private source: EventSource | null = null;
  private retry: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly job: string,
    private readonly ear: JobEar,
  ) {}

  follow(): void {
    this.close();
    const source = (this.source = new EventSource(`/api/jobs/${this.job}/events`));
    const { ear } = this;
    source.addEventListener('change', (e) => ear.change(JSON.parse(e.data) as StoredChange));
    source.addEventListener('marks', (e) => ear.news({ marks: JSON.parse(e.data) as MarkRecord[] }));
    source.addEventListener('measurement', (e) =>
      ear.news({ measurement: JSON.parse(e.data) as Measurement }),
    );
    source.addEventListener('phones', () => ear.news({ phones: true }));
    source.addEventListener('late', () => ear.news({ late: true }));
    source.addEventListener('open', () => ear.opened());
    source.addEventListener('error', () => {
      if (source.readyState !== EventSource.CLOSED || source !== this.source) return;
      ear.refused();
      this.retry = setTimeout(() => this.follow(), again);
    });
  }

  close(): void {
    clearTimeout(this.retry);
    this.source?.close();
    this.source = null;
  }
}
