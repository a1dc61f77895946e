import type { Figure } from '@fieldchalk/core/figures';
import {
  type ChangeOrder,
  type CircuitTerms,
  type Comparison,
  type EditArgs,
  must,
  type Offer,
  type Patch,
  type Placed,
  type Result,
  type ScopeLine,
  type Unrolled,
  type ValueChange,
  withChange,
} from '@fieldchalk/core';

/** What is made of a plan: its result, and every room unrolled. */
export interface Answer {
  readonly result: Result;
  readonly rooms: Readonly<Record<string, Unrolled>>;
}

/** What of a result is drawn. */
export type Shown = Pick<Result, keyof Placed | 'runs' | 'findings'>;

/** What there is of an answer before any cable is laid: in a large house long before the rest. */
export interface Begun {
  readonly placed: Placed;
  readonly rooms: Answer['rooms'];
}

/** An answer as it crosses: what is different in it from the answer before. They are numbered, so that none is laid on another. */
export interface AnswerChange {
  readonly number: number;
  readonly change: ValueChange | null;
}

/** Puts answers together again from what crossed. What a change leaves alone stays the same object. */
export class AnswersReceived {
  private held: Answer | null = null;
  private number = 0;

  take({ number, change }: AnswerChange): Answer {
    if (number !== this.number + 1)
      throw new Error(`Answer ${number} came after answer ${this.number}; each stands on the one before`);
    this.number = number;
    this.held = withChange(this.held, change);
    return must(this.held, 'the answer');
  }
}

/** One way of sharing out the circuits. */
export interface Trial {
  readonly name: string;
  readonly says: string;
  readonly terms: CircuitTerms;
  /** The proposal that makes it. */
  readonly args: EditArgs<'propose'>;
  readonly patches: Patch[];
}

/** A version of a job as it is kept: its plan as JSON has it, and the options taken with it. */
export interface Stored {
  readonly plan: unknown;
  readonly taken: readonly string[];
  /** What it was agreed for, where it was. */
  readonly cents?: number;
}

/** What a job is offered for, with what it changes of what was agreed. */
export interface Offered {
  readonly offer: Offer;
  readonly order: ChangeOrder | null;
  readonly scope: readonly ScopeLine[];
}

/** Two versions beside each other, with their levels drawn; null where a version has no such level. */
export interface Compared {
  readonly comparison: Comparison;
  readonly levels: readonly {
    readonly name: string;
    readonly before: Figure | null;
    readonly after: Figure | null;
  }[];
}
