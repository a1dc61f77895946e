import { freeze } from 'immer';
import type { Plan } from '../src/plan/index.ts';

/** A plan that takes a while to wire is made when it is first asked for, and is the same one after; nobody can change it in place. */
export function madeOnce(make: () => Plan): () => Plan {
  let plan: Plan | undefined;
  return () => (plan ??= freeze(make(), true));
}
