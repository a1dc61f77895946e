import {
  boundedRooms,
  boxNumber,
  deviceWords,
  entryOf,
  isOnWall,
  lightKinds,
  nth,
  type Plan,
  roomOfBox,
} from '@fieldchalk/core';

/** Lights a switch can be told to work: those that go together already, and what nothing works yet, by room. */
export interface LightSet {
  readonly key: string;
  readonly says: string;
  readonly loads: readonly string[];
  readonly switches: readonly string[];
}

function says(plan: Plan, loads: readonly string[]): string {
  const device = entryOf(plan.devices, nth(loads, 0));
  const box = entryOf(plan.boxes, device.box);
  const room = roomOfBox(box, boundedRooms(plan));
  const named = room ? entryOf(plan.rooms, room).name || room : null;
  const where = isOnWall(box.on)
    ? `${named ? `${named}, ` : ''}box ${boxNumber(device.box)} on a wall`
    : (named ?? 'Elsewhere');
  const what = deviceWords(device.kind);
  return `${where}: ${loads.length === 1 ? what : `${loads.length} ${what}s`}`;
}

/** The room whose ceiling or floor a box is in; null on a wall, where each light stands for itself. */
const overhead = (plan: Plan, box: string): string | null => {
  const { on } = entryOf(plan.boxes, box);
  return isOnWall(on) ? null : 'ceiling' in on ? on.ceiling : on.floor;
};

/** Every set, those controlled first, in the order of the plan. */
export function lightSets(plan: Plan): LightSet[] {
  const controlled = Object.entries(plan.controls).map(([id, c]) => ({
    key: id,
    says: says(plan, c.loads),
    loads: c.loads,
    switches: c.switches,
  }));
  const taken = new Set(controlled.flatMap((s) => s.loads));
  const free = new Map<string, string[]>();
  for (const [id, d] of Object.entries(plan.devices)) {
    if (!lightKinds.has(d.kind) || taken.has(id)) continue;
    const key = `${overhead(plan, d.box) ?? d.box} ${d.kind}`;
    free.set(key, [...(free.get(key) ?? []), id]);
  }
  return [
    ...controlled,
    ...[...free].map(([key, loads]) => ({ key, says: says(plan, loads), loads, switches: [] })),
  ];
}

/** The set a switch works; null when it works nothing. */
export function setOf(plan: Plan, device: string): LightSet | null {
  return lightSets(plan).find((s) => s.switches.includes(device)) ?? null;
}
