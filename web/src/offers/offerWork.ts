import { toRaw } from 'vue';
import type { Plan } from '@fieldchalk/core';
import type { Compared, Offered, Stored } from '../worker/answer.ts';
import { startCompute } from '../worker/client.ts';

/** Works out offers and comparisons in a worker of its own, so that the job itself stays at hand; of what is asked while it works only the last. */
export class OfferWork {
  private readonly worker = startCompute();
  private queue: Promise<unknown> = Promise.resolve();
  private asked = 0;

  /** Null where something else was asked meanwhile. */
  offer(plan: Plan, taken: readonly string[], agreed: Stored | null): Promise<Offered | null> {
    return this.lastOnly((c) => c.offer(toRaw(plan), [...taken], agreed && toRaw(agreed)));
  }

  compare(before: Stored, after: Stored, samePrices: boolean): Promise<Compared | null> {
    return this.lastOnly((c) => c.compare(toRaw(before), toRaw(after), samePrices));
  }

  stop(): void {
    this.worker.stop();
  }

  private lastOnly<T>(ask: (compute: typeof this.worker.compute) => Promise<T>): Promise<T | null> {
    const number = ++this.asked;
    const answer = this.queue.then(() => (number === this.asked ? ask(this.worker.compute) : null));
    this.queue = answer.catch(() => undefined);
    return answer.then((a) => (number === this.asked ? a : null));
  }
}
