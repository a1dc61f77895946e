import { isLowVoltage, lightKinds } from '../boxes/index.ts';
import { isOnWall, type Box, type Device, type DeviceKind, type Plan, type RoomUse } from '../plan/schema.ts';
import type { FoundRoom } from '../rooms/index.ts';

/** Rooms whose outlets need arc-fault protection: NEC 2023 210.12(B) (from memory). */
export const arcFaultUses: ReadonlySet<RoomUse> = new Set([
  'kitchen', 'dining', 'living', 'family', 'bedroom', 'office', 'den', 'library', 'sunroom', 'recreation', 'closet', 'hall', 'laundry', 'foyer',
]); // prettier-ignore

/** Rooms whose receptacles need ground-fault protection: NEC 2023 210.8(A) (from memory). */
export const groundFaultUses: ReadonlySet<RoomUse> = new Set([
  'kitchen', 'bath', 'powder', 'garage', 'laundry', 'basement', 'porch', 'outdoor', 'workshop',
]); // prettier-ignore

const groundFaultKinds: ReadonlySet<DeviceKind> = new Set([
  'receptacle',
  'counter-receptacle',
  'appliance-receptacle',
  'opener',
]);

/** The room a box serves: its ceiling's or floor's, or the room that sees its side of the wall; null when none does. */
export function roomOfBox(box: Box, rooms: Readonly<Record<string, FoundRoom>>): string | null {
  const { on } = box;
  if (!isOnWall(on)) return 'ceiling' in on ? on.ceiling : on.floor;
  const sees = (room: FoundRoom) =>
    room.boundary?.faces.some(
      (f) =>
        f.wall === on.wall &&
        f.side === on.side &&
        on.at >= Math.min(f.startAt, f.endAt) - 0.5 &&
        on.at <= Math.max(f.startAt, f.endAt) + 0.5,
    ) ?? false;
  return Object.values(rooms).find(sees)?.id ?? null;
}

/** Which protection a device's outlet needs, by the use of its room. */
export function dutiesOf(device: Device, use: RoomUse | null): { arcFault: boolean; groundFault: boolean } {
  if (use === null || isLowVoltage(device.kind)) return { arcFault: false, groundFault: false };
  return {
    arcFault: arcFaultUses.has(use),
    groundFault: groundFaultUses.has(use) && groundFaultKinds.has(device.kind),
  };
}

/** Load of a device in volt-amperes: what is recorded for it, or the house figure for an outlet. Switches and splices take none. */
export function loadOf(device: Device, outletVa: number): number {
  if (device.va !== undefined) return device.va;
  const outlet = groundFaultKinds.has(device.kind) || device.kind === 'gfci' || lightKinds.has(device.kind);
  return outlet ? outletVa : 0;
}

export function isOutlet(device: Device): boolean {
  return loadOf(device, 1) > 0;
}

export function useOfBox(
  plan: Plan,
  boxId: string,
  rooms: Readonly<Record<string, FoundRoom>>,
): RoomUse | null {
  const room = roomOfBox(plan.boxes[boxId]!, rooms);
  return room ? plan.rooms[room]!.use : null;
}
