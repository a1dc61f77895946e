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

/** What a circuit has left: outlets and volt-amperes, for one more of these. */
function hasRoom(plan: Plan, circuit: string, added: PlacedLoad, rules: RuleBook): boolean {
  const c = entryOf(plan.circuits, circuit);
  const own = Object.values(plan.devices).filter((d) => d.circuit === circuit);
  const cap = capacityOf(c.amps, c.volts, rules);
  const outletVa = rules('circuit.outletVa');
  const va = own.reduce((sum, d) => sum + plannedLoad(d, outletVa), 0) + plannedLoad(added.device, outletVa);
  return own.filter(isOutlet).length + 1 <= cap.outlets && va <= cap.va;
}

/** What every other circuit the device could be on would cost in cable against its own, or that it is full. */
function choices(
  load: PlacedLoad,
  others: readonly PlacedLoad[],
  nearestOn: (circuit: string) => number,
  plan: Plan,
  rules: RuleBook,
): string[] {
  const own = must(load.device.circuit, 'the circuit');
  const nearest = nearestOn(own);
  const group = groupKey(classOf(load, plan, rules).group);
  const alike = others.filter((o) => groupKey(classOf(o, plan, rules).group) === group);
  return [...new Set(alike.map((o) => must(o.device.circuit, 'the circuit')))]
    .filter((c) => c !== own)
    .sort(compareIds)
    .map((c) => {
      const name = entryOf(plan.circuits, c).name || 'the circuit without a name';
      if (!hasRoom(plan, c, load, rules)) return `${name} is full.`;
      const more = nearestOn(c) - nearest;
      return more >= 0
        ? `On ${name} instead: about ${formatLength(Math.round(more))} more cable.`
        : `On ${name} instead: about ${formatLength(Math.round(-more))} less to its nearest box, but more over the whole.`;
    });
}

/** The protection the device needs where it stands, as a sentence; none when it needs none. */
function protection(load: PlacedLoad, circuit: string, plan: Plan): string[] {
  const duties = dutiesOfLoad(load, entryOf(plan.circuits, circuit).volts, plan);
  const needs = [...(duties.arcFault ? ['arc-fault'] : []), ...(duties.groundFault ? ['ground-fault'] : [])];
  if (needs.length === 0) return [];
  const since = duties.why ? `, since ${duties.why}` : '';
  return [`It needs ${needs.join(' and ')} protection by the ${plan.rules.edition} edition${since}.`];
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
  const others = Object.entries(plan.devices)
    .filter(([id, d]) => id !== deviceId && d.box !== load.device.box && d.circuit !== null)
    .map(([id]) => placedLoad(id, plan, framing, rooms));
  const nearestOn = (c: string) =>
    Math.min(
      ...others.filter((o) => o.device.circuit === c).map((o) => cableBetween(o.at, load.at)),
      Infinity,
    );
  const nearest = nearestOn(circuit);
  return [
    classOf(load, plan, rules).why,
    Number.isFinite(nearest)
      ? `The nearest box on it is about ${formatLength(Math.round(nearest))} away.`
      : 'Nothing else is on it.',
    ...choices(load, others, nearestOn, plan, rules),
    ...protection(load, circuit, plan),
  ];
}
