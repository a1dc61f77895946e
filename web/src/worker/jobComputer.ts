import {
  changeOf,
  circuitTerms,
  circuitTrials,
  Computer,
  type EditArgs,
  type Edited,
  must,
  type Patch,
  patched,
  type Plan,
  proposed,
  unrolledRooms,
  whyOnCircuit,
} from '@fieldchalk/core';
import type { Answer, AnswerChange, Trial } from './answer.ts';

/** Everything the worker does, with one kept computer. */
export class JobComputer {
  private readonly computer = new Computer();
  private plan: Plan | null = null;
  private sent: Answer | null = null;
  private number = 0;

  private answer(of: Plan): AnswerChange {
    const result = this.computer.compute(of);
    const next: Answer = { result, rooms: unrolledRooms(this.computer.house) };
    const change = changeOf(this.sent, next);
    this.sent = next;
    return { number: ++this.number, change };
  }

  /** Takes a whole plan. What it has in common with the one before is not computed again. */
  load(next: Plan): AnswerChange {
    this.plan = next;
    return this.answer(next);
  }
  /** Follows an edit; parts it left alone keep their identity, so only what changed is computed. */
  follow(patches: readonly Patch[]): AnswerChange {
    return this.load(patched(this.held(), patches));
  }
  /** What an edit would give, without taking it. */
  preview(patches: readonly Patch[]): AnswerChange {
    return this.answer(patched(this.held(), patches));
  }
  /** Lays out what is missing, as patches to the plan held here; nothing is taken yet. */
  propose(args: EditArgs<'propose'>): Edited {
    return proposed(this.held(), args, this.computer);
  }
  /** Circuits shared out anew in several ways, each with what it comes to and the patches that would take it. */
  trials(): Trial[] {
    const own = circuitTrials.map((trial): Trial | null => {
      const args = { only: ['circuits'] as const, anew: true, trial: { ...trial.values } };
      const done = this.propose(args);
      if (!done.ok) return null;
      const terms = circuitTerms(this.computer.take(done.plan));
      return { name: trial.name, says: trial.says, terms, patches: done.change.patches };
    });
    return own.filter((t) => t !== null);
  }
  whyOnCircuit(device: string): string[] {
    const { plan, framing, rooms, rules } = this.computer.take(this.held());
    return plan.devices[device] ? whyOnCircuit(device, plan, framing, rooms, rules) : [];
  }

  private held(): Plan {
    return must(this.plan, 'the plan');
  }
}
