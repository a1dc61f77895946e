import { z } from 'zod';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, scheduledSchema, scheduleStages } from '../plan/index.ts';
import { change, changesOf, verb } from './verb.ts';

const stage = z.enum(scheduleStages);

/** Verbs for when the work is done, and by how many. */
export const scheduleEdits = {
  setStage: verb(
    'Says on which day a stage begins at the earliest, or how many work on it.',
    z.strictObject({ stage, changes: changesOf(scheduledSchema.omit({ stage: true })) }),
    (draft, args) => {
      const known = Object.values(draft.schedule).find((s) => s.stage === args.stage);
      const entry = known ?? entrySchemas.schedule.parse({ stage: args.stage });
      change(entry, scheduledSchema, args.changes);
      if (!known) draft.schedule[nextId(draft, 'schedule')] = entry;
    },
  ),
  freeStage: verb(
    'Lets a stage follow the one before it again.',
    z.strictObject({ stage }),
    (draft, args) => {
      for (const [id, s] of Object.entries(draft.schedule))
        if (s.stage === args.stage) delete draft.schedule[id];
    },
  ),
};
