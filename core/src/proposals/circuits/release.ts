import { entryOf } from '../../lookups/index.ts';
import type { Plan } from '../../plan/index.ts';

/** Frees what proposals may share out anew: devices and circuits that are neither pinned nor existing, with the cables that joined them. */
export function releaseCircuits(draft: Plan): void {
  const stays = (id: string) => {
    const c = entryOf(draft.circuits, id);
    return c.existing || c.pinned || Object.values(draft.devices).some((d) => d.circuit === id && d.pinned);
  };
  for (const id of Object.keys(draft.circuits)) {
    const own = Object.values(draft.devices).filter(
      (d) => d.circuit === id && !d.pinned && !entryOf(draft.boxes, d.box).existing,
    );
    if (entryOf(draft.circuits, id).pinned) continue;
    const freed = own.length > 0;
    for (const d of own) d.circuit = null;
    if (freed || !stays(id))
      for (const [run, r] of Object.entries(draft.runs))
        if (r.circuit === id && !r.pinned) delete draft.runs[run];
    if (!stays(id)) {
      delete draft.circuits[id];
      for (const r of Object.values(draft.runs)) if (r.circuit === id) r.circuit = null;
    }
  }
}
