import { makingBy } from './making.ts';
import type { EditName } from './names.ts';
import { plainEdits } from './plain.ts';

/**
 * Edits as a window makes them: only those that need the plan alone. The others are worked out by whoever has the whole core; so a window need not load it.
 */
export const { makeEdit, makeEdits } = makingBy(plainEdits);

/** Whether an edit needs the plan alone. */
export const isPlain = (name: EditName): boolean => Object.hasOwn(plainEdits, name);

export { editStep } from './names.ts';
