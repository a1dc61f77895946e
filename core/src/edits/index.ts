import { z } from 'zod';
import { namesOf } from '../outputs/names.ts';
import { applyEdit } from '../plan/gate.ts';
import type { Edited } from '../plan/patches.ts';
import type { Plan } from '../plan/index.ts';
import { problemsFrom, type Problem } from '../plan/problems.ts';
import type { Proposing } from '../proposals/index.ts';
import { makingBy } from './making.ts';
import type { EditName } from './names.ts';
import { plainEdits } from './plain.ts';
import { layOut, workedOutEdits, type ProposeArgs } from './workedOut.ts';

export { editStep, type EditArgs, type EditName, type EditStep } from './names.ts';

/** The verbs a plan is edited with. Each changes a draft; what is wrong is refused by naming the field. */
export const edits = { ...plainEdits, ...workedOutEdits } as const;

export const { makeEdit, makeEdits, recipeOf } = makingBy(edits);

/** The edit `propose`, worked out by a kept computer, which then follows what was proposed; `told` hears how far it is. */
export const proposed = (
  plan: Plan,
  args: ProposeArgs,
  how: Pick<Proposing, 'computer'> & Partial<Pick<Proposing, 'told'>>,
): Edited => applyEdit(plan, 'propose', (draft) => layOut(draft, args, how), { names: namesOf });

/** What is wrong with the arguments of a named edit, by their names, whatever the plan it is made on. */
export function argumentProblems(name: EditName, args: unknown): Problem[] {
  const read = (edits[name].args as z.ZodType).safeParse(args, { reportInput: true });
  return read.success ? [] : problemsFrom(read.error.issues);
}

/** A named edit for those who script with it. */
export interface ListedEdit {
  readonly edit: EditName;
  readonly does: string;
  /** JSON Schema, draft 2020-12. */
  readonly args: object;
}

/** Every named edit, by name, with the JSON Schema of its arguments. */
export const listEdits = (): ListedEdit[] =>
  (Object.keys(edits) as EditName[]).sort().map((edit) => ({
    edit,
    does: edits[edit].does,
    args: z.toJSONSchema(edits[edit].args, { io: 'input', unrepresentable: 'any' }),
  }));
