import {
  type EditArgs,
  type Edited,
  type EditStep,
  type OrderProof,
  type Patch,
  patched,
  type Plan,
  type ProposalProgress,
  type TakeoffGroup,
  type TakeoffOrder,
  type Thing,
  type WayOffered,
} from '@fieldchalk/core';
import { proxy } from 'comlink';
import { AnswersReceived, type Answer, type Begun, type Trial } from '../worker/answer.ts';
import { startCompute } from '../worker/client.ts';

/** An edit that a gesture stands for where it has got to, and who is shown what the plan would become. */
interface Ahead {
  readonly step: EditStep;
  readonly show: (plan: Plan) => void;
}

interface Asked extends Ahead {
  /** When the pointer was there, milliseconds since the page began. */
  readonly asked: number;
}

/** Leaves in the browser's own record of times how long an answer took, from when it was asked for; only the last of its kind is kept there. */
function noteTime(kind: 'gesture answered' | 'plan worked out', asked: number): void {
  performance.clearMeasures(kind);
  performance.measure(kind, { start: asked });
}

type Told = (progress: ProposalProgress) => void;

/** What the worker makes of the plan, asked for in the order of the edits. A plain object: what it hears it tells. */
export class Answers {
  private worker = startCompute();
  private received = new AnswersReceived();
  private queue: Promise<unknown> = Promise.resolve();
  /** The plan as it was last followed. */
  private latest: Plan | null = null;
  private waiting: Asked | null = null;
  private previewing = false;
  /** Counts the gestures that were given up or made. */
  private gesture = 0;
  private stopped = false;
  private hasTold = false;
  /** What is asked of the worker and may be given up; each says so to whoever waits for it. */
  private readonly underWay = new Set<() => void>();

  /** `of` is the plan an answer is of: by the time it comes the window may be further on. */
  constructor(
    private readonly tell: (answer: Answer, of: Plan, settled: boolean) => void,
    /** Hears what can be drawn of a plan before the first answer. */
    private readonly tellBegun: (begun: Begun, of: Plan) => void = () => undefined,
  ) {}

  /** Follows the plan: by patches from the plan before, or anew where there are none. */
  follow(plan: Plan, patches: readonly Patch[] | null): void {
    this.latest = plan;
    void this.inTurn(async (compute) => {
      const asked = performance.now();
      if (!this.hasTold) {
        const begun = await compute.begin(plan);
        if (this.stopped) return;
        this.tellBegun(begun, plan);
        this.hasTold = true;
      }
      const change = patches ? await compute.follow(patches) : await compute.load(plan);
      if (this.stopped) return;
      this.tell(this.received.take(change), plan, true);
      if (!patches) noteTime('plan worked out', asked);
    });
  }

  /**
   * Tries out what a gesture under way would give, in the worker: first the plan is shown, then what is made of it is told. Only the latest is
   * tried; one that would be refused shows nothing.
   */
  async preview(ahead: Ahead): Promise<void> {
    this.waiting = { ...ahead, asked: performance.now() };
    if (this.previewing) return;
    const life = this.worker;
    this.previewing = true;
    try {
      while (this.waiting && !this.stopped && life === this.worker) {
        const next = this.waiting;
        this.waiting = null;
        const { gesture } = this;
        await this.inTurn((compute) => this.tried(compute, next, () => gesture === this.gesture));
      }
    } finally {
      if (life === this.worker) this.previewing = false;
    }
  }

  private async tried(
    compute: typeof this.worker.compute,
    { step, show, asked }: Asked,
    isWanted: () => boolean,
  ): Promise<void> {
    const on = this.latest;
    if (!on || !isWanted()) return;
    const done = await compute.tryOut(step.name, step.args);
    if (!done.ok || !isWanted() || on !== this.latest || this.stopped) return;
    const plan = patched(on, done.change.patches);
    show(plan);
    const change = await compute.preview(done.change.patches);
    if (this.stopped) return;
    this.tell(this.received.take(change), plan, false);
    noteTime('gesture answered', asked);
  }

  /** What was tried and not shown yet is not shown any more. */
  giveUpPreview(): void {
    this.gesture++;
    this.waiting = null;
  }

  /** Null when it was given up. `told` hears how far a long one is. */
  propose(args: EditArgs<'propose'>, told: Told): Promise<Edited | null> {
    return this.untilGivenUp(async (compute): Promise<Edited> => compute.propose(args, proxy(told)));
  }
  /** A named edit worked out in the worker; null when it was given up. */
  work(step: EditStep): Promise<Edited | null> {
    return this.untilGivenUp(async (compute): Promise<Edited> => compute.tryOut(step.name, step.args));
  }
  trials(told: Told): Promise<Trial[] | null> {
    return this.untilGivenUp((compute) => compute.trials(proxy(told)));
  }
  /**
   * Gives up the proposal under way and what waits behind it, if anything does. A worker that is computing hears nothing, so another takes its place and computes the
   * plan anew.
   */
  giveUpProposal(): void {
    if (this.underWay.size === 0) return;
    this.letGo();
    this.worker.stop();
    this.worker = startCompute();
    this.received = new AnswersReceived();
    this.queue = Promise.resolve();
    this.waiting = null;
    this.previewing = false;
    if (this.latest) this.follow(this.latest, null);
  }
  waysOffered(run: string): Promise<WayOffered[] | null> {
    return this.untilGivenUp((compute) => compute.waysOffered(run));
  }
  orderProof(circuit: string): Promise<OrderProof | null> {
    return this.untilGivenUp((compute) => compute.orderProof(circuit));
  }
  listBy(by: TakeoffOrder): Promise<TakeoffGroup[] | null> {
    return this.untilGivenUp((compute) => compute.listBy(by));
  }
  linesOf(asked: Thing): Promise<string[] | null> {
    return this.untilGivenUp((compute) => compute.linesOf(asked));
  }
  sourcesOf(item: string): Promise<Thing[] | null> {
    return this.untilGivenUp((compute) => compute.sourcesOf(item));
  }
  whyOnCircuit(device: string): Promise<string[] | null> {
    return this.untilGivenUp((compute) => compute.whyOnCircuit(device));
  }

  stop(): void {
    this.stopped = true;
    this.letGo();
    this.worker.stop();
  }

  private async untilGivenUp<T>(ask: Parameters<typeof this.inTurn<T>>[0]): Promise<T | null> {
    let giveUp = () => undefined as void;
    const givenUp = new Promise<null>((resolve) => (giveUp = () => resolve(null)));
    this.underWay.add(giveUp);
    try {
      return await Promise.race([this.inTurn(ask), givenUp]);
    } finally {
      this.underWay.delete(giveUp);
    }
  }

  private letGo(): void {
    for (const giveUp of this.underWay) giveUp();
  }

  private inTurn<T>(ask: (compute: typeof this.worker.compute) => Promise<T>): Promise<T> {
    const turn = this.queue.then(() => ask(this.worker.compute));
    this.queue = turn.catch(() => undefined);
    return turn;
  }
}
