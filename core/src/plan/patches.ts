import { applyPatches, enablePatches, type Patch } from 'immer';
import type { Plan } from './plan.ts';
import type { Problem } from './problems.ts';
import { laidOn, spentAmong, withoutSpent } from './spent.ts';

enablePatches();

export type { Patch } from 'immer';

/** One edit as a value: its name, what it changed, and how to take it back. Undo, saving, sharing and history all read this. */
export interface Change {
  readonly name: string;
  readonly patches: Patch[];
  readonly inverse: Patch[];
}

export type Edited = { ok: true; plan: Plan; change: Change } | { ok: false; problems: Problem[] };

/** Patches applied without checks, for a plan known to be valid at the other end. Unchanged parts keep their identity. */
export function patched(plan: Plan, patches: readonly Patch[]): Plan {
  const next = applyPatches(plan, withoutSpent(patches));
  return spentAmong(patches).reduce((spent, patch) => {
    const laid = laidOn(spent, patch);
    return laid ? applyPatches(spent, [laid]) : spent;
  }, next);
}
