import { dropEnd } from '../survey/hanging.ts';
import { z } from 'zod';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, panelSchema } from '../plan/index.ts';
import { need } from './need.ts';
import { change, changesOf, id, verb } from './verb.ts';

const place = panelSchema.shape.on;

/** Verbs for panels. */
export const panelEdits = {
  addPanel: verb(
    'Adds a panel.',
    z.strictObject({
      ...place.shape,
      ...panelSchema.pick({ name: true, amps: true, spaces: true, source: true, existing: true }).shape,
    }),
    (draft, args) => {
      const own = need(draft.walls, args.wall, 'wall');
      // Over a slab cable to a panel elsewhere leaves by the ceiling.
      const { below } = need(draft.levels, need(draft.points, own.from, 'point').level, 'level');
      const { wall, side, at, away = 0, leaves = below === 'slab' ? 'above' : 'below', ...rest } = args;
      draft.panels[nextId(draft, 'panels')] = entrySchemas.panels.parse({
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
} as const;
