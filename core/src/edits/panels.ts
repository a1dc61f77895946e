import { nth } from '../lookups/index.ts';
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
  addPanelAlone: verb(
    'Adds a panel that is there already, on a short wall of its own beside what is drawn: an audit needs no drawing.',
    panelSchema.pick({ name: true, amps: true, spaces: true }),
    (draft, args) => {
      const level = nth(Object.keys(draft.levels), 0);
      const own = Object.values(draft.points).filter((p) => p.level === level);
      const x = Math.min(0, ...own.map((p) => p.x));
      const y = Math.min(0, ...own.map((p) => p.y)) - 72;
      const end = (along: number) => {
        const id = nextId(draft, 'points');
        draft.points[id] = { level, x: x + along, y };
        return id;
      };
      const wall = nextId(draft, 'walls');
      draft.walls[wall] = entrySchemas.walls.parse({ from: end(0), to: end(48), cover: 'closed' });
      draft.panels[nextId(draft, 'panels')] = entrySchemas.panels.parse({
        ...args,
        existing: true,
        on: { wall, side: 'left', at: 24, away: 0, leaves: 'above' },
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
