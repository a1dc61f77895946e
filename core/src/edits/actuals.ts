import { z } from 'zod';
import { isLengthItem } from '../materials/item.ts';
import { EditRefused } from '../plan/gate.ts';
import { nextId } from '../plan/ids.ts';
import { actualSchema, entrySchemas, type Actual } from '../plan/index.ts';
import { need } from './need.ts';
import { id, verb } from './verb.ts';

/** What cannot have been. */
function check(actual: Actual): void {
  if (actual.kind === 'length' && actual.from === actual.to)
    throw new EditRefused('to', 'is the mark at the other end as well: the cable would have no length');
  if (actual.kind === 'hours' && actual.expected === 0)
    throw new EditRefused('stage', 'has no work in this job to hold it against');
  if (actual.kind !== 'material') return;
  const isLength = isLengthItem(actual.item);
  if ((isLength ? actual.feet : actual.count) === undefined)
    throw new EditRefused(
      isLength ? 'feet' : 'count',
      isLength ? 'must say how many feet it was' : 'must say how many it were',
    );
}

/** Verbs for what a job really took. */
export const actualEdits = {
  addActual: verb(
    'Tells what the job really took: a cable by its jacket marks, hours, material beyond the list.',
    actualSchema,
    (draft, args) => {
      const actual = entrySchemas.actuals.parse(args);
      if (actual.kind === 'length') need(draft.runs, actual.run, 'run');
      check(actual);
      draft.actuals[nextId(draft, 'actuals')] = actual;
    },
  ),
  removeActual: verb('Takes back what was told.', z.strictObject({ actual: id }), (draft, args) => {
    need(draft.actuals, args.actual, 'entry');
    delete draft.actuals[args.actual];
  }),
};
