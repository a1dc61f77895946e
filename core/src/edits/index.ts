import { z } from 'zod';
import { entryOf } from '../lookups/index.ts';
import { isAbout } from '../plan/accepted.ts';
import { applyEdit, EditRefused, type Edited } from '../plan/gate.ts';
import { namesOf } from '../outputs/names.ts';
import { nextId } from '../plan/ids.ts';
import { problemsFrom, type Problem } from '../plan/problems.ts';
import { settled } from '../plan/settled.ts';
import {
  editions,
  jobAboutSchema,
  longText,
  priceSchema,
  ruleValues,
  text,
  type CollectionName,
  type Plan,
} from '../plan/index.ts';
import { releaseCircuits } from '../proposals/circuits/release.ts';
import { propose, proposalKinds, type Proposing } from '../proposals/index.ts';
import { keepSame } from '../proposals/sameAgain.ts';
import { ruleCatalogue, ruleIds } from '../rules/index.ts';
import { circuitEdits } from './circuits.ts';
import { deviceEdits } from './devices.ts';
import { spaceEdits } from './space.ts';
import { walkEdits } from './walks.ts';
import { wallEdits } from './walls.ts';
import { cableEdits } from './cables.ts';
import { panelEdits } from './panels.ts';
import { change, changesOf, id, ids, verb, whole, type ArgsOf, type Verb } from './verb.ts';

const finding = z.strictObject({ rule: text, about: ids, wall: id.nullable() });

const proposing = z.strictObject({
  only: z.array(z.enum(proposalKinds)).readonly().optional(),
  anew: z.boolean().optional(),
  trial: whole(ruleValues).optional(),
});

/** The verbs a plan is edited with. Each changes a draft; what is wrong is refused by naming the field. */
export const edits = {
  renameJob: verb('Names the job.', z.strictObject({ name: text }), (draft, args) => {
    draft.job.name = args.name;
  }),
  describeJob: verb(
    'Says what the job is called, what kind of work it is, where and for whom, and from when to when.',
    changesOf(jobAboutSchema),
    (draft, args) => {
      const { starts, ends } = { ...draft.job, ...args };
      if (starts && ends && ends < starts)
        throw new EditRefused('ends', `must not be before the day the work starts, ${starts}`);
      change(draft.job, jobAboutSchema, args);
    },
  ),
  ...walkEdits,
  ...wallEdits,
  ...spaceEdits,
  ...deviceEdits,
  ...panelEdits,
  ...cableEdits,
  ...circuitEdits,

  setRule: verb(
    'Sets a rule, with the reason for it; the usual value takes the job’s own away.',
    z.strictObject({ rule: z.enum(ruleIds), value: z.unknown(), reason: longText.optional() }),
    (draft, args) => {
      const same = JSON.stringify(args.value) === JSON.stringify(ruleCatalogue[args.rule].default);
      if (same) delete draft.rules.values[args.rule];
      else draft.rules.values[args.rule] = args.value;
      if (args.reason) draft.rules.reasons[args.rule] = args.reason;
      else delete draft.rules.reasons[args.rule];
    },
  ),
  setEdition: verb(
    'Sets the edition of the code in force where the job is: rooms that need protection and how grounds fill a box go by it.',
    z.strictObject({ edition: z.enum(editions) }),
    (draft, args) => {
      draft.rules.edition = args.edition;
    },
  ),
  setRules: verb(
    'Takes a whole set of rules in place of the job’s own.',
    z.strictObject({ values: whole(ruleValues), reasons: z.record(z.string(), longText) }),
    (draft, args) => {
      draft.rules.values = { ...args.values };
      draft.rules.reasons = { ...args.reasons };
    },
  ),
  acceptFinding: verb(
    'Lets a finding stand, with the reason kept in the plan.',
    finding.extend({ reason: longText }),
    (draft, args) => {
      const { rule, wall, about } = args;
      const reason = args.reason.trim();
      if (reason === '') throw new EditRefused('reason', 'must say why it is accepted');
      const known = Object.keys(draft.accepted).find((id) => isAbout(entryOf(draft.accepted, id), args));
      draft.accepted[known ?? nextId(draft, 'accepted')] = { rule, about: [...about], wall, reason };
    },
  ),
  reopenFinding: verb('Opens a finding again that was accepted.', finding, (draft, args) => {
    for (const [id, a] of Object.entries(draft.accepted)) if (isAbout(a, args)) delete draft.accepted[id];
  }),
  setPrice: verb(
    'Sets what an item of the list costs.',
    z.strictObject({
      item: text,
      cents: priceSchema.shape.cents,
      per: whole(priceSchema.shape.per),
      on: priceSchema.shape.on,
    }),
    (draft, { item, ...price }) => {
      draft.prices[item] = price;
    },
  ),
  propose: verb(
    'Proposes what is missing: boxes, circuits, runs, models. “anew” frees what is neither pinned nor existing first, of runs alone the cables; “trial” weighs this proposal by other rule values than the job’s.',
    proposing,
    (draft, args) => {
      layOut(draft, args, {});
    },
  ),
} as const;

type ProposeArgs = ArgsOf<typeof proposing>;

function layOut(draft: Plan, { anew, ...asked }: ProposeArgs, how: Partial<Proposing>): void {
  if (!anew) return propose(draft, { ...asked, ...how });
  const before = settled(draft);
  const cablesOnly =
    asked.only !== undefined && !asked.only.includes('circuits') && asked.only.includes('runs');
  if (!cablesOnly) releaseCircuits(draft);
  else for (const [id, run] of Object.entries(before.runs)) if (!run.pinned) delete draft.runs[id];
  propose(draft, { ...asked, ...how });
  keepSame(draft, before);
}

/** The edit `propose`, worked out by a kept computer, which then follows what was proposed; `told` hears how far it is. */
export const proposed = (
  plan: Plan,
  args: ProposeArgs,
  how: Pick<Proposing, 'computer'> & Partial<Pick<Proposing, 'told'>>,
): Edited => applyEdit(plan, 'propose', (draft) => layOut(draft, args, how), { names: namesOf });

export type EditName = keyof typeof edits;
export type EditArgs<N extends EditName> = ArgsOf<(typeof edits)[N]['args']>;

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

/** What is wrong with the arguments of a named edit, by their names, whatever the plan it is made on. */
export function argumentProblems(name: EditName, args: unknown): Problem[] {
  const read = (edits[name].args as z.ZodType).safeParse(args, { reportInput: true });
  return read.success ? [] : problemsFrom(read.error.issues);
}

/** What the things that arguments name are entries of. */
const collectionOf: Readonly<Record<string, CollectionName>> = {
  opening: 'openings',
  obstacle: 'obstacles',
  fixture: 'fixtures',
  level: 'levels',
  room: 'rooms',
  wall: 'walls',
  walls: 'walls',
  box: 'boxes',
  device: 'devices',
  panel: 'panels',
  circuit: 'circuits',
};

/** Where in the plan a change would go that an argument asks for, so that a person is told of the thing and not of the argument. */
function addressOf(path: readonly PropertyKey[], args: unknown): PropertyKey[] {
  const [head, ...rest] = path;
  if (head !== 'changes' && head !== 'joists' && head !== 'on') return [...path];
  const within = head === 'changes' ? rest : [head, ...rest];
  for (const [name, named] of Object.entries(args as object)) {
    const collection = collectionOf[name];
    const id: unknown = Array.isArray(named) ? named[0] : named;
    if (collection && typeof id === 'string') return [collection, id, ...within];
  }
  return ['service', ...within];
}

/** The recipe of a named edit. Arguments that do not fit it are refused by what they would change, or by their names. */
export function recipeOf<N extends EditName>(name: N, args: EditArgs<N>): (draft: Plan) => void {
  const { args: schema, make } = edits[name] as unknown as Verb;
  return (draft) => {
    const read = schema.safeParse(args, { reportInput: true });
    if (!read.success)
      throw new z.ZodError(read.error.issues.map((i) => ({ ...i, path: addressOf(i.path, args) })));
    make(draft, args);
  };
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
