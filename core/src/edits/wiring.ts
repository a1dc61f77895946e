import { dropEnd } from '../survey/hanging.ts';
import { z } from 'zod';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, panelSchema, runSchema } from '../plan/index.ts';
import { need } from './need.ts';
import { change, changesOf, id, ids, verb, whole } from './verb.ts';

const place = panelSchema.shape.on;

/** Verbs for panels and runs. */
export const wiringEdits = {
  addPanel: verb(
    'Adds a panel.',
    z.strictObject({
      ...place.shape,
      ...panelSchema.pick({ name: true, amps: true, spaces: true, source: true, existing: true }).shape,
    }),
    (draft, args) => {
      need(draft.walls, args.wall, 'wall');
      const { wall, side, at, away = 0, leaves = 'below', ...rest } = args;
      draft.panels[nextId(draft.panels, 'n')] = entrySchemas.panels.parse({
        ...rest,
        on: { wall, side, at, away, leaves },
      });
    },
  ),
  setPanel: verb(
    'Changes a panel, or where it stands.',
    z.strictObject({
      panel: id,
      changes: changesOf(panelSchema.omit({ on: true })),
      on: changesOf(place).optional(),
    }),
    (draft, args) => {
      const panel = need(draft.panels, args.panel, 'panel');
      change(panel, panelSchema, args.changes);
      if (args.changes.feeder === undefined && 'feeder' in args.changes) delete panel.feeder;
      if (args.on) change(panel.on, place, args.on);
    },
  ),
  removePanel: verb(
    'Removes a panel; its circuits stay, without one.',
    z.strictObject({ panel: id }),
    (draft, args) => dropEnd(draft, 'panels', args.panel),
  ),
  setRunWay: verb(
    'Says which way a cable goes.',
    z.strictObject({ run: id, way: whole(runSchema.shape.way) }),
    (draft, args) => {
      need(draft.runs, args.run, 'run').way = args.way;
    },
  ),
  pinRuns: verb(
    'Pins cables, so that laying again leaves them as they are; or lets them go again.',
    z.strictObject({ runs: ids, pinned: z.boolean() }),
    (draft, args) => {
      for (const run of args.runs) need(draft.runs, run, 'run').pinned = args.pinned;
    },
  ),
  clearRuns: verb(
    'Takes up the cables that are not pinned, so that they can be laid again.',
    z.strictObject({ circuit: id.optional() }),
    (draft, args) => {
      for (const [id, run] of Object.entries(draft.runs))
        if (!run.pinned && (args.circuit === undefined || run.circuit === args.circuit))
          delete draft.runs[id];
    },
  ),
} as const;
