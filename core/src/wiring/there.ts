import { devicesIn } from '../boxes/index.ts';
import { isThere } from '../boxes/kinds.ts';
import { entryOf } from '../lookups/index.ts';
import type { Box, Plan } from '../plan/index.ts';

/** A cable that an old box had before the job, spliced in it. It has no run, and where it comes from is not known. */
export interface CableThere {
  /** Names it among the cables of its box: no run can have this id. */
  readonly run: string;
  readonly cable: Box['cables'][number]['cable'];
  /** The circuit it is on; null where the devices of the box are on several, and no one has said which. */
  readonly circuit: string | null;
}

/** The spliced cables of an old box. */
export function cablesThere(plan: Plan, boxId: string): CableThere[] {
  if (!isThere(plan, boxId)) return [];
  const circuits = new Set(devicesIn(plan, boxId).flatMap(([, d]) => d.circuit ?? []));
  const old = [...circuits].filter((c) => entryOf(plan.circuits, c).existing);
  const [circuit = null, ...more] = old;
  return entryOf(plan.boxes, boxId)
    .cables.filter((c) => c.how === 'spliced')
    .map(({ cable }, i) => ({
      run: `${boxId}: there ${i + 1}`,
      cable,
      circuit: more.length === 0 ? circuit : null,
    }));
}
