import { isLowVoltage, yokeKinds } from '../../boxes/index.ts';
import { entryOf } from '../../lookups/index.ts';
import type { Device, DeviceKind, Plan } from '../../plan/index.ts';
import { capital, countItems, each, type DraftLine } from './line.ts';

const names: Partial<Record<DeviceKind, string>> = {
  receptacle: 'Receptacle, tamper-resistant',
  gfci: 'GFCI receptacle, tamper-resistant',
};
/** Devices made for 15 A and for 20 A. */
const byAmps: ReadonlySet<DeviceKind> = new Set(['receptacle', 'gfci']);

/** A receptacle alone on its circuit matches the breaker: NEC 210.21(B)(1) (from memory). */
function ampsOf(device: Device, plan: Plan): 15 | 20 {
  if (device.circuit === null || entryOf(plan.circuits, device.circuit).amps < 20) return 15;
  return Object.values(plan.devices).filter((d) => d.circuit === device.circuit).length === 1 ? 20 : 15;
}

const newDevices = (plan: Plan) =>
  Object.values(plan.devices).filter((d) => !entryOf(plan.boxes, d.box).existing);

/** New devices by kind, and a plate for every new box that has one. */
export function deviceLines(plan: Plan): DraftLine[] {
  const devices = newDevices(plan);
  const kinds = countItems(devices, (d) => ({
    kind: 'device',
    device: d.kind,
    amps: byAmps.has(d.kind) ? ampsOf(d, plan) : null,
  }));
  const plated = new Set(
    devices.filter((d) => yokeKinds.has(d.kind) || isLowVoltage(d.kind)).map((d) => d.box),
  );
  const plates = countItems([...plated], (box) => ({
    kind: 'plate',
    gangs: entryOf(plan.boxes, box).gangs,
  }));
  return [
    ...kinds.flatMap(({ item, of }) => {
      const name = names[item.device] ?? item.device.replaceAll('-', ' ');
      const amps = item.amps === null ? '' : `, ${item.amps} A`;
      return each(item, capital(`${name}${amps}`), of.length, 'One for each place in the plan.');
    }),
    ...plates.flatMap(({ item, of }) =>
      each(item, `Wall plate, ${item.gangs} gang`, of.length, 'One for each box with a device.'),
    ),
  ];
}

const protections = { none: '', gfci: ', GFCI', afci: ', AFCI', dual: ', dual function' } as const;

/** A breaker for each new circuit that is on a panel. */
export function breakerLines(plan: Plan): DraftLine[] {
  const circuits = Object.values(plan.circuits).filter((c) => !c.existing && c.panel !== null);
  const kinds = countItems(circuits, ({ amps, poles, protectAt, protection }) => ({
    kind: 'breaker',
    amps,
    poles,
    protection: protectAt === 'breaker' ? protection : 'none',
  }));
  return kinds.flatMap(({ item, of }) =>
    each(
      item,
      `Breaker, ${item.amps} A, ${item.poles} pole${protections[item.protection]}`,
      of.length,
      'One for each new circuit.',
    ),
  );
}
