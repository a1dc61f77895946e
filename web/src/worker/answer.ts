import {
  type CircuitTerms,
  type EditArgs,
  must,
  type Patch,
  type Placed,
  type Result,
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
