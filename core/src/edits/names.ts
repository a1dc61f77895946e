import type { plainEdits } from './plain.ts';
import type { ArgsOf } from './verb.ts';
import type { workedOutEdits } from './workedOut.ts';

/** Every verb by its name; their types only. */
export type Edits = typeof plainEdits & typeof workedOutEdits;
export type EditName = keyof Edits;
export type EditArgs<N extends EditName> = ArgsOf<Edits[N]['args']>;

/** One named edit of several that make up a gesture. */
export type EditStep = { [N in EditName]: { readonly name: N; readonly args: EditArgs<N> } }[EditName];

/** A named edit with arguments that fit it. */
export const editStep = <N extends EditName>(name: N, args: EditArgs<N>): EditStep =>
  ({ name, args }) as EditStep;

/** Edits that work out what follows from the plan before they change it: they take long in a large house, and a window has the worker make them. */
const workedOut: Readonly<Record<keyof typeof workedOutEdits, true>> = {
  propose: true,
  protectCircuit: true,
  setStud: true,
  goThrough: true,
  orderBoxes: true,
  joinBoxes: true,
  swapBoxes: true,
  spliceRun: true,
};

/** Whether an edit needs the plan alone. */
export const isPlain = (name: EditName): boolean => !Object.hasOwn(workedOut, name);
