import { lightKinds } from '../boxes/index.ts';
import { entryOf, must } from '../lookups/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Device, Plan } from '../plan/index.ts';
import { roomOfBox, type BoundedRooms } from '../rooms/seeing.ts';

/** Rooms that are dark with some circuits off: all their lights are on those. A light on no circuit yet counts for nothing. */
export function darkenedBy(
  loads: readonly { readonly room: string | null; readonly device: Device }[],
  tripped: ReadonlySet<string>,
): string[] {
  const lights = loads.filter(
    (l) => l.room !== null && lightKinds.has(l.device.kind) && l.device.circuit !== null,
  );
  const rooms = [...new Set(lights.map((l) => must(l.room, 'the room')))].sort(compareIds);
  return rooms.filter((r) =>
    lights.filter((l) => l.room === r).every((l) => tripped.has(must(l.device.circuit, 'the circuit'))),
  );
}

/** Boxes left without power when breakers are off: those with something on them and nothing on another. */
export function deadBoxes(tripped: ReadonlySet<string>, plan: Plan): string[] {
  if (tripped.size === 0) return [];
  const [dead, live] = [new Set<string>(), new Set<string>()];
  for (const { box, circuit } of Object.values(plan.devices))
    if (circuit !== null) (tripped.has(circuit) ? dead : live).add(box);
  return [...dead].filter((b) => !live.has(b)).sort(compareIds);
}

/** Rooms with no light left when breakers are off. */
export function darkRooms(tripped: ReadonlySet<string>, plan: Plan, rooms: BoundedRooms): string[] {
  if (tripped.size === 0) return [];
  const placed = Object.values(plan.devices).map((device) => ({
    device,
    room: roomOfBox(entryOf(plan.boxes, device.box), rooms),
  }));
  return darkenedBy(placed, tripped);
}
