import { entryOf, must } from '@fieldchalk/core';
import { deviceWords, isOnWall, type Plan } from '@fieldchalk/core';
import { boxNumber } from '../names.ts';

/** Lights a switch can be told to work: those that go together already, and what nothing works yet, by room. */
export interface LightSet {
  readonly key: string;
  readonly says: string;
  readonly loads: readonly string[];
  readonly switches: readonly string[];
}

const lit = new Set(['light', 'wafer-light', 'fan', 'bath-fan']);

function roomOf(plan: Plan, device: string): string | null {
  const { on } = entryOf(plan.boxes, entryOf(plan.devices, device).box);
  return isOnWall(on) ? null : 'ceiling' in on ? on.ceiling : on.floor;
}

function says(plan: Plan, loads: readonly string[]): string {
  const [first] = loads;
  const device = entryOf(plan.devices, must(first, 'the first'));
  const room = roomOf(plan, must(first, 'the first'));
  const where = room ? entryOf(plan.rooms, room).name || room : `box ${boxNumber(device.box)} on a wall`;
  const what = deviceWords(device.kind);
  return `${where}: ${loads.length === 1 ? what : `${loads.length} ${what}s`}`;
}

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
    if (!lit.has(d.kind) || taken.has(id)) continue;
    const key = `${roomOf(plan, id) ?? d.box} ${d.kind}`;
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
