import { entryOf, must, nth } from '../../lookups/index.ts';
import { isLowVoltage, lightKinds } from '../../boxes/index.ts';
import { valuesOf } from '../../incremental/index.ts';
import type { Framing } from '../../framing/index.ts';
import { compareIds, nextId } from '../../plan/ids.ts';
import { entrySchemas, type Circuit, type Plan } from '../../plan/index.ts';
import type { RuleBook } from '../../rules/index.ts';
import type { House } from '../../stages/index.ts';
import { formatLength } from '../../units/index.ts';
import { classOf, wireFor, type Amps, type CircuitClass, groupKey } from '../../circuits/classes.ts';
import {
  dutiesOfLoad,
  foundLoad,
  isCounted,
  isOutlet,
  loadOf,
  placedLoad,
  placeOfBox,
  placeOfPanel,
  plannedLoad,
  servesCounter,
  type PlacedLoad,
  type Rooms,
} from '../../circuits/loads.ts';
import { shareOut } from './partition.ts';
import { groupCost, type Sharing } from './sharing.ts';
import { seatCircuits } from './seats.ts';
import { type Atom, atomsOf, nearest } from '../../circuits/cable.ts';
import { capacityOf } from '../../circuits/capacity.ts';

interface Setting {
  readonly plan: Plan;
  readonly framing: Framing;
  readonly rooms: Rooms;
  readonly rules: RuleBook;
  readonly panel: string;
}

/** The panel new circuits go to: the first fed by the service, never a standby one. Null when there is none. */
export function defaultPanel(plan: Plan): string | null {
  const ids = Object.keys(plan.panels).sort(compareIds);
  return (
    ids.find((id) => entryOf(plan.panels, id).source === 'service') ??
    ids.find((id) => entryOf(plan.panels, id).source !== 'standby') ??
    null
  );
}

/** Devices that have no circuit yet and need one. What exists already keeps what it has. */
export function unassigned(plan: Plan): string[] {
  return Object.keys(plan.devices)
    .sort(compareIds)
    .filter((id) => {
      const d = entryOf(plan.devices, id);
      return d.circuit === null && !isLowVoltage(d.kind) && !entryOf(plan.boxes, d.box).existing;
    });
}

function sharingOf(atoms: readonly Atom[], kind: CircuitClass, s: Setting): Sharing {
  const outletVa = s.rules('circuit.outletVa');
  const rooms = [...new Set(atoms.flatMap((a) => a.loads.map((l) => l.room ?? '')))];
  const panel = placeOfPanel(s.plan, s.panel, s.framing);
  const between = atoms.map((a) => atoms.map((b) => (a === b ? 0 : nearest(a.places, b.places))));
  const home = atoms.map((a) => nearest(a.places, [panel.at]) + panel.away);
  const cap = capacityOf(kind.amps, 120, s.rules);
  return {
    items: atoms.map(({ loads }) => ({
      outlets: loads.filter((l) => isOutlet(l.device)).length,
      va: loads.reduce((sum, l) => sum + plannedLoad(l.device, outletVa), 0),
      rooms: [...new Set(loads.filter((l) => isOutlet(l.device)).map((l) => rooms.indexOf(l.room ?? '')))],
      light: loads.some((l) => lightKinds.has(l.device.kind)),
      counter: loads.some((l) => servesCounter(l, s.plan, s.rules)),
    })),
    between: (a, b) => nth(nth(between, a), b),
    home: (i) => nth(home, i),
    mostOutlets: cap.outlets,
    mostVa: cap.va,
    atLeast: kind.atLeast,
    apart: countersApart(atoms, s),
    homeRun: s.rules('circuit.homeRun'),
    split: s.rules('circuit.split'),
    dark: s.rules('circuit.dark') === 'split' ? 2400 : 0,
  };
}

/** How many outlets of the counters there are, where they must be on two circuits and no other circuit has some: NEC 210.52(B)(3) (from memory). */
function countersApart(atoms: readonly Atom[], { plan, framing, rooms, rules }: Setting): number {
  const isCounter = (l: PlacedLoad) => servesCounter(l, plan, rules);
  const own = atoms.filter((a) => a.loads.some(isCounter)).length;
  const known = () =>
    Object.keys(plan.devices)
      .map((id) => placedLoad(id, plan, framing, rooms))
      .some((l) => l.device.circuit !== null && isCounter(l));
  return own > 1 && !known() ? own : 0;
}

const listed = (names: readonly string[]) =>
  names.length <= 3 ? names.join(', ') : `${names.slice(0, 2).join(', ')} and ${names.length - 2} more`;

function roomNames(loads: readonly PlacedLoad[], plan: Plan): string[] {
  const rooms = loads.filter((l) => isOutlet(l.device)).flatMap((l) => (l.room === null ? [] : [l.room]));
  return [...new Set(rooms)].map((r) => entryOf(plan.rooms, r).name || r);
}

interface Planned {
  readonly kind: CircuitClass;
  readonly loads: readonly PlacedLoad[];
  readonly name: string;
  readonly reason: string;
}

/** What people plug in anywhere, and lights: named by their rooms, and free to go on a circuit that is there. */
const isGeneral = ({ group }: CircuitClass): boolean => group.kind === 'general' || group.kind === 'lighting';

/** The circuits of one class: shared out so that they cost least. */
function circuitsOfClass(kind: CircuitClass, loads: readonly PlacedLoad[], s: Setting): Planned[] {
  if (kind.alone) return loads.map((l) => ({ kind, loads: [l], name: kind.name, reason: kind.why }));
  const atoms = atomsOf(loads, s.plan);
  const sharing = sharingOf(atoms, kind, s);
  const { groups, exact } = shareOut(sharing);
  const names = groups.map((g) =>
    roomNames(
      g.flatMap((i) => nth(atoms, i).loads),
      s.plan,
    ),
  );
  const words = names.map((rooms) => (isGeneral(kind) ? `${kind.name} ${listed(rooms)}`.trim() : kind.name));
  return groups.map((group, i) => {
    const own = group.flatMap((k) => nth(atoms, k).loads);
    const cost = groupCost(group, sharing);
    const outlets = own.filter((l) => isOutlet(l.device)).length;
    const same = words.filter((w) => w === words[i]).length > 1;
    const most = Number.isFinite(sharing.mostOutlets) ? ` of ${sharing.mostOutlets}` : '';
    const parts = `${outlets}${most} outlets; about ${formatLength(Math.round(cost.cable))} from box to box and ${formatLength(Math.round(cost.home))} home`;
    return {
      kind,
      loads: own,
      name: same
        ? `${words[i]} ${words.slice(0, i + 1).filter((w) => w === words[i]).length}`
        : nth(words, i),
      reason: `${kind.why} ${parts}. ${exact ? 'No sharing costs less.' : 'No move or exchange of outlets costs less.'}`,
    };
  });
}

/** Protection of a circuit by what is on it and the house's school. */
function protectionOf(
  loads: readonly PlacedLoad[],
  kind: CircuitClass,
  s: Setting,
): Pick<Circuit, 'protection' | 'protectAt'> & { lead: PlacedLoad | null } {
  const volts = kind.poles === 2 ? 240 : 120;
  const duties = loads.map((l) => dutiesOfLoad(l, volts, s.plan));
  const arc = duties.some((d) => d.arcFault);
  const ground = duties.some((d) => d.groundFault);
  const school = s.rules('protect.gfci');
  const leads = loads.filter(
    (l, i) => nth(duties, i).groundFault && (l.device.kind === 'receptacle' || l.device.kind === 'gfci'),
  );
  const lead =
    ground && school === 'receptacle' && leads.length > 0
      ? (leads.find((l) => l.device.kind === 'gfci') ?? nth(leads, 0))
      : null;
  if (lead) return { protection: arc ? 'afci' : 'gfci', protectAt: arc ? 'breaker' : 'first-device', lead };
  if (!ground) return { protection: arc ? 'afci' : 'none', protectAt: 'breaker', lead };
  return {
    protection: arc || (school === 'dual' && kind.poles === 1) ? 'dual' : 'gfci',
    protectAt: 'breaker',
    lead,
  };
}

/** Room left on existing circuits that may be extended: new general outlets and lights nearby go there while that is cheaper than a circuit of their own. */
function extendExisting(
  draft: Plan,
  byClass: Map<string, { kind: CircuitClass; loads: PlacedLoad[] }>,
  s: Setting,
): void {
  const outletVa = s.rules('circuit.outletVa');
  const panel = placeOfPanel(s.plan, s.panel, s.framing);
  for (const id of Object.keys(draft.circuits).sort(compareIds)) {
    const c = entryOf(draft.circuits, id);
    if (!c.existing || !c.found?.extend || c.poles !== 1 || c.found.supply !== 'normal') continue;
    const taps = Object.values(s.plan.devices)
      .filter((d) => d.circuit === id && entryOf(s.plan.boxes, d.box).existing)
      .map((d) => placeOfBox(entryOf(s.plan.boxes, d.box), s.plan, s.framing));
    if (taps.length === 0) continue;
    const cap = capacityOf(c.amps, c.volts, s.rules);
    const there = foundLoad(c, outletVa);
    const own = Object.values(draft.devices).filter((d) => d.circuit === id && !isCounted(d, c, s.plan));
    let outlets = there.outlets + own.filter(isOutlet).length;
    let va = there.va + own.reduce((sum, d) => sum + plannedLoad(d, outletVa), 0);
    for (const group of byClass.values()) {
      if (!isGeneral(group.kind)) continue;
      const atoms = atomsOf(group.loads, s.plan)
        .map((atom) => ({ atom, away: nearest(atom.places, taps) }))
        .sort((a, b) => a.away - b.away);
      for (const { atom, away } of atoms) {
        const count = atom.loads.filter((l) => isOutlet(l.device)).length;
        const load = atom.loads.reduce((sum, l) => sum + plannedLoad(l.device, outletVa), 0);
        const own = nearest(atom.places, [panel.at]) + panel.away + s.rules('circuit.homeRun');
        const needs = atom.loads.map((l) => dutiesOfLoad(l, 120, s.plan));
        const lacks =
          needs.some((d) => d.arcFault && c.protection !== 'afci' && c.protection !== 'dual') ||
          needs.some((d) => d.groundFault);
        if (
          lacks ||
          outlets + count > cap.outlets ||
          va + load > cap.va ||
          away >= own ||
          nearest(atom.places, taps) > s.rules('circuit.tapReach')
        )
          continue;
        for (const l of atom.loads) entryOf(draft.devices, l.id).circuit = id;
        group.loads = group.loads.filter((l) => !atom.loads.includes(l));
        taps.push(...atom.places);
        outlets += count;
        va += load;
      }
    }
  }
}

/**
 * Puts every device that has none on a circuit, in a plan draft, and seats the new circuits so that the panel's legs are even.
 * Without a panel nothing is added. `told` hears how many classes of circuit are shared out. Returns the new circuit ids.
 */
export function addCircuits(
  draft: Plan,
  { plan, framing, rooms }: Pick<House, 'plan' | 'framing' | 'rooms'>,
  rules: RuleBook,
  told: (done: number, of: number) => void,
): string[] {
  const panel = defaultPanel(plan);
  if (panel === null) return [];
  const s: Setting = { plan, framing, rooms, rules, panel };
  const byClass = new Map<string, { kind: CircuitClass; loads: PlacedLoad[] }>();
  for (const load of unassigned(plan).map((id) => placedLoad(id, plan, framing, rooms))) {
    const kind = classOf(load, plan, rules);
    const group = byClass.get(groupKey(kind.group)) ?? { kind, loads: [] };
    group.loads.push(load);
    byClass.set(groupKey(kind.group), group);
  }
  stayTogether(byClass, plan);
  extendExisting(draft, byClass, s);
  const outletVa = rules('circuit.outletVa');
  const added: { id: string; poles: number; va: number }[] = [];
  for (const [i, { kind, loads }] of [...byClass.values()].entries()) {
    told(i, byClass.size);
    if (loads.length === 0) continue;
    for (const planned of circuitsOfClass(kind, loads, s)) {
      const { protection, protectAt, lead } = protectionOf(planned.loads, kind, s);
      const id = nextId(draft, 'circuits');
      draft.circuits[id] = entrySchemas.circuits.parse({
        panel,
        amps: kind.amps,
        poles: kind.poles,
        volts: kind.poles === 2 ? 240 : 120,
        gauge: wireFor[kind.amps as Amps],
        protection,
        protectAt,
        name: planned.name,
        shape: rules('shape'),
        reason: planned.reason,
      });
      for (const load of planned.loads) entryOf(draft.devices, load.id).circuit = id;
      if (lead) entryOf(draft.devices, lead.id).kind = 'gfci';
      added.push({
        id,
        poles: kind.poles,
        va: planned.loads.reduce((sum, l) => sum + loadOf(l.device, outletVa), 0),
      });
    }
  }
  seatNew(draft, panel, added, outletVa);
  return added.map((a) => a.id);
}

/** What one control works is on one circuit, so a switch or light follows the class of the control's first load. */
function stayTogether(byClass: Map<string, { kind: CircuitClass; loads: PlacedLoad[] }>, plan: Plan): void {
  const groupOf = (id: string) => [...byClass.values()].find((g) => g.loads.some((l) => l.id === id));
  for (const { switches, loads } of valuesOf(plan.controls)) {
    const home = loads.map(groupOf).find((g) => g !== undefined);
    if (!home) continue;
    for (const id of [...switches, ...loads]) {
      const from = groupOf(id);
      if (!from || from === home) continue;
      const load = must(
        from.loads.find((l) => l.id === id),
        `device ${id} on its circuit`,
      );
      from.loads = from.loads.filter((l) => l !== load);
      home.loads.push(load);
    }
  }
}

function seatNew(
  draft: Plan,
  panel: string,
  added: readonly { id: string; poles: number; va: number }[],
  outletVa: number,
): void {
  const vaOf = (circuit: string) =>
    Object.values(draft.devices).reduce(
      (sum, d) => sum + (d.circuit === circuit ? loadOf(d, outletVa) : 0),
      0,
    ) + foundLoad(entryOf(draft.circuits, circuit), outletVa).va;
  for (const [id, seat] of seatCircuits(draft, panel, added, vaOf)) {
    if (!seat) continue;
    entryOf(draft.circuits, id).space = seat.space;
    entryOf(draft.circuits, id).half = seat.half;
  }
}
