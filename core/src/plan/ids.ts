import { isDraft, original } from 'immer';
import { nth } from '../lookups/index.ts';
import type { CollectionName } from './collections.ts';
import type { Plan } from './plan.ts';

export { compareIds } from '../lookups/ids.ts';

/** What the ids of a collection begin with: `b12` is the twelfth box. */
const prefixOf: Readonly<Record<CollectionName, string>> = {
  levels: 'L',
  points: 'p',
  walls: 'w',
  openings: 'o',
  members: 'm',
  obstacles: 'x',
  rooms: 'r',
  fixtures: 'f',
  boxes: 'b',
  devices: 'd',
  controls: 'k',
  panels: 'n',
  circuits: 'c',
  runs: 'k',
  stock: 's',
  coils: 'q',
  sheetSets: 'h',
  schedule: 'g',
  options: 'v',
  crew: 'y',
  actuals: 'e',
  accepted: 'a',
  models: 'model',
};

/** Numbers beyond this are not counted on from. */
export const highestNumber = 1_000_000_000;

/** The highest number among ids of a collection that were given by counting; 0 where none was. */
export function highestOf(ids: readonly string[], collection: CollectionName): number {
  const prefix = prefixOf[collection];
  let highest = 0;
  for (const id of ids) {
    const match = id.startsWith(prefix) ? /^(?:\d+-)?(\d+)$/.exec(id.slice(prefix.length)) : null;
    const number = match ? Number(match[1]) : 0;
    if (number <= highestNumber) highest = Math.max(highest, number);
  }
  return highest;
}

/**
 * Next free ids of a collection: `w1`, `w2`, … past the highest that is in use, was before the edit under way, or ever was. An id does not come back:
 * what the crew ticked, wrote on a stud or reads on a printed sheet stays with the thing it was.
 */
export function nextIds(plan: Plan, collection: CollectionName, count: number): string[] {
  const prefix = prefixOf[collection];
  const before = isDraft(plan) ? original(plan) : undefined;
  const highest = Math.max(
    highestOf(Object.keys(plan[collection]), collection),
    before ? highestOf(Object.keys(before[collection]), collection) : 0,
    plan.spent[collection] ?? 0,
  );
  const ids: string[] = [];
  for (let number = highest + 1; ids.length < count; number++) {
    const id = `${prefix}${number}`;
    // Beyond the numbers that are counted one may be taken.
    if (!Object.hasOwn(plan[collection], id)) ids.push(id);
  }
  return ids;
}

export function nextId(plan: Plan, collection: CollectionName): string {
  return nth(nextIds(plan, collection, 1), 0);
}

/** Wall letters as people say them: A to Z, then A2, B2, … */
export function wallLetter(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  const round = Math.floor(index / 26);
  return round === 0 ? letter : `${letter}${round + 1}`;
}
