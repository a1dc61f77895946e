/**
 * Edits as a window makes them: only those that need the plan alone. The others are worked out by whoever has the whole core; so a window need not load it. It
 * loads these with the first change, as they bring all schemas along.
 */
import { makingBy } from './making.ts';
import { plainEdits } from './plain.ts';

export const { makeEdit, makeEdits } = makingBy(plainEdits);
export { applyChange } from '../plan/gate.ts';
