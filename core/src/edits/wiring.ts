import { dropEnd } from '../survey/hanging.ts';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, type Panel, type Plan, type Side } from '../plan/index.ts';
import { need } from './need.ts';

/** Verbs for panels and runs. */
export const wiringEdits = {
  addPanel: (
    draft: Plan,
    args: {
      wall: string;
      side: Side;
      at: number;
      away?: number;
      leaves?: 'below' | 'above';
      name?: string;
      amps?: number;
      spaces?: number;
      source?: string;
      existing?: boolean;
    },
  ) => {
    need(draft.walls, args.wall, 'wall');
    const { wall, side, at, away = 0, leaves = 'below', ...rest } = args;
    draft.panels[nextId(draft.panels, 'n')] = entrySchemas.panels.parse({
      ...rest,
      on: { wall, side, at, away, leaves },
    });
  },
  setPanel: (
    draft: Plan,
    args: { panel: string; changes: Partial<Omit<Panel, 'on'>>; on?: Partial<Panel['on']> },
  ) => {
    const panel = need(draft.panels, args.panel, 'panel');
    Object.assign(panel, args.changes);
    if (args.changes.feeder === undefined && 'feeder' in args.changes) delete panel.feeder;
    if (args.on) Object.assign(panel.on, args.on);
  },
  removePanel: (draft: Plan, args: { panel: string }) => dropEnd(draft, 'panels', args.panel),
  setRunWay: (draft: Plan, args: { run: string; way: Plan['runs'][string]['way'] }) => {
    need(draft.runs, args.run, 'run').way = args.way;
  },
  /** Takes up the cables that are not pinned, so that they can be laid again. */
  clearRuns: (draft: Plan, args: { circuit?: string }) => {
    for (const [id, run] of Object.entries(draft.runs))
      if (!run.pinned && (args.circuit === undefined || run.circuit === args.circuit)) delete draft.runs[id];
  },
} as const;
