import { applyPatches, enablePatches, produceWithPatches, type Patch } from 'immer';
import { integrityProblems } from './integrity.ts';
import { problemsFrom, type Problem } from './problems.ts';
import { planSchema, type Plan } from './index.ts';

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

function problemsOf(plan: Plan, given: 'by-us' | 'from-outside'): Problem[] {
  const read = planSchema.safeParse(plan, { reportInput: true });
  if (!read.success) return problemsFrom(read.error.issues);
  const broken = integrityProblems(read.data);
  return broken.length > 0 || given === 'by-us' ? broken : leftOut(read.data, plan, '');
}

/** Fields that only the defaults would fill: a change must bring its entries whole, or windows would differ in what they hold. */
function leftOut(whole: unknown, given: unknown, path: string): Problem[] {
  if (typeof whole !== 'object' || whole === null || whole === given) return [];
  return Object.entries(whole).flatMap(([key, value]) => {
    const here = path === '' ? key : `${path}.${key}`;
    const own = (given as Record<string, unknown>)[key];
    if (own === undefined && value !== undefined)
      return [
        { path: here, message: `must be given in a change; ${JSON.stringify(value)} is the usual value` },
      ];
    return leftOut(value, own, here);
  });
}

/** The one way a plan changes: recipe on a draft, then schema and invariants, then patches. A throw or a problem leaves the plan as it was. */
export function applyEdit(
  plan: Plan,
  name: string,
  recipe: (draft: Plan) => void,
  given: 'by-us' | 'from-outside' = 'by-us',
): Edited {
  try {
    const [next, patches, inverse] = produceWithPatches(plan, (draft: Plan) => recipe(draft));
    const problems = problemsOf(next, given);
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
    return applyEdit(plan, name, (draft) => void applyPatches(draft, patches as Patch[]), 'from-outside');
  } catch (error) {
    return { ok: false, problems: [{ path: '', message: `no longer fits: ${(error as Error).message}` }] };
  }
}

/** Patches applied without checks, for a plan known to be valid at the other end. Unchanged parts keep their identity. */
export function patched(plan: Plan, patches: readonly Patch[]): Plan {
  return applyPatches(plan, patches as Patch[]);
}
