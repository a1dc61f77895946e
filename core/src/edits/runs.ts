import { z } from 'zod';
import { EditRefused } from '../plan/gate.ts';
import { runSchema } from '../plan/index.ts';
import { need } from './need.ts';
import { id, ids, verb, whole } from './verb.ts';

/** Verbs for cables as they are: which way they go, and which of them stay. */
export const runEdits = {
  setRunWay: verb(
    'Says which way a cable goes.',
    z.strictObject({ run: id, way: whole(runSchema.shape.way) }),
    (draft, args) => {
      const run = need(draft.runs, args.run, 'run');
      run.way = args.way;
      run.through = [];
    },
  ),
  leaveThrough: verb(
    'Has a cable no longer go through one of its places, counted from 0; or through none of them.',
    z.strictObject({ run: id, stop: z.int().min(0).optional() }),
    (draft, args) => {
      const run = need(draft.runs, args.run, 'run');
      if (args.stop !== undefined && args.stop >= run.through.length)
        throw new EditRefused('stop', `is none of the ${run.through.length} places of this cable`);
      run.through = args.stop === undefined ? [] : run.through.filter((_, i) => i !== args.stop);
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
