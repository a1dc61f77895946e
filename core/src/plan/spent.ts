import type { Patch } from 'immer';
import { highestOf } from './ids.ts';
import { isCollection, type CollectionName } from './collections.ts';
import type { Plan } from './plan.ts';

/**
 * The numbers of ids that were given once and stand no more. A plan holds the highest of each collection (`spent`) where nothing that stands has a
 * higher one. They only rise: whoever removes the last thing spends its number, and taking that back brings the thing back, not the count.
 */

const isOfSpent = ({ path }: Patch): boolean => path[0] === 'spent';

export const withoutSpent = (patches: readonly Patch[]): Patch[] => patches.filter((p) => !isOfSpent(p));
export const spentAmong = (patches: readonly Patch[]): Patch[] => patches.filter(isOfSpent);

/** Collections in which patches add or remove whole entries, with the ids of those. */
function entriesIn(patches: readonly Patch[], op: 'add' | 'remove'): Map<CollectionName, string[]> {
  const found = new Map<CollectionName, string[]>();
  for (const patch of patches) {
    const [collection, id] = patch.path;
    if (patch.op !== op || patch.path.length !== 2 || !isCollection(collection)) continue;
    const ids = found.get(collection) ?? [];
    ids.push(String(id));
    found.set(collection, ids);
  }
  return found;
}

/** Patches that spend the numbers of what a change has removed. */
export function spending(next: Plan, patches: readonly Patch[]): Patch[] {
  return [...entriesIn(patches, 'remove')].flatMap(([collection, gone]): Patch[] => {
    const number = highestOf(gone, collection);
    const spent = next.spent[collection] ?? 0;
    if (number <= spent || number <= highestOf(Object.keys(next[collection]), collection)) return [];
    return [{ op: 'add', path: ['spent', collection], value: number }];
  });
}

/** What a change that gives new ids saw of the numbers spent, as part of its inverse: where others have spent more since, it must count again. */
export function spentSeen(plan: Plan, patches: readonly Patch[]): Patch[] {
  return [...entriesIn(patches, 'add').keys()].map((collection): Patch => {
    const path = ['spent', collection];
    const value = plan.spent[collection];
    return value === undefined ? { op: 'remove', path } : { op: 'replace', path, value };
  });
}

/** A patch about spent numbers as it is laid on a plan; null where it raises none. */
function raising(plan: Plan, patch: Patch): Patch | null {
  const [, collection] = patch.path;
  const value: unknown = patch.value;
  const spent = isCollection(collection) ? (plan.spent[collection] ?? 0) : 0;
  if (patch.op === 'remove' || (typeof value === 'number' && value <= spent)) return null;
  return { ...patch, op: 'add' };
}

/** A patch as it is laid on a plan; null where it changes nothing there. */
export const laidOn = (plan: Plan, patch: Patch): Patch | null =>
  isOfSpent(patch) ? raising(plan, patch) : patch;
