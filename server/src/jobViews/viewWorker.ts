import { parentPort } from 'node:worker_threads';
import { Computer, crewView, jobCard, type Plan } from '@fieldchalk/core';

/** As what a job is seen: whole by the crew, or as a card among others. */
const views = { crew: crewView, card: jobCard } as const;
export type ViewKind = keyof typeof views;

/** A job to work out, and what came of it as text. */
export interface ViewAsked {
  readonly job: string;
  readonly kind: ViewKind;
  readonly plan: Plan;
}
export type ViewAnswered = { readonly text: string } | { readonly failed: string };

/** So many jobs stay worked out, so that a change to one costs what changed. */
const mostKept = 2;
const kept = new Map<string, Computer>();

function computerOf(job: string): Computer {
  const computer = kept.get(job) ?? new Computer();
  kept.delete(job);
  kept.set(job, computer);
  for (const old of [...kept.keys()].slice(0, -mostKept)) kept.delete(old);
  return computer;
}

parentPort?.on('message', ({ job, kind, plan }: ViewAsked) => {
  let answer: ViewAnswered;
  try {
    answer = { text: JSON.stringify(views[kind](plan, computerOf(job))) };
  } catch (error) {
    kept.delete(job);
    answer = { failed: (error as Error).message };
  }
  parentPort?.postMessage(answer);
});
