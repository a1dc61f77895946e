import { entryOf, must } from '../lookups/index.ts';
import type { Framing } from '../framing/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { formatLength } from '../units/index.ts';
import { classOf, groupKey } from './classes.ts';
import {
  cableBetween,
  dutiesOfLoad,
  isOutlet,
  placedLoad,
  plannedLoad,
  type PlacedLoad,
  type Rooms,
} from './loads.ts';
import { capacityOf } from './capacity.ts';

const listed = (words: readonly string[]) => words.filter((w) => w !== '').join(' ');

/** What a circuit has left: outlets and volt-amperes, for one more of these. */
function hasRoom(plan: Plan, circuit: string, added: PlacedLoad, rules: RuleBook): boolean {
  const c = entryOf(plan.circuits, circuit);
  const own = Object.values(plan.devices).filter((d) => d.circuit === circuit);
  const cap = capacityOf(c.amps, c.volts, rules);
  const outletVa = rules('circuit.outletVa');
  const va = own.reduce((sum, d) => sum + plannedLoad(d, outletVa), 0) + plannedLoad(added.device, outletVa);
  return own.filter(isOutlet).length + 1 <= cap.outlets && va <= cap.va;
}

/**
 * Why a device is on its circuit: what it may share with, how near its neighbours are, what every other circuit it could be on would
 * cost in cable, and the protection it needs. Sentences, most important first.
 */
export function whyOnCircuit(
  deviceId: string,
  plan: Plan,
  framing: Framing,
  rooms: Rooms,
  rules: RuleBook,
): string[] {
  const load = placedLoad(deviceId, plan, framing, rooms);
  const { circuit } = load.device;
  if (circuit === null) return ['It is on no circuit yet.'];
  const kind = classOf(load, plan, rules);
  const others = Object.keys(plan.devices)
    .filter(
      (d) =>
        d !== deviceId &&
        entryOf(plan.devices, d).box !== load.device.box &&
        entryOf(plan.devices, d).circuit !== null,
    )
    .map((d) => placedLoad(d, plan, framing, rooms));
  const nearestOn = (c: string) =>
    Math.min(
      ...others.filter((o) => o.device.circuit === c).map((o) => cableBetween(o.at, load.at)),
      Infinity,
    );
  const own = nearestOn(circuit);
  const alike = [
    ...new Set(
      others
        .filter((o) => groupKey(classOf(o, plan, rules).group) === groupKey(kind.group))
        .map((o) => must(o.device.circuit, 'the circuit')),
    ),
  ]
    .filter((c) => c !== circuit)
    .sort(compareIds);
  const choices = alike.map((c) => {
    const name = entryOf(plan.circuits, c).name || c;
    if (!hasRoom(plan, c, load, rules)) return `${name} is full.`;
    const more = nearestOn(c) - own;
    return more >= 0
      ? `On ${name} instead: about ${formatLength(Math.round(more))} more cable.`
      : `On ${name} instead: about ${formatLength(Math.round(-more))} less to its nearest box, but more over the whole.`;
  });
  const duties = dutiesOfLoad(load, entryOf(plan.circuits, circuit).volts, plan);
  const needs = [...(duties.arcFault ? ['arc-fault'] : []), ...(duties.groundFault ? ['ground-fault'] : [])];
  return [
    kind.why,
    ...(Number.isFinite(own)
      ? [`The nearest box on it is about ${formatLength(Math.round(own))} away.`]
      : ['Nothing else is on it.']),
    ...choices,
    ...(needs.length > 0
      ? [
          listed([
            `It needs ${needs.join(' and ')} protection by the ${plan.rules.edition} edition`,
            duties.why ? `, since ${duties.why}` : '',
            '.',
          ])
            .replace(' ,', ',')
            .replace(' .', '.'),
        ]
      : []),
  ];
}

/** What goes dead when breakers are off: boxes without power, and rooms with no light left. */
export function deadWith(tripped: ReadonlySet<string>, plan: Plan): { boxes: string[]; devices: string[] } {
  const devices = Object.keys(plan.devices).filter((d) =>
    tripped.has(entryOf(plan.devices, d).circuit ?? ''),
  );
  const held = [...new Set(devices.map((d) => entryOf(plan.devices, d).box))];
  const live = (box: string) =>
    Object.values(plan.devices).some((d) => d.box === box && d.circuit !== null && !tripped.has(d.circuit));
  return { devices, boxes: held.filter((b) => !live(b)).sort(compareIds) };
}
