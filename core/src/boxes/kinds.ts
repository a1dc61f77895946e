import { query } from '../incremental/index.ts';
import { entriesIn, type Box, type Device, type DeviceKind, type Plan } from '../plan/index.ts';
import { nominalBoxSize, type Catalogue } from '../materials/index.ts';
import type { Height, RuleBook } from '../rules/index.ts';
import { compareIds } from '../plan/ids.ts';
import { formatLength } from '../units/index.ts';

/** Devices of one box, in slot order. */
export type BoxDevices = readonly (readonly [id: string, device: Device])[];

export const devicesIn = query('devices in box', (plan: Plan, box: string): BoxDevices =>
  entriesIn(plan, 'devicesInBox', box).sort((a, b) => a[1].slot - b[1].slot || compareIds(a[0], b[0])),
);

/** Whether a box was there before the job; false for one that is not in the plan. */
export const isThere = query(
  'box is there',
  (plan: Plan, box: string): boolean => plan.boxes[box]?.existing ?? false,
);

/** Kinds of the devices of one box, in slot order. */
export const kindsIn = query('kinds in box', (plan: Plan, box: string): readonly DeviceKind[] =>
  devicesIn(plan, box).map(([, d]) => d.kind),
);

/** Receptacles that count for wall spacing: NEC 210.52 (from memory). Counter-top and appliance ones do not. */
export const countingKinds: ReadonlySet<DeviceKind> = new Set(['receptacle', 'gfci']);
export const switchKinds: ReadonlySet<DeviceKind> = new Set([
  'switch',
  'switch-3way',
  'switch-4way',
  'dimmer',
]);
/** Devices with a yoke that takes room in the box: NEC 314.16(B)(4) (from memory). */
export const yokeKinds: ReadonlySet<DeviceKind> = new Set([
  'receptacle',
  'gfci',
  'counter-receptacle',
  'appliance-receptacle',
  'switch',
  'switch-3way',
  'switch-4way',
  'dimmer',
  'opener',
  'disconnect',
]);
/** Gangs a device takes by the size of what plugs in: a range or dryer outlet, two (common practice, no source). */
export function gangsTaken(device: Device, plan: Plan): 1 | 2 {
  const circuit = device.circuit === null ? undefined : plan.circuits[device.circuit];
  return device.kind !== 'disconnect' && circuit?.poles === 2 && circuit.amps >= 30 ? 2 : 1;
}
const lowVoltage: ReadonlySet<DeviceKind> = new Set(['data', 'tv', 'thermostat', 'doorbell']);
export function isLowVoltage(kind: DeviceKind): boolean {
  return lowVoltage.has(kind);
}
const kindWords: Partial<Record<DeviceKind, string>> = {
  gfci: 'GFCI receptacle',
  'switch-3way': 'three-way switch',
  'switch-4way': 'four-way switch',
  'co-alarm': 'CO alarm',
  tv: 'television outlet',
  data: 'data outlet',
};
/** What a kind of device is called on site. */
export function deviceWords(kind: DeviceKind): string {
  return kindWords[kind] ?? kind.replaceAll('-', ' ');
}

/** Alarms, which speak to each other over one wire. */
export const alarmKinds: ReadonlySet<DeviceKind> = new Set(['smoke-alarm', 'co-alarm']);

export const lightKinds: ReadonlySet<DeviceKind> = new Set(['light', 'wafer-light', 'fan', 'bath-fan']);

/** Whether nothing is nailed up for a box at rough-in: a ceiling place with wafer lights alone, which bring their own. */
export function isBoxless(box: Box, kinds: readonly DeviceKind[]): boolean {
  return 'ceiling' in box.on && kinds.length > 0 && kinds.every((kind) => kind === 'wafer-light');
}

/** The house height for what a box holds. */
export function houseHeight(kinds: readonly DeviceKind[], rules: RuleBook): Height {
  const [kind = 'receptacle'] = kinds;
  if (switchKinds.has(kind)) return rules('height.switch');
  if (kind === 'thermostat') return rules('height.thermostat');
  if (kind === 'doorbell') return rules('height.doorbell');
  if (kind === 'counter-receptacle') return rules('height.counter');
  if (lightKinds.has(kind)) return rules('height.light');
  return rules('height.receptacle');
}

/** Outside size of a box: its model's, or the usual one for its gangs while the model is still to be chosen. */
export function boxSize(box: Box, catalogue: Catalogue): { width: number; height: number; depth: number } {
  return catalogue[box.model] ?? { ...nominalBoxSize(box.gangs), depth: 3 };
}

/** Converts a height in any reference to the bottom of the box above the subfloor. */
export function bottomFromSubfloor(height: Height, boxHeight: number, floorFinish: number): number {
  const below = { bottom: 0, center: boxHeight / 2, top: boxHeight }[height.to];
  return height.value - below + (height.from === 'finished' ? floorFinish : 0);
}

/** The same mark read in another reference; the inverse of `bottomFromSubfloor`. */
export function heightIn(
  bottom: number,
  boxHeight: number,
  floorFinish: number,
  to: Height['to'],
  from: Height['from'],
): number {
  const below = { bottom: 0, center: boxHeight / 2, top: boxHeight }[to];
  return bottom + below - (from === 'finished' ? floorFinish : 0);
}

/** A height as it is said: `16″ to centre, from the finished floor`. */
export function heightWords(height: Height): string {
  const to = height.to === 'center' ? 'centre' : height.to;
  return `${formatLength(height.value)} to ${to}, from the ${height.from === 'finished' ? 'finished floor' : 'subfloor'}`;
}
