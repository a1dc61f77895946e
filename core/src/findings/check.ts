import { entryOf } from '../lookups/index.ts';
import type { Plan } from '../plan/index.ts';
import type { Stages } from '../stages/index.ts';
import type { Finding } from './findings.ts';

/** The plan and what every stage made of it. */
export interface CheckInput extends Stages {
  readonly plan: Plan;
}

export type Check = (input: CheckInput) => Finding[];

export const roomName = (plan: Plan, id: string) => entryOf(plan.rooms, id).name || id;
export const circuitName = (plan: Plan, id: string) => entryOf(plan.circuits, id).name || id;
