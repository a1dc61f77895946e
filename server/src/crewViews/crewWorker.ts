import { parentPort } from 'node:worker_threads';
import { Computer, crewView, type Plan } from '@fieldchalk/core';

/** A job to work out, and what came of it as text. */
export interface CrewAsked {
  readonly job: string;
  readonly plan: Plan;
}
export type CrewAnswered = { readonly text: string } | { readonly failed: string };

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

parentPort?.on('message', ({ job, plan }: CrewAsked) => {
  let answer: CrewAnswered;
  try {
    answer = { text: JSON.stringify(crewView(plan, computerOf(job))) };
  } catch (error) {
    kept.delete(job);
    answer = { failed: (error as Error).message };
  }
  parentPort?.postMessage(answer);
});
