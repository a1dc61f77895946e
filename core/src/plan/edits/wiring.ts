import { freeSpaces } from '../../circuits/index.ts';
import { dropEnd } from '../hanging.ts';
import { nextId } from '../ids.ts';
import { entrySchemas, type Circuit, type Panel, type Plan, type Side } from '../schema.ts';
import { need } from './need.ts';

/** Verbs for panels, circuits and runs. */
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
    if (args.on) Object.assign(panel.on, args.on);
  },
  removePanel: (draft: Plan, args: { panel: string }) => dropEnd(draft, 'panels', args.panel),
  addCircuit: (draft: Plan, args: Partial<Circuit>) => {
    const space = args.space ?? (args.panel ? (freeSpaces(draft, args.panel)[0] ?? null) : null);
    draft.circuits[nextId(draft.circuits, 'c')] = entrySchemas.circuits.parse({ ...args, space });
  },
  setCircuit: (draft: Plan, args: { circuit: string; changes: Partial<Circuit> }) => {
    const circuit = need(draft.circuits, args.circuit, 'circuit');
    Object.assign(circuit, args.changes);
    if (args.changes.gauge === undefined) return;
    for (const run of Object.values(draft.runs))
      if (run.circuit === args.circuit)
        run.cable = entrySchemas.runs.shape.cable.parse(`${args.changes.gauge}/${run.cable.split('/')[1]}`);
  },
  /** Removes a circuit with its cables; its devices are free again. */
  removeCircuit: (draft: Plan, args: { circuit: string }) => {
    delete draft.circuits[args.circuit];
    for (const d of Object.values(draft.devices)) if (d.circuit === args.circuit) d.circuit = null;
    for (const [id, run] of Object.entries(draft.runs))
      if (run.circuit === args.circuit) delete draft.runs[id];
  },
  /** Puts the devices of some boxes on a circuit. Cables of a circuit they leave go, since they no longer join it. */
  assignBoxes: (draft: Plan, args: { boxes: readonly string[]; circuit: string | null }) => {
    if (args.circuit !== null) need(draft.circuits, args.circuit, 'circuit');
    for (const d of Object.values(draft.devices)) {
      if (!args.boxes.includes(d.box) || d.circuit === args.circuit) continue;
      const left = d.circuit;
      d.circuit = args.circuit;
      for (const [id, run] of Object.entries(draft.runs))
        if (left !== null && run.circuit === left && !run.pinned) delete draft.runs[id];
    }
  },
  setRunWay: (draft: Plan, args: { run: string; way: Plan['runs'][string]['way'] }) => {
    need(draft.runs, args.run, 'run').way = args.way;
  },
  /** Takes up the cables that are not pinned, so that they can be laid again. */
  clearRuns: (draft: Plan, args: { circuit?: string }) => {
    for (const [id, run] of Object.entries(draft.runs))
      if (!run.pinned && (args.circuit === undefined || run.circuit === args.circuit)) delete draft.runs[id];
  },
} as const;
