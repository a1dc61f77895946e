import type { Plan } from '../plan/index.ts';
import type { Stages } from '../stages/index.ts';
import type { Found } from './finding.ts';

/** The plan and what every stage made of it. */
export interface CheckInput extends Stages {
  readonly plan: Plan;
}

export type Check = (input: CheckInput) => Found[];
