import { entryOf, must } from '../lookups/index.ts';
import { lightKinds } from '../boxes/index.ts';
import type { Framing } from '../framing/index.ts';
import { idsOf, query } from '../incremental/index.ts';
import { idsIn, type Plan } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { classOf, groupKey } from './classes.ts';
import type { CircuitResult } from './index.ts';
import { isOutlet, placedLoad, placeOfPanel, type Rooms } from './loads.ts';
import { cableOfCircuit } from './cable.ts';
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

/** What the terms are counted from. */
export interface Counted {
  readonly plan: Plan;
  readonly framing: Framing;
  readonly rooms: Rooms;
  readonly circuits: Readonly<Record<string, CircuitResult>>;
  readonly rules: RuleBook;
}

const inchesOf = query('cable of circuit', ({ plan, framing, rooms }: Counted, id: string): number => {
  const panel = must(entryOf(plan.circuits, id).panel, 'the panel');
  const own = idsIn(plan, 'devicesOnCircuit', id).map((d) => placedLoad(d, plan, framing, rooms));
  return cableOfCircuit(own, plan, placeOfPanel(plan, panel, framing));
});

/** A device as the terms count it; null for one in no room. */
interface Share {
  readonly room: string;
  readonly circuit: string | null;
  /** What it is grouped by, where it is an outlet on a circuit. */
  readonly group: string | null;
  /** What switches it, where it is a light: the control, or itself. */
  readonly control: string | null;
}

const shareOf = query(
  'share of device',
  ({ plan, framing, rooms, rules }: Counted, id: string): Share | null => {
    const load = placedLoad(id, plan, framing, rooms);
    const { circuit, kind } = load.device;
    if (load.room === null) return null;
    return {
      room: load.room,
      circuit,
      group: circuit !== null && isOutlet(load.device) ? groupKey(classOf(load, plan, rules).group) : null,
      control: lightKinds.has(kind) ? (idsIn(plan, 'controlsOfLoad', id)[0] ?? id) : null,
    };
  },
);

const gather = (pairs: readonly (readonly [string, string])[]): Set<string>[] => {
  const sets = new Map<string, Set<string>>();
  for (const [key, value] of pairs) sets.set(key, (sets.get(key) ?? new Set()).add(value));
  return [...sets.values()];
};

/** Rooms with lights on two switches or more, all of which hang on one of some circuits. */
function darkRooms(shares: readonly Share[], circuits: ReadonlySet<string>): number {
  const rooms = new Map<string, { controls: Set<string>; circuits: Set<string> }>();
  for (const { room, circuit, control } of shares) {
    if (control === null) continue;
    const own = rooms.get(room) ?? { controls: new Set(), circuits: new Set() };
    rooms.set(room, own);
    own.controls.add(control);
    if (circuit !== null) own.circuits.add(circuit);
  }
  const onOne = (own: ReadonlySet<string>) => own.size === 1 && [...own].every((c) => circuits.has(c));
  return [...rooms.values()].filter((r) => r.controls.size > 1 && onOne(r.circuits)).length;
}

/** What the new circuits of a plan come to. */
export const circuitTerms = query('circuit terms', (counted: Counted): CircuitTerms => {
  const { plan, circuits } = counted;
  const ids = idsOf(plan.circuits).filter(
    (id) => !entryOf(plan.circuits, id).existing && entryOf(plan.circuits, id).panel !== null,
  );
  const inches = ids.reduce((sum, id) => sum + inchesOf(counted, id), 0);
  const shares = idsOf(plan.devices).flatMap((id) => shareOf(counted, id) ?? []);
  const kinds = gather(
    shares.flatMap(({ room, circuit, group }) =>
      group === null || circuit === null ? [] : [[`${room} ${group}`, circuit] as const],
    ),
  );
  const used = [...new Set(ids.map((id) => must(entryOf(plan.circuits, id).panel, 'the panel')))];
  const vaOf = (id: string) => entryOf(circuits, id).va;
  const gaps = used.map((p) => legLoads(plan, p, vaOf)).map((l) => Math.abs(l.A - l.B));
  return {
    circuits: ids.length,
    cableFeet: Math.round(inches / 12),
    divided: kinds.filter((c) => c.size > 1).length,
    dark: darkRooms(shares, new Set(ids)),
    legs: Math.round(Math.max(0, ...gaps)),
  };
});
