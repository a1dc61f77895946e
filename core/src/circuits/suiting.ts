import { entryOf } from '../lookups/index.ts';
import type { Plan } from '../plan/index.ts';
import { boxesOfRoom } from '../rooms/seeing.ts';
import { isLighting } from './classes.ts';
import { isReceptacle } from './protection.ts';

/**
 * Devices of a room that belong on a circuit like this one: its lights and switches where the circuit has such, else what people plug in.
 * A circuit with nothing on it yet takes the receptacles, or the lights when those alone are still free.
 */
export function devicesSuiting(plan: Plan, room: string, circuit: string): string[] {
  const device = (id: string) => entryOf(plan.devices, id);
  const boxes = new Set(boxesOfRoom(plan, room));
  const here = Object.keys(plan.devices).filter((id) => boxes.has(device(id).box));
  const lighting = here.filter((id) => isLighting(device(id).kind));
  const plugged = here.filter((id) => isReceptacle(device(id).kind));
  const own = Object.values(plan.devices).filter((d) => d.circuit === circuit);
  if (own.length > 0) return own.some((d) => isLighting(d.kind)) ? lighting : plugged;
  const anyFree = (ids: readonly string[]) => ids.some((id) => device(id).circuit === null);
  return anyFree(lighting) && !anyFree(plugged) ? lighting : plugged;
}
