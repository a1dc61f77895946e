import {
  circuitTerms,
  type CircuitTerms,
  circuitTrials,
  Computer,
  type EditArgs,
  type Edited,
  makeEdit,
  must,
  type Patch,
  patched,
  type Plan,
  type Result,
  type Unrolled,
  unrollRoom,
  whyOnCircuit,
} from '@fieldchalk/core';
import { expose } from 'comlink';

/** One room's answer: the whole result, and the room unrolled. */
export interface Answer {
  readonly result: Result;
  readonly unrolled: Unrolled | null;
}

/** One way of sharing out the circuits. */
export interface Trial {
  readonly name: string;
  readonly says: string;
  readonly terms: CircuitTerms;
  readonly patches: Patch[];
}

const computer = new Computer();
let plan: Plan | null = null;

function answer(of: Plan, room: string | null): Answer {
  const result = computer.compute(of);
  return { result, unrolled: room ? unrollRoom(computer.house, room) : null };
}

const api = {
  /** Takes a whole plan. */
  load(next: Plan, room: string | null): Answer {
    plan = next;
    return answer(next, room);
  },
  /** Follows an edit; parts it left alone keep their identity, so only what changed is computed. */
  follow(patches: readonly Patch[], room: string | null): Answer {
    plan = patched(must(plan, 'the plan'), patches);
    return answer(plan, room);
  },
  /** Lays out what is missing, as patches to the plan this worker holds; nothing is taken yet. */
  propose(args: EditArgs<'propose'>): Edited {
    return makeEdit(must(plan, 'the plan'), 'propose', args);
  },
  /** Circuits shared out anew in several ways, each with what it comes to and the patches that would take it. */
  trials(): Trial[] {
    const own = circuitTrials.map((trial): Trial | null => {
      const args = { only: ['circuits'] as const, anew: true, trial: { ...trial.values } };
      const done = makeEdit(must(plan, 'the plan'), 'propose', args);
      if (!done.ok) return null;
      return {
        name: trial.name,
        says: trial.says,
        terms: circuitTerms(computer.take(done.plan)),
        patches: done.change.patches,
      };
    });
    return own.filter((t) => t !== null);
  },
  whyOnCircuit(device: string): string[] {
    const { framing, rooms, rules } = computer.take(must(plan, 'the plan'));
    return must(plan, 'the plan').devices[device]
      ? whyOnCircuit(device, must(plan, 'the plan'), framing, rooms, rules)
      : [];
  },
  /** What an edit would give, without taking it. */
  preview(patches: readonly Patch[], room: string | null): Answer {
    return answer(patched(must(plan, 'the plan'), patches), room);
  },
};
export type ComputeApi = typeof api;
expose(api);
