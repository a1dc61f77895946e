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

/** What goes dead when breakers are off: devices, boxes without power, and rooms with no light left. */
export function deadWith(
  tripped: ReadonlySet<string>,
  plan: Plan,
  rooms: BoundedRooms,
): { boxes: string[]; devices: string[]; dark: string[] } {
  const devices = Object.keys(plan.devices).filter((d) =>
    tripped.has(entryOf(plan.devices, d).circuit ?? ''),
  );
  const held = [...new Set(devices.map((d) => entryOf(plan.devices, d).box))];
  const live = (box: string) =>
    Object.values(plan.devices).some((d) => d.box === box && d.circuit !== null && !tripped.has(d.circuit));
  const placed = Object.values(plan.devices).map((device) => ({
    device,
    room: roomOfBox(entryOf(plan.boxes, device.box), rooms),
  }));
  return {
    devices,
    boxes: held.filter((b) => !live(b)).sort(compareIds),
    dark: darkenedBy(placed, tripped),
  };
}
