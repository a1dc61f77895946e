import type { OwedFlat } from '../boxes/flat.ts';
import { nextId } from '../plan/ids.ts';
import { type Plan, entrySchemas } from '../plan/index.ts';

/** A half-horsepower opener. Common practice, no source. */
const openerVa = 600;

/** Adds owed boxes to a plan draft. */

export function addFlat(draft: Plan, owed: readonly OwedFlat[]): void {
  for (const { on, room, at, kind, what } of owed) {
    const id = nextId(draft, 'boxes');
    const place = { x: Math.round(at.x * 4) / 4, y: Math.round(at.y * 4) / 4 };
    draft.boxes[id] = entrySchemas.boxes.parse({
      on: on === 'ceiling' ? { ceiling: room, ...place } : { floor: room, ...place },
      reason:
        what === 'island'
          ? 'At the island: in the floor under it, none below its top.'
          : 'For the door opener.',
    });
    draft.devices[nextId(draft, 'devices')] = entrySchemas.devices.parse({
      box: id,
      kind,
      ...(kind === 'opener' ? { va: openerVa } : {}),
    });
  }
}
