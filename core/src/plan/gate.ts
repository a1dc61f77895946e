import { z } from 'zod';
import { applyPatches, produceWithPatches, type Patch } from 'immer';
import { integrityProblems } from './integrity.ts';
import { tooMany } from './limits.ts';
import { mentioning, type Changed } from './mentions.ts';
import { problemsFrom, type Problem } from './problems.ts';
import { patched, type Edited } from './patches.ts';
import { placeProblem } from './place.ts';
import { listsWhole } from './seen.ts';
import { laidOn, spending, spentSeen, withoutSpent } from './spent.ts';
import type { Names } from './things.ts';
import { entryOf } from '../lookups/index.ts';
import { isCollection, planSchema, type CollectionName, type Plan } from './index.ts';

/** What a refusal says; a function where it names things of the plan, which only the gate's caller can call by name. */
export type Says = string | ((names: Names) => string);

/** A refusal inside an edit: says what is wrong, at which field. The gate turns it into problems; nothing is changed. */
export class EditRefused extends Error {
  constructor(
    readonly path: string,
    readonly says: Says,
  ) {
    super(path);
  }
}

/** How an edit came here, and what the things of the plan are called when it is refused. */
export interface Given {
  /** A change from outside must bring its entries whole. */
  readonly from: 'us' | 'outside';
  /** Whether what it adds has ids that it counted, and not those of things it brings back: it says what it saw of those given before. */
  readonly counts: boolean;
  /** Whether the ids of what it removes are spent. */
  readonly spends: boolean;
  readonly names: (plan: Plan) => Names;
}

const isPart = (name: PropertyKey): name is keyof Plan =>
  typeof name === 'string' && Object.hasOwn(planSchema.shape, name);

/** A part of a plan that a change has touched: one entry of a collection, a whole part, or all of it where the path is empty. */
type Touched = readonly [] | readonly [keyof Plan] | readonly [CollectionName, string];

/** What patches have touched, each part once; entries that are gone are told by what named them. */
function touchedBy(plan: Plan, patches: readonly Patch[]): Touched[] {
  const parts = new Map<string, Touched>();
  for (const { path } of patches) {
    const [name, id] = path;
    if (name === undefined || !isPart(name)) return [[]];
    const whole = !isCollection(name) || id === undefined;
    if (whole) parts.set(name, [name]);
    else if (Object.hasOwn(plan[name], id)) parts.set(`${name} ${id}`, [name, String(id)]);
  }
  return [...parts.values()];
}

/** The entries that patches have touched; null where they may have touched any. */
function changedBy(plan: Plan, patches: readonly Patch[]): Changed | null {
  const [there, gone] = [new Map<string, Set<string>>(), new Map<string, Set<string>>()];
  for (const { path } of patches) {
    const [name, id] = path;
    if (name === undefined || !isPart(name)) return null;
    if (!isCollection(name)) continue;
    if (id === undefined) return null;
    const by = Object.hasOwn(plan[name], id) ? there : gone;
    by.set(name, (by.get(name) ?? new Set()).add(String(id)));
  }
  const of = (by: typeof there) => (name: CollectionName) => [...(by.get(name) ?? [])];
  return { there: of(there), gone: of(gone) };
}

/** A part read by its schema: what is wrong with it, what it leaves to the defaults, and the part with those filled in. */
interface PartRead {
  readonly wrong: readonly Problem[];
  readonly left: readonly Problem[];
  readonly filled: unknown;
}

function readPart(plan: Plan, [name, id]: Touched): PartRead {
  const [schema, value] =
    name === undefined
      ? [planSchema, plan]
      : [planSchema.shape[name], id === undefined ? plan[name] : { [id]: valueAt(plan[name] as object, id) }];
  const read = schema.safeParse(value, { reportInput: true });
  const within = name === undefined ? [] : [name];
  if (!read.success) return { wrong: problemsFrom(read.error.issues, within), left: [], filled: value };
  const left =
    name === undefined
      ? leftOut(read.data, value, '')
      : leftOut({ [name]: read.data }, { [name]: value }, '');
  return { wrong: [], left, filled: read.data };
}

const valueAt = (collection: object, id: string): unknown =>
  entryOf(collection as Record<string, unknown>, id);

/** The plan with parts put in as they were read. */
function filledIn(plan: Plan, parts: readonly Touched[], read: readonly PartRead[]): Plan {
  return parts.reduce<Plan>((filled, [name, id], i) => {
    const own = read[i]?.filled;
    if (name === undefined) return own as Plan;
    return {
      ...filled,
      [name]: id === undefined ? own : { ...(filled[name] as object), ...(own as object) },
    };
  }, plan);
}

/**
 * Checks what a change has touched, and what must hold between the parts of the plan; for a change from outside, that it leaves nothing to
 * the defaults as well. The plan before it was in order.
 */
function problemsOf(plan: Plan, patches: readonly Patch[], from: Given['from']): readonly Problem[] {
  const many = tooMany(plan);
  if (many.length > 0) return many;
  const parts = touchedBy(plan, patches);
  const read = parts.map((part) => readPart(plan, part));
  const wrong = read.flatMap((r) => r.wrong);
  if (wrong.length > 0) return wrong;
  const left = read.flatMap((r) => r.left);
  const filled = left.length > 0 ? filledIn(plan, parts, read) : plan;
  const changed = changedBy(plan, patches);
  const broken = integrityProblems(filled, changed ? mentioning(filled, changed) : undefined);
  return broken.length > 0 || from === 'us' ? broken : left;
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

function refusalOf({ says }: EditRefused, plan: Plan, names: Given['names'] | undefined): string {
  if (typeof says === 'string') return says;
  if (!names) throw new Error('A refusal that names things needs their names: use makeEdit.');
  return says(names(plan));
}

/** The one way a plan changes: recipe on a draft, then schema and invariants, then patches. A throw or a problem leaves the plan as it was. */
export function applyEdit(
  plan: Plan,
  name: string,
  recipe: (draft: Plan) => void,
  given: Partial<Given> = {},
): Edited {
  try {
    const { from = 'us', counts = from === 'us', spends = from === 'us' } = given;
    const [left, made, takenBack] = produceWithPatches(plan, (draft: Plan) => recipe(draft));
    const spent = spends ? spending(left, made) : [];
    const next = patched(left, spent);
    const patches = [...listsWhole(made, plan, next), ...spent];
    const seen = counts ? spentSeen(plan, made) : [];
    const inverse = [...withoutSpent(listsWhole(takenBack, next, plan)), ...seen];
    const problems = problemsOf(next, patches, from);
    return problems.length > 0
      ? { ok: false, problems: [...problems] }
      : { ok: true, plan: next, change: { name, patches, inverse } };
  } catch (error) {
    if (error instanceof EditRefused)
      return { ok: false, problems: [{ path: error.path, message: refusalOf(error, plan, given.names) }] };
    // An entry that its own schema refuses: the edit was given something it cannot hold.
    if (error instanceof z.ZodError) return { ok: false, problems: problemsFrom(error.issues) };
    throw error;
  }
}

/** Replays patches on a plan that may have moved on; problems when they lead where a change may not write, no longer fit, or the outcome is not valid. */
export function applyChange(
  plan: Plan,
  patches: readonly Patch[],
  name = 'change',
  given: Partial<Pick<Given, 'counts' | 'spends'>> = {},
): Edited {
  const replay = (draft: Plan) => {
    for (const patch of patches) {
      const laid = laidOn(draft, patch);
      const wrong = laid && placeProblem(draft, laid);
      if (wrong) throw new EditRefused(wrong.path, wrong.message);
      if (laid) applyPatches(draft, [laid]);
    }
  };
  try {
    return applyEdit(plan, name, replay, { ...given, from: 'outside' });
  } catch (error) {
    return { ok: false, problems: [{ path: '', message: `no longer fits: ${(error as Error).message}` }] };
  }
}
