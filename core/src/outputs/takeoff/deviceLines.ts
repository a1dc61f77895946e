import { devicesIn, gangsTaken, isThere, isLowVoltage, kindsIn, yokeKinds } from '../../boxes/index.ts';
import { idsOf, nothing, sumsOf } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { idsIn, isOnWall, type Device, type DeviceKind, type Plan } from '../../plan/index.ts';
import type { House } from '../../stages/index.ts';
import { byAmps } from './items.ts';
import { counted, each, keyOf, type DraftLine } from './line.ts';

/** A receptacle alone on its circuit matches the breaker: NEC 210.21(B)(1) (from memory). */
function ampsOf(device: Device, plan: Plan): 15 | 20 {
  if (device.circuit === null || entryOf(plan.circuits, device.circuit).amps < 20) return 15;
  return idsIn(plan, 'devicesOnCircuit', device.circuit).length === 1 ? 20 : 15;
}

/** What is bought for a device: for a door’s opener, which others hang, a receptacle. */
const boughtAs = ({ kind }: Device): DeviceKind => (kind === 'opener' ? 'receptacle' : kind);

/** New devices by kind; a splice is none. */
export const devices = sumsOf(
  'devices',
  ({ plan }: House) => idsOf(plan.devices),
  ({ plan }, id) => {
    const d = entryOf(plan.devices, id);
    if (isThere(plan, d.box) || d.kind === 'splice') return nothing;
    const device = boughtAs(d);
    const amps = byAmps.has(device) ? ampsOf(d, plan) : null;
    return { [keyOf({ kind: 'device', device, amps })]: 1 };
  },
);

/** Plates and covers of one new box: by its gangs where devices are in it, with a blank in each gang that has none; over a splice or nothing, a blank cover. */
function platesOf(plan: Plan, id: string): Record<string, number> {
  const { gangs, on } = entryOf(plan.boxes, id);
  const onWall = isOnWall(on);
  const kinds = kindsIn(plan, id);
  const plated = kinds.filter((kind) => yokeKinds.has(kind) || isLowVoltage(kind));
  if (plated.length === 0) {
    const isBlank = kinds.every((kind) => kind === 'splice') && (kinds.length > 0 || onWall);
    return isBlank ? { [keyOf({ kind: 'cover', gangs: onWall ? gangs : null })]: 1 } : {};
  }
  if (!onWall) return { [keyOf({ kind: 'outlet-cover', on: 'floor' in on ? 'floor' : 'ceiling' })]: 1 };
  const taken = devicesIn(plan, id).reduce((sum, [, d]) => sum + gangsTaken(d, plan), 0);
  const blanks = Math.max(0, gangs - taken);
  return {
    [keyOf({ kind: 'plate', gangs })]: 1,
    ...(blanks > 0 ? { [keyOf({ kind: 'blank' })]: blanks } : {}),
  };
}

/** What goes over every new box. */
export const plates = sumsOf(
  'plates',
  ({ plan }: House) => idsOf(plan.boxes),
  ({ plan }, id) => (entryOf(plan.boxes, id).existing ? nothing : platesOf(plan, id)),
);

/** New devices by kind, and a plate for every new box that has one. */
export function deviceLines(house: House): DraftLine[] {
  return [
    ...counted(devices(house), 'device').flatMap(({ item, count }) => {
      return each(item, count, 'One for each place in the plan.');
    }),
    ...counted(plates(house), 'plate').flatMap(({ item, count }) =>
      each(item, count, 'One for each box with a device, by its gangs.'),
    ),
    ...counted(plates(house), 'blank').flatMap(({ item, count }) =>
      each(item, count, 'One for each gang that no device is in.'),
    ),
    ...counted(plates(house), 'outlet-cover').flatMap(({ item, count }) =>
      each(
        item,
        count,
        item.on === 'floor'
          ? 'One for each receptacle in a floor.'
          : 'One for each receptacle on a ceiling, as for a door’s opener.',
      ),
    ),
    ...counted(plates(house), 'cover').flatMap(({ item, count }) =>
      each(
        item,
        count,
        'Over a splice, so that it stays in reach, and over an empty box: NEC 314.25, 314.29 (from memory).',
      ),
    ),
  ];
}

export const breakers = sumsOf(
  'breakers',
  ({ plan }: House) => idsOf(plan.circuits),
  ({ plan }, id) => {
    const { existing, panel, amps, poles, protectAt, protection } = entryOf(plan.circuits, id);
    if (existing || panel === null) return nothing;
    const own = protectAt === 'breaker' ? protection : 'none';
    return { [keyOf({ kind: 'breaker', amps, poles, protection: own })]: 1 };
  },
);

/** A breaker for each new circuit that is on a panel. */
export function breakerLines(house: House): DraftLine[] {
  return counted(breakers(house), 'breaker').flatMap(({ item, count }) =>
    each(item, count, 'One for each new circuit.'),
  );
}
