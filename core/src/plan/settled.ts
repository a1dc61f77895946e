import { current, isDraft } from 'immer';
import type { Plan } from './plan.ts';

/** A plan as it stands while it goes on being written. Of a draft, what nobody wrote to stays the same objects. */
export const settled = (plan: Plan): Plan => (isDraft(plan) ? current(plan) : structuredClone(plan));
