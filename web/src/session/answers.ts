import type { EditArgs, Edited, Patch, Plan, ProposalProgress } from '@fieldchalk/core';
import { proxy } from 'comlink';
import { AnswersReceived, type Answer, type Trial } from '../worker/answer.ts';
import { startCompute } from '../worker/client.ts';

/** What a gesture would make of the plan, and the patches that lead there. */
interface Ahead {
  readonly plan: Plan;
  readonly patches: readonly Patch[];
}

type Told = (progress: ProposalProgress) => void;

/** What the worker makes of the plan, asked for in the order of the edits. A plain object: what it hears it tells. */
export class Answers {
  private worker = startCompute();
  private received = new AnswersReceived();
  private queue: Promise<unknown> = Promise.resolve();
  /** The plan as it was last followed. */
  private latest: Plan | null = null;
  private waiting: Ahead | null = null;
  private previewing = false;
  private stopped = false;
  /** Gives up the proposal that is being worked out. */
  private giveUp: (() => void) | null = null;

  /** `of` is the plan an answer is of: by the time it comes the window may be further on. */
  constructor(private readonly tell: (answer: Answer, of: Plan, settled: boolean) => void) {}

  /** Follows the plan: by patches from the plan before, or anew where there are none. */
  follow(plan: Plan, patches: readonly Patch[] | null): void {
    this.latest = plan;
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

  /** Null when it was given up. `told` hears how far a long one is. */
  propose(args: EditArgs<'propose'>, told: Told): Promise<Edited | null> {
    return this.untilGivenUp(async (compute): Promise<Edited> => compute.propose(args, proxy(told)));
  }
  trials(told: Told): Promise<Trial[] | null> {
    return this.untilGivenUp((compute) => compute.trials(proxy(told)));
  }
  /**
   * Gives up the proposal under way, if there is one. A worker that is computing hears nothing, so another takes its place and computes the
   * plan anew.
   */
  giveUpProposal(): void {
    if (!this.giveUp) return;
    this.giveUp();
    this.giveUp = null;
    this.worker.stop();
    this.worker = startCompute();
    this.received = new AnswersReceived();
    this.queue = Promise.resolve();
    this.waiting = null;
    this.previewing = false;
    if (this.latest) this.follow(this.latest, null);
  }
  whyOnCircuit(device: string): Promise<string[]> {
    return this.inTurn((compute) => compute.whyOnCircuit(device));
  }

  stop(): void {
    this.stopped = true;
    this.giveUp?.();
    this.worker.stop();
  }

  private async untilGivenUp<T>(ask: Parameters<typeof this.inTurn<T>>[0]): Promise<T | null> {
    const givenUp = new Promise<null>((resolve) => (this.giveUp = () => resolve(null)));
    const done = await Promise.race([this.inTurn(ask), givenUp]);
    if (done !== null) this.giveUp = null;
    return done;
  }

  private inTurn<T>(ask: (compute: typeof this.worker.compute) => Promise<T>): Promise<T> {
    const turn = this.queue.then(() => ask(this.worker.compute));
    this.queue = turn.catch(() => undefined);
    return turn;
  }
}
