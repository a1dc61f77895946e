import { entryOf } from '../lookups/index.ts';
import { isAbout } from '../plan/accepted.ts';
import { applyEdit, EditRefused, type Edited } from '../plan/gate.ts';
import { namesOf } from '../outputs/names.ts';
import { nextId } from '../plan/ids.ts';
import type { Plan } from '../plan/index.ts';
import { releaseCircuits } from '../proposals/circuits/release.ts';
import { Computer } from '../compute/index.ts';
import { propose, type ProposalKind } from '../proposals/index.ts';
import { ruleCatalogue, type RuleId } from '../rules/index.ts';
import { circuitEdits } from './circuits.ts';
import { deviceEdits } from './devices.ts';
import { spaceEdits } from './space.ts';
import { walkEdits } from './walks.ts';
import { wallEdits } from './walls.ts';
import { wiringEdits } from './wiring.ts';

/** The verbs a plan is edited with. Each changes a draft; what is wrong is refused by naming the field. */
export const edits = {
  renameJob: (draft: Plan, args: { name: string }) => {
    draft.job.name = args.name;
  },
  ...walkEdits,
  ...wallEdits,
  ...spaceEdits,
  ...deviceEdits,
  ...wiringEdits,
  ...circuitEdits,

  setRule: (draft: Plan, args: { rule: RuleId; value: unknown; reason?: string }) => {
    const same = JSON.stringify(args.value) === JSON.stringify(ruleCatalogue[args.rule].default);
    if (same) delete draft.rules.values[args.rule];
    else draft.rules.values[args.rule] = args.value;
    if (args.reason) draft.rules.reasons[args.rule] = args.reason;
    else delete draft.rules.reasons[args.rule];
  },
  /** The edition of the code in force where the job is: rooms that need protection and how grounds fill a box go by it. */
  setEdition: (draft: Plan, args: { edition: Plan['rules']['edition'] }) => {
    draft.rules.edition = args.edition;
  },
  /** Takes a whole set of rules in place of the job's own. */
  setRules: (draft: Plan, args: { values: Plan['rules']['values']; reasons: Plan['rules']['reasons'] }) => {
    draft.rules.values = { ...args.values };
    draft.rules.reasons = { ...args.reasons };
  },
  /** Lets a finding stand, with the reason kept in the plan. */
  acceptFinding: (
    draft: Plan,
    args: { rule: string; about: readonly string[]; wall: string | null; reason: string },
  ) => {
    const { rule, wall, about } = args;
    const reason = args.reason.trim();
    if (reason === '') throw new EditRefused('reason', 'must say why it may stand');
    const known = Object.keys(draft.accepted).find((id) => isAbout(entryOf(draft.accepted, id), args));
    draft.accepted[known ?? nextId(draft.accepted, 'a')] = { rule, about: [...about], wall, reason };
  },
  reopenFinding: (draft: Plan, args: { rule: string; about: readonly string[]; wall: string | null }) => {
    for (const [id, a] of Object.entries(draft.accepted)) if (isAbout(a, args)) delete draft.accepted[id];
  },
  setPrice: (draft: Plan, args: { item: string; cents: number; per: Plan['prices'][string]['per'] }) => {
    draft.prices[args.item] = { cents: args.cents, per: args.per };
  },
  /** `anew` frees what is neither pinned nor existing first; `trial` weighs this proposal by other rule values than the job's. */
  propose: (draft: Plan, args: ProposeArgs) => {
    layOut(draft, args, new Computer());
  },
} as const;

interface ProposeArgs {
  readonly only?: readonly ProposalKind[];
  readonly anew?: boolean;
  readonly trial?: Plan['rules']['values'];
}

function layOut(draft: Plan, { only, anew, trial }: ProposeArgs, computer: Computer): void {
  if (anew) releaseCircuits(draft);
  propose(draft, only, computer, trial);
}

/** The edit `propose`, worked out by a kept computer, which then follows what was proposed. */
export const proposed = (plan: Plan, args: ProposeArgs, computer: Computer): Edited =>
  applyEdit(plan, 'propose', (draft) => layOut(draft, args, computer), { names: namesOf });

export type EditName = keyof typeof edits;
export type EditArgs<N extends EditName> = Parameters<(typeof edits)[N]>[1];

/** Makes a named edit through the gate; a refusal names the plan’s things as people on site do. */
export function makeEdit<N extends EditName>(plan: Plan, name: N, args: EditArgs<N>): Edited {
  return applyEdit(plan, name, recipeOf(name, args), { names: namesOf });
}

/** One named edit of several that make up a gesture. */
export type EditStep = { [N in EditName]: { readonly name: N; readonly args: EditArgs<N> } }[EditName];

/** A named edit with arguments that fit it. */
export const editStep = <N extends EditName>(name: N, args: EditArgs<N>): EditStep =>
  ({ name, args }) as EditStep;

/** Makes several edits as one change, so that one undo takes the gesture back. Refused as a whole where one of them is. */
export function makeEdits(plan: Plan, name: string, steps: readonly EditStep[]): Edited {
  const all = (draft: Plan) => {
    for (const step of steps) recipeOf(step.name, step.args)(draft);
  };
  return applyEdit(plan, name, all, { names: namesOf });
}

/** The recipe of a named edit. */
export function recipeOf<N extends EditName>(name: N, args: EditArgs<N>): (draft: Plan) => void {
  return (draft) => (edits[name] as (d: Plan, a: EditArgs<N>) => void)(draft, args);
}
