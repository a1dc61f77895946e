import { entryOf, must } from '../lookups/index.ts';
import { lightKinds } from '../boxes/index.ts';
import type { Framing } from '../framing/index.ts';
import type { Plan } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { classOf, groupKey } from './classes.ts';
import {
  foundLoad,
  isCounted,
  isOutlet,
  loadOf,
  placedLoad,
  placeOfPanel,
  type PlacedLoad,
  type Rooms,
} from './loads.ts';
import { cableOfCircuit } from './cable.ts';
import { darkenedBy } from './dark.ts';
import { legLoads } from './spaces.ts';

/** What a set of circuits comes to, however it was made: the terms a proposal weighs, for comparing one with another. */
export interface CircuitTerms {
  readonly circuits: number;
  /** Cable of all new circuits, square to the framing, home runs with it. */
  readonly cableFeet: number;
  /** Rooms whose outlets of one kind are on two circuits or more. */
  readonly divided: number;
  /** Rooms with lights switched apart that one breaker leaves dark all the same. */
  readonly dark: number;
  /** Volt-amperes between the legs of the panels, the largest of them. */
  readonly legs: number;
}

/** Rooms with lights on two switches or more, which could therefore be on two circuits. */
function switchedApart(loads: readonly PlacedLoad[], plan: Plan): Set<string> {
  const sets = new Map<string, Set<string>>();
  for (const l of loads) {
    if (l.room === null || !lightKinds.has(l.device.kind)) continue;
    const control =
      Object.keys(plan.controls).find((k) => entryOf(plan.controls, k).loads.includes(l.id)) ?? l.id;
    sets.set(l.room, (sets.get(l.room) ?? new Set()).add(control));
  }
  return new Set([...sets].filter(([, c]) => c.size > 1).map(([r]) => r));
}

export function circuitTerms(plan: Plan, framing: Framing, rooms: Rooms, rules: RuleBook): CircuitTerms {
  const loads = Object.keys(plan.devices).map((id) => placedLoad(id, plan, framing, rooms));
  const ids = Object.keys(plan.circuits).filter(
    (id) => !entryOf(plan.circuits, id).existing && entryOf(plan.circuits, id).panel !== null,
  );
  let inches = 0;
  for (const id of ids) {
    const own = loads.filter((l) => l.device.circuit === id);
    inches += cableOfCircuit(
      own,
      plan,
      placeOfPanel(plan, must(entryOf(plan.circuits, id).panel, 'the panel'), framing),
    );
  }
  const kinds = new Map<string, Set<string>>();
  for (const l of loads) {
    if (l.room === null || l.device.circuit === null || !isOutlet(l.device)) continue;
    const key = `${l.room} ${groupKey(classOf(l, plan, rules).group)}`;
    kinds.set(key, (kinds.get(key) ?? new Set()).add(l.device.circuit));
  }
  const apart = switchedApart(loads, plan);
  const dark = new Set(ids.flatMap((id) => darkenedBy(loads, new Set([id])).filter((r) => apart.has(r))));
  const outletVa = rules('circuit.outletVa');
  const vaOf = (id: string) =>
    foundLoad(entryOf(plan.circuits, id), outletVa).va +
    loads.reduce(
      (s, l) =>
        s +
        (l.device.circuit === id && !isCounted(l.device, entryOf(plan.circuits, id), plan)
          ? loadOf(l.device, outletVa)
          : 0),
      0,
    );
  const used = [...new Set(ids.map((id) => must(entryOf(plan.circuits, id).panel, 'the panel')))];
  const gaps = used.map((p) => legLoads(plan, p, vaOf)).map((l) => Math.abs(l.A - l.B));
  return {
    circuits: ids.length,
    cableFeet: Math.round(inches / 12),
    divided: [...kinds.values()].filter((c) => c.size > 1).length,
    dark: dark.size,
    legs: Math.round(Math.max(0, ...gaps)),
  };
}
