import type { MarkRecord, StoredChange } from '@fieldchalk/contracts';
import type { Measurement } from '../meter/fill.ts';
import { LiveStream } from './liveStream.ts';

/** What is heard of a job live. */
export interface JobEar {
  change(change: StoredChange): void;
  news(news: { marks?: readonly MarkRecord[]; measurement?: Measurement; phones?: true; late?: true }): void;
  /** The stream is open, also again: what was told meanwhile was missed. */
  opened(): void;
  /** The server refuses the stream. */
  refused(): void;
}

/** What others do to a job. */
export const jobEvents = (job: string, ear: JobEar): LiveStream =>
  new LiveStream(`/api/jobs/${job}/events`, {
    hears: {
      change: (data) => ear.change(data as StoredChange),
      marks: (data) => ear.news({ marks: data as MarkRecord[] }),
      measurement: (data) => ear.news({ measurement: data as Measurement }),
      phones: () => ear.news({ phones: true }),
      late: () => ear.news({ late: true }),
    },
    opened: () => ear.opened(),
    refused: () => ear.refused(),
  });
