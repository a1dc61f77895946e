import { current, freeze, isDraft } from 'immer';
import type { Plan } from './plan.ts';

/** A plan as it stands while it goes on being written. Of a draft, what nobody wrote to stays the same objects. */
export const settled = (plan: Plan): Plan => (isDraft(plan) ? current(plan) : structuredClone(plan));

/** A plan to read while it is written: a draft as it is now, without going through its proxies; any other itself. */
export const readable = (plan: Plan): Plan => (isDraft(plan) ? current(plan) : plan);

/** A plan that nobody writes to any more: the first edit of it need not freeze it, and what is asked of it is kept. */
export const frozen = (plan: Plan): Plan => freeze(plan, true);
