import { applyChange, type Patch, type Plan, type Problem, seenOtherwise } from '@fieldchalk/core';

/** A change judged on a plan: what it makes of it, or why not. */
export interface Judgement {
  /** Places that are not as the change saw them. */
  readonly otherwise: readonly Problem[];
  /** What is wrong with what it makes of the plan. */
  readonly wrong: readonly Problem[];
  /** Places it writes whose former values its inverse does not say. */
  readonly unsaid: readonly Problem[];
  /** The plan as it makes it, and what takes it back; null where something is wrong. */
  readonly done: { readonly plan: Plan; readonly inverse: readonly Patch[] } | null;
}

/** Whether a place is one of those a change says it saw, or within one. */
function isSaid(place: readonly (string | number)[], inverse: readonly Patch[]): boolean {
  return inverse.some(({ path }) => path.length <= place.length && path.every((key, i) => key === place[i]));
}

/** Judges a change from outside by what it saw and what it makes. Takes as long as it is large. */
export function judged(
  plan: Plan,
  { name, patches, inverse }: { name: string; patches: readonly Patch[]; inverse: readonly Patch[] },
): Judgement {
  const places = seenOtherwise(plan, inverse);
  const otherwise = places.map(({ path }) => ({
    path: path.join('.'),
    message: 'is not as the change saw it',
  }));
  const done = applyChange(plan, patches, name);
  if (!done.ok) return { otherwise, wrong: done.problems, unsaid: [], done: null };
  const unsaid = done.change.inverse
    .filter(({ path }) => !isSaid(path, inverse))
    .map(({ path }) => ({ path: path.join('.'), message: 'is written and not in the inverse' }));
  return { otherwise, wrong: [], unsaid, done: { plan: done.plan, inverse: done.change.inverse } };
}
