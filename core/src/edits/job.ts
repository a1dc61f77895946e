import { z } from 'zod';
import { entryOf } from '../lookups/index.ts';
import { isAbout } from '../plan/accepted.ts';
import { EditRefused } from '../plan/gate.ts';
import { nextId } from '../plan/ids.ts';
import { editions, jobAboutSchema, longText, priceSchema, ruleValues, text } from '../plan/index.ts';
import { ruleCatalogue, ruleIds } from '../rules/index.ts';
import { change, changesOf, id, ids, verb, whole } from './verb.ts';

const finding = z.strictObject({ rule: text, about: ids, wall: id.nullable() });

/** Verbs for the job as a whole: what it is about, its rules, what was let stand, and what things cost. */
export const jobEdits = {
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
      of: priceSchema.shape.of,
      on: priceSchema.shape.on,
      supplier: priceSchema.shape.supplier,
    }),
    (draft, { item, ...price }) => {
      draft.prices[item] = price;
    },
  ),
} as const;
