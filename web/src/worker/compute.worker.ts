import { expose } from 'comlink';
import { applyEdit, Computer, patched, recipeOf, unrollRoom } from '@fieldchalk/core';
import type { Edited, Patch, Plan, ProposalKind, Result, Unrolled } from '@fieldchalk/core';

/** One room's answer: the whole result, and the room unrolled. */
export interface Answer {
  readonly result: Result;
  readonly unrolled: Unrolled | null;
}

const computer = new Computer();
let plan: Plan | null = null;

function answer(of: Plan, room: string | null): Answer {
  const stages = computer.stages(of);
  const result = computer.resultOf(of, stages);
  return { result, unrolled: room ? unrollRoom(of, stages, room) : null };
}

const api = {
  /** Takes a whole plan. */
  load(next: Plan, room: string | null): Answer {
    plan = next;
    return answer(next, room);
  },
  /** Follows an edit; parts it left alone keep their identity, so only what changed is computed. */
  follow(patches: readonly Patch[], room: string | null): Answer {
    plan = patched(plan!, patches);
    return answer(plan, room);
  },
  /** Lays out what is missing, as patches to the plan this worker holds; nothing is taken yet. */
  propose(only: readonly ProposalKind[] | undefined): Edited {
    return applyEdit(plan!, 'propose', recipeOf('propose', only ? { only } : {}));
  },
  /** What an edit would give, without taking it. */
  preview(patches: readonly Patch[], room: string | null): Answer {
    return answer(patched(plan!, patches), room);
  },
};
export type ComputeApi = typeof api;
expose(api);
