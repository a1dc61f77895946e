import { applyPatches, type Patch } from 'immer';
import { collections, isCollection, type CollectionName } from './collections.ts';
import { highestOf } from './ids.ts';
import type { Option } from './option.ts';
import { placeProblem } from './place.ts';
import { entrySchemas, type Plan } from './plan.ts';
import type { Problem } from './problems.ts';
import { withoutSpent } from './spent.ts';

/** Changes as options keep them. */
type Otherwises = readonly {
  readonly op: Patch['op'];
  readonly path: readonly string[];
  readonly value?: unknown;
}[];

/** Parts of a plan that no option changes: options themselves, and what is counted. */
const apart: ReadonlySet<string> = new Set(['options', 'spent', 'proposal', 'format', 'version']);

/** Patches as options keep them; the counts of ids are no part of the work. */
export const otherwiseOf = (patches: readonly Patch[]): Option['changes'] =>
  withoutSpent(patches).map((p) => ({ ...p, path: p.path.map(String) }));

const isWholeEntry = ({ path }: { readonly path: readonly (string | number)[] }): boolean =>
  path.length === 2 && isCollection(path[0]);

/** A change of an option as a patch: an entry it adds is read as the plan reads it. Null and why where it does not fit. */
function fitting(draft: Plan, change: Otherwises[number]): Patch | Problem {
  const patch = { ...change, path: [...change.path] } as Patch;
  const [part = '', id = ''] = change.path;
  const path = change.path.join('.');
  if (apart.has(part)) return { path, message: 'is no part of the work' };
  const wrong = placeProblem(draft, patch);
  if (wrong) return wrong;
  if (patch.op === 'remove' || !isWholeEntry(patch)) return patch;
  const collection = part as CollectionName;
  if (patch.op === 'add' && Object.hasOwn(draft[collection], id))
    return { path, message: 'is there already' };
  const read = entrySchemas[collection].safeParse(patch.value);
  return read.success
    ? { ...patch, value: read.data }
    : { path, message: read.error.issues[0]?.message ?? 'cannot be read' };
}

/** Makes a draft otherwise, change by change; answers the first that does not fit any more, null where all did. */
export function madeOtherwise(draft: Plan, changes: Otherwises): Problem | null {
  for (const change of changes) {
    const patch = fitting(draft, change);
    if ('message' in patch) return patch;
    applyPatches(draft, [patch]);
  }
  return null;
}

/** Spends the numbers of all that changes add: nothing else is called by them until they are made. */
export function spendAdded(draft: Plan, changes: Otherwises): void {
  for (const collection of collections) {
    const own = changes.filter((c) => c.op === 'add' && isWholeEntry(c) && c.path[0] === collection);
    const number = highestOf(
      own.map((c) => String(c.path[1])),
      collection,
    );
    const highest = Math.max(
      draft.spent[collection] ?? 0,
      highestOf(Object.keys(draft[collection]), collection),
    );
    if (number > highest) draft.spent[collection] = number;
  }
}
