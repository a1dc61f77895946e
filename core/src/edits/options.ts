import { z } from 'zod';
import { EditRefused } from '../plan/gate.ts';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, optionSchema, otherwisesSchema, proposalSchema } from '../plan/index.ts';
import { madeOtherwise, spendAdded } from '../plan/otherwise.ts';
import { need } from './need.ts';
import { change, changesOf, id, ids, verb } from './verb.ts';

/** Verbs for work a customer may choose, and for the page they sign. */
export const optionEdits = {
  addOption: verb(
    'Keeps work the customer may choose: what of the plan is otherwise with it. “instead” takes that out of the plan first, where it was worked out in it.',
    optionSchema.extend({ instead: otherwisesSchema.optional() }),
    (draft, { instead = [], ...args }) => {
      const option = entrySchemas.options.parse(args);
      const wrong = madeOtherwise(draft, instead);
      if (wrong) throw new EditRefused('instead', `cannot be taken back: ${wrong.path} ${wrong.message}`);
      spendAdded(draft, option.changes);
      draft.options[nextId(draft, 'options')] = option;
    },
  ),
  setOption: verb(
    'Says otherwise what an option is called or what the customer reads of it.',
    z.strictObject({ option: id, changes: changesOf(optionSchema.omit({ changes: true })) }),
    (draft, args) => {
      change(need(draft.options, args.option, 'option'), optionSchema, args.changes);
    },
  ),
  removeOption: verb('Offers an option no more.', z.strictObject({ option: id }), (draft, args) => {
    need(draft.options, args.option, 'option');
    delete draft.options[args.option];
  }),
  takeOptions: verb(
    'Takes options into the plan, one after the other: their work is part of it from here on.',
    z.strictObject({ options: ids }),
    (draft, args) => {
      for (const option of args.options) {
        const { name, changes } = need(draft.options, option, 'option');
        const wrong = madeOtherwise(draft, changes);
        if (wrong)
          throw new EditRefused(
            `options.${option}`,
            `does not fit the job any more: of “${name}”, ${wrong.path} ${wrong.message}`,
          );
        delete draft.options[option];
      }
    },
  ),
  setProposal: verb(
    'Says what stands on the page a customer signs besides the work and its price.',
    z.strictObject({ changes: changesOf(proposalSchema) }),
    (draft, args) => {
      change(draft.proposal, proposalSchema, args.changes);
    },
  ),
};
