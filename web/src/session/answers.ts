import type { EditArgs, Edited, Patch, Plan } from '@fieldchalk/core';
import { AnswersReceived, type Answer, type Trial } from '../worker/answer.ts';
import { startCompute } from '../worker/client.ts';

/** What a gesture would make of the plan, and the patches that lead there. */
interface Ahead {
  readonly plan: Plan;
  readonly patches: readonly Patch[];
}

/** What the worker makes of the plan, asked for in the order of the edits. A plain object: what it hears it tells. */
export class Answers {
  private readonly worker = startCompute();
  private readonly received = new AnswersReceived();
  private queue: Promise<unknown> = Promise.resolve();
  private waiting: Ahead | null = null;
  private previewing = false;
  private stopped = false;

  /** `of` is the plan an answer is of: by the time it comes the window may be further on. */
  constructor(private readonly tell: (answer: Answer, of: Plan, settled: boolean) => void) {}

  /** Follows the plan: by patches from the plan before, or anew where there are none. */
  follow(plan: Plan, patches: readonly Patch[] | null): void {
    void this.inTurn(async (compute) => {
      const change = patches ? await compute.follow(patches) : await compute.load(plan);
      if (!this.stopped) this.tell(this.received.take(change), plan, true);
    });
  }

  /** What a gesture under way would give; only the latest is computed. */
  async preview(ahead: Ahead): Promise<void> {
    this.waiting = ahead;
    if (this.previewing) return;
    this.previewing = true;
    while (this.waiting && !this.stopped) {
      const next = this.waiting;
      this.waiting = null;
      const change = await this.worker.compute.preview(next.patches);
      if (!this.stopped) this.tell(this.received.take(change), next.plan, false);
    }
    this.previewing = false;
  }

  giveUpPreview(): void {
    this.waiting = null;
  }

  propose(args: EditArgs<'propose'>): Promise<Edited> {
    return this.inTurn(async (compute): Promise<Edited> => compute.propose(args));
  }
  trials(): Promise<Trial[]> {
    return this.inTurn((compute) => compute.trials());
  }
  whyOnCircuit(device: string): Promise<string[]> {
    return this.inTurn((compute) => compute.whyOnCircuit(device));
  }

  stop(): void {
    this.stopped = true;
    this.worker.stop();
  }

  private inTurn<T>(ask: (compute: typeof this.worker.compute) => Promise<T>): Promise<T> {
    const turn = this.queue.then(() => ask(this.worker.compute));
    this.queue = turn.catch(() => undefined);
    return turn;
  }
}
