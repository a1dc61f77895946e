import { applyPatches, enablePatches, produceWithPatches, type Patch } from 'immer';
import { integrityProblems } from './integrity.ts';
import { problemsFrom, type Problem } from './problems.ts';
import { planSchema, type Plan } from './schema.ts';

enablePatches();

export type { Patch } from 'immer';

/** One edit as a value: its name, what it changed, and how to take it back. Undo, saving, sharing and history all read this. */
export interface Change {
  readonly name: string;
  readonly patches: Patch[];
  readonly inverse: Patch[];
}

export type Edited = { ok: true; plan: Plan; change: Change } | { ok: false; problems: Problem[] };

/** A refusal inside an edit: says what is wrong, at which field. The gate turns it into problems; nothing is changed. */
export class EditRefused extends Error {
  readonly path: string;
  constructor(path: string, message: string) {
    super(message);
    this.path = path;
  }
}

function problemsOf(plan: Plan): Problem[] {
  const read = planSchema.safeParse(plan, { reportInput: true });
  return read.success ? integrityProblems(plan) : problemsFrom(read.error.issues);
}

/** The one way a plan changes: recipe on a draft, then schema and invariants, then patches. A throw or a problem leaves the plan as it was. */
export function applyEdit(plan: Plan, name: string, recipe: (draft: Plan) => void): Edited {
  try {
    const [next, patches, inverse] = produceWithPatches(plan, (draft: Plan) => recipe(draft));
    const problems = problemsOf(next);
    return problems.length > 0
      ? { ok: false, problems }
      : { ok: true, plan: next, change: { name, patches, inverse } };
  } catch (error) {
    if (error instanceof EditRefused)
      return { ok: false, problems: [{ path: error.path, message: error.message }] };
    throw error;
  }
}

/** Replays patches on a plan that may have moved on; problems when they no longer fit or the outcome is not valid. */
export function applyChange(plan: Plan, patches: readonly Patch[], name = 'change'): Edited {
  try {
    return applyEdit(plan, name, (draft) => void applyPatches(draft, patches as Patch[]));
  } catch (error) {
    return { ok: false, problems: [{ path: '', message: `no longer fits: ${(error as Error).message}` }] };
  }
}

/** Patches applied without checks, for a plan known to be valid at the other end. Unchanged parts keep their identity. */
export function patched(plan: Plan, patches: readonly Patch[]): Plan {
  return applyPatches(plan, patches as Patch[]);
}
