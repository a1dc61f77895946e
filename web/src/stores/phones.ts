import { shallowRef } from 'vue';
import type { Phones } from '@fieldchalk/contracts';
import { call } from '../session/api.ts';

/** Who a job is given to, as far as this window has heard. */
export class JobPhones {
  readonly list = shallowRef<Phones>({ links: [], given: [] });
  /** Whether someone on the crew may have seen the job; so it is taken to be until the server has said otherwise. */
  isGiven = true;
  private job: string | null = null;
  private wasLetIn = false;

  /** The job that is open; null for none. */
  of(job: string | null): void {
    this.job = job;
    this.isGiven = true;
    this.wasLetIn = false;
    this.list.value = { links: [], given: [] };
  }

  /** Asks the server. A phone that was let in has seen the job, also when it is cut off later. */
  async fetch(): Promise<void> {
    const job = this.job;
    if (job === null) return;
    const phones = await call<Phones>('GET', `/jobs/${job}/phones`);
    if (job !== this.job) return;
    this.wasLetIn ||= phones.given.length > 0;
    this.isGiven = this.wasLetIn || phones.links.length > 0;
    this.list.value = phones;
  }
}
