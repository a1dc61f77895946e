import { entryOf, lastOf, must, nth } from '../../lookups/index.ts';
import { switchKinds } from '../../boxes/index.ts';
import { compareIds } from '../../plan/ids.ts';
import { entriesIn, idsIn, valuesIn, type Circuit, type Plan } from '../../plan/index.ts';
import { controlsOf, isAlarm } from '../../wiring/nets.ts';
import { sourcesOf } from '../../wiring/index.ts';
import { cheapestOrder } from './visitOrder.ts';

/** A cable still to lay, from the end nearer the panel. */
export interface Link {
  readonly from: string;
  readonly to: string;
}

export type Cost = (a: string, b: string) => number;

/** Where power enters what a switch turns on: at the switch, at the light, or at the far end of it. */
export type FeedSchool = 'switch' | 'light' | 'far';

const unique = (list: readonly string[]) => [...new Set(list)];

export function boxesOf(plan: Plan, circuitId: string): string[] {
  const boxes = valuesIn(plan, 'devicesOnCircuit', circuitId).map((d) => d.box);
  return unique(boxes).sort(compareIds);
}

/** Ends of a circuit that its runs reach already: where power comes from first, last reached last. */
export function reached(plan: Plan, circuitId: string): string[] {
  const runs = valuesIn(plan, 'runsOnCircuit', circuitId).filter((r) => r.to !== null);
  const list = sourcesOf(plan, circuitId);
  for (let i = 0; i < list.length; i++) {
    for (const run of runs) {
      const other =
        run.from === list[i] ? must(run.to, 'the far end of a run') : run.to === list[i] ? run.from : null;
      if (other && !list.includes(other)) list.push(other);
    }
  }
  return list;
}

/** The stretches by which a circuit's cables join two of its places, each as the runs that lie in it; null where none do. */
export function pathBetween(plan: Plan, circuitId: string, a: string, b: string): string[][] | null {
  const runs = entriesIn(plan, 'runsOnCircuit', circuitId).filter(([, r]) => r.to !== null);
  const before = new Map<string, string>([[a, a]]);
  const queue = [a];
  for (let at = queue.shift(); at !== undefined; at = queue.shift())
    for (const [, { from, to }] of runs) {
      const next = from === at ? to : to === at ? from : null;
      if (next === null || before.has(next)) continue;
      before.set(next, at);
      queue.push(next);
    }
  if (!before.has(b)) return null;
  const path: string[][] = [];
  for (let at = b; at !== a;) {
    const from = must(before.get(at), 'the place before');
    const isHere = (x: string, y: string | null) => (x === from && y === at) || (x === at && y === from);
    path.push(runs.flatMap(([id, r]) => (isHere(r.from, r.to) ? [id] : [])));
    at = from;
  }
  return path;
}

/** What a third cable to a box costs besides its own: the larger box it asks for; Infinity where none holds it. In the measure that cable is chosen by. */
export type TeeCost = (box: string) => number;

/** Branches: each box joined where it is cheapest to reach, three cables to a box at most, a third only where the box has room or a larger one costs less than cable saved; `fromStart` leave the start. */
export function treeLinks(
  start: string,
  boxes: readonly string[],
  cost: Cost,
  fromStart: number,
  tee: TeeCost = () => 0,
): Link[] {
  const joined = [start];
  const cables = new Map<string, number>();
  const left = new Set(boxes);
  const links: Link[] = [];
  while (left.size > 0) {
    let best: (Link & { cost: number }) | null = null;
    for (const from of joined) {
      const own = cables.get(from) ?? 0;
      if (own >= (from === start ? fromStart : 3)) continue;
      const larger = own >= 2 && from !== start ? tee(from) : 0;
      if (larger === Infinity) continue;
      for (const to of left) {
        const c = cost(from, to) + larger;
        if (!best || c < best.cost) best = { from, to, cost: c };
      }
    }
    if (!best) break;
    links.push({ from: best.from, to: best.to });
    for (const end of [best.from, best.to]) cables.set(end, (cables.get(end) ?? 0) + 1);
    joined.push(best.to);
    left.delete(best.to);
  }
  return links;
}

/**
 * Boxes that may come first on a circuit whose first receptacle protects the rest: those with a receptacle that can be the ground-fault one.
 * Where people have pinned that one, or there are several, it stays where it is. Null where the breaker protects, or nothing has to.
 */
export function leadsOf(plan: Plan, circuitId: string, boxes: readonly string[]): string[] | null {
  const circuit = entryOf(plan.circuits, circuitId);
  const atBreaker = circuit.protection === 'gfci' || circuit.protection === 'dual';
  if (atBreaker && circuit.protectAt === 'breaker') return null;
  const kindsOn = (box: string) =>
    valuesIn(plan, 'devicesInBox', box).flatMap((d) => (d.circuit === circuitId ? d.kind : []));
  const guards = boxes.filter((b) => kindsOn(b).includes('gfci'));
  const [guard] = guards;
  if (guard === undefined) return null;
  const isFree = (id: string) => {
    const box = entryOf(plan.boxes, id);
    return !box.pinned && !box.existing;
  };
  if (guards.length > 1 || !isFree(guard)) return [guard];
  return boxes.filter((b) => b === guard || (isFree(b) && kindsOn(b).includes('receptacle')));
}

/** Boxes in the cheapest order from one of them, start not counted; one of `leads` first, where some are given. */
function ordered(
  start: string,
  boxes: readonly string[],
  cost: Cost,
  leads: readonly string[] | null = null,
): string[] {
  const places = [start, ...boxes.filter((b) => b !== start)];
  const { order } = cheapestOrder(
    places.map((a) => places.map((b) => (a === b ? 0 : cost(a, b)))),
    (i) => leads === null || leads.includes(nth(places, i)),
  );
  return order.map((i) => nth(places, i));
}

/** Branches from a start by way of one box that comes first: the one from which all of them cost least. */
function branched(
  start: string,
  boxes: readonly string[],
  cost: Cost,
  leads: readonly string[],
  tee: TeeCost,
): Link[] {
  const all = leads.map((lead) => [
    { from: start, to: lead },
    ...treeLinks(
      lead,
      boxes.filter((b) => b !== lead),
      cost,
      2,
      tee,
    ),
  ]);
  const total = (links: readonly Link[]) => links.reduce((sum, l) => sum + cost(l.from, l.to), 0);
  return all.reduce((best, links) => (total(links) < total(best) - 1e-9 ? links : best));
}

const chained = (from: string, boxes: readonly string[]): Link[] =>
  boxes.map((to, i) => ({ from: i === 0 ? from : nth(boxes, i - 1), to }));

interface Controlled {
  readonly switches: readonly string[];
  readonly loads: readonly string[];
}

/** Alarms after the first are chained from it, so that only their own cables carry the interconnect. */
function alarmBoxes(plan: Plan, circuitId: string): string[] {
  const own = valuesIn(plan, 'devicesOnCircuit', circuitId).filter((d) => isAlarm(d.kind));
  return unique(own.map((d) => d.box).sort(compareIds));
}

/** What hangs on the backbone for one control: the boxes power does not pass on its way to the rest, chained from where it enters. */
function hang(c: Controlled, entry: string, joined: Set<string>, school: FeedSchool, cost: Cost): Link[] {
  const links: Link[] = [];
  const add = (from: string, boxes: readonly string[]): string => {
    const free = unique(boxes).filter((b) => !joined.has(b));
    const list = ordered(from, free, cost);
    links.push(...chained(from, list));
    for (const b of list) joined.add(b);
    return list.at(-1) ?? from;
  };
  const far = lastOf(c.switches);
  if (school === 'switch') {
    add(entry, c.switches);
    add(entry === far ? nth(c.switches, 0) : far, c.loads);
  } else if (school === 'light') {
    add(entry, c.loads);
    add(entry, c.switches);
  } else {
    const end = add(entry, c.loads);
    add(end, [...c.switches].reverse());
  }
  return links;
}

/** Lights with three switches or more take power at a switch whatever the house does: at the light its box would not hold the cables. */
const schoolFor = (c: Controlled, house: FeedSchool): FeedSchool =>
  c.switches.length > 2 ? 'switch' : house;

/**
 * Where power enters each control under a school. Each control should have one box on the way and no more, or its travellers would have
 * to follow the backbone; so entries are exchanged while that leaves fewer such boxes, then fewer boxes, then less cable.
 */
function entries(
  controls: readonly Controlled[],
  start: string,
  house: FeedSchool,
  cost: Cost,
  on: ReadonlySet<string>,
): string[] {
  const choices = controls.map((c) => {
    const school = schoolFor(c, house);
    if (school === 'switch' || (school === 'far' && c.switches.length > 1)) return c.switches;
    if (school === 'light') return c.loads;
    return [c.loads.reduce((a, b) => (cost(nth(c.switches, 0), b) > cost(nth(c.switches, 0), a) ? b : a))];
  });
  const picked = choices.map((list) => list.reduce((a, b) => (cost(start, b) < cost(start, a) ? b : a)));
  const weigh = (entry: readonly string[]): number => {
    const way = new Set([...on, ...entry]);
    const extra = controls.reduce(
      (sum, c) => sum + unique([...c.switches, ...c.loads]).filter((b) => way.has(b)).length - 1,
      0,
    );
    return extra * 1e9 + way.size * 1e6 + entry.reduce((sum, b) => sum + Math.min(1e5, cost(start, b)), 0);
  };
  for (let round = 0; round < 8; round++) {
    const before = weigh(picked);
    choices.forEach((list, i) => {
      for (const b of list) if (weigh(picked.with(i, b)) < weigh(picked) - 1e-9) picked[i] = b;
    });
    if (weigh(picked) >= before - 1e-9) break;
  }
  return picked;
}

/** A circuit's boxes that no cable reaches yet, where the cable to them starts, and the boxes one of which has to come first. */
interface Lacking {
  readonly circuitId: string;
  readonly start: string;
  readonly leads: readonly string[] | null;
  readonly missing: readonly string[];
}

/**
 * A chain, or branches, through everything that is always on and one box of each control; the rest of each control hangs there, so that
 * two- and three-conductor cables do.
 */
function linksThrough(
  plan: Plan,
  { circuitId, start, leads, missing }: Lacking,
  school: FeedSchool,
  cost: Cost,
  tee: TeeCost,
): Link[] {
  const circuit = entryOf(plan.circuits, circuitId);
  const boxOf = (d: string) => entryOf(plan.devices, d).box;
  const controls = controlsOf(plan, circuitId, () => true).map((id): Controlled => ({
    switches: unique(entryOf(plan.controls, id).switches.map(boxOf)),
    loads: unique(entryOf(plan.controls, id).loads.map(boxOf)),
  }));
  const inControl = new Set(controls.flatMap((c) => [...c.switches, ...c.loads]));
  const alwaysOn = (box: string) =>
    !inControl.has(box) ||
    entriesIn(plan, 'devicesInBox', box).some(
      ([id, d]) =>
        d.circuit === circuitId && !switchKinds.has(d.kind) && idsIn(plan, 'controlsOfLoad', id).length === 0,
    );
  const alarms = alarmBoxes(plan, circuitId).filter((b) => missing.includes(b) && !inControl.has(b));
  const on = new Set(missing.filter((b) => alwaysOn(b) && !alarms.slice(1).includes(b)));
  const open = controls.filter((c) => [...c.switches, ...c.loads].some((b) => missing.includes(b)));
  const entry = entries(open, start, school, cost, on);
  const backbone = [...new Set([...on, ...entry.filter((b) => missing.includes(b))])];
  const first = leads?.filter((b) => backbone.includes(b)) ?? null;
  const branches = () =>
    first && first.length > 0
      ? branched(start, backbone, cost, first, tee)
      : treeLinks(start, backbone, cost, 1, tee);
  const links =
    circuit.shape === 'chain' ? chained(start, ordered(start, backbone, cost, first)) : branches();
  const joined = new Set([
    ...boxesOf(plan, circuitId).filter((b) => !missing.includes(b)),
    ...links.map((l) => l.to),
  ]);
  open.forEach((c, i) => {
    if (joined.has(nth(entry, i))) links.push(...hang(c, nth(entry, i), joined, schoolFor(c, school), cost));
  });
  const free = alarms.filter((b) => !joined.has(b));
  if (alarms[0] && free.length > 0) links.push(...chained(alarms[0], ordered(alarms[0], free, cost)));
  for (const b of free) joined.add(b);
  const last = links.at(-1)?.to ?? start;
  return [
    ...links,
    ...chained(
      last,
      missing.filter((b) => !joined.has(b)),
    ),
  ];
}

/** Boxes that cables join which lead nowhere yet, as pinned pieces do: they are one place for the rest. By box the piece it is of; null for one that stands alone. */
function piecesOf(plan: Plan, circuitId: string, missing: readonly string[]): (box: string) => string | null {
  const piece = new Map<string, string>();
  const runs = valuesIn(plan, 'runsOnCircuit', circuitId);
  for (const run of runs) {
    if (run.to === null || !missing.includes(run.from) || !missing.includes(run.to)) continue;
    const [a, b] = [piece.get(run.from) ?? run.from, piece.get(run.to) ?? run.to];
    for (const box of missing) if (box === run.to || piece.get(box) === b) piece.set(box, a);
    piece.set(run.from, a);
  }
  return (box) => piece.get(box) ?? null;
}

/** Cables a circuit still lacks, and the box its ground-fault receptacle goes to, where that protects the rest of them. */
export interface Missing {
  readonly links: readonly Link[];
  readonly lead: string | null;
}

/** The cables a circuit still lacks: a chain or branches, from where it already reaches, a ground-fault receptacle first. */
export function missingLinks(
  plan: Plan,
  circuitId: string,
  school: FeedSchool,
  cost: Cost,
  tee: TeeCost = () => 0,
): Missing {
  const circuit = entryOf(plan.circuits, circuitId);
  const known = reached(plan, circuitId);
  const missing = boxesOf(plan, circuitId).filter((b) => !known.includes(b));
  const start = missing.length === 0 ? null : startOf(plan, circuit, known, missing, cost);
  if (start === null) return { links: [], lead: null };
  const leads = start === circuit.panel ? leadsOf(plan, circuitId, missing) : null;
  const pieceOf = piecesOf(plan, circuitId, missing);
  const isJoined = (a: string, b: string) => pieceOf(a) !== null && pieceOf(a) === pieceOf(b);
  const besides: Cost = (a, b) => (isJoined(a, b) ? 0 : cost(a, b));
  const all = linksThrough(plan, { circuitId, start, leads, missing }, school, besides, tee);
  const links = all.filter(({ from, to }) => !isJoined(from, to));
  const first = links[0]?.to ?? null;
  return { links, lead: first !== null && leads?.includes(first) ? first : null };
}

/** A new circuit starts at its panel or goes on from the box reached last; an existing one is tapped at the nearest of its boxes. */
function startOf(
  plan: Plan,
  circuit: Circuit,
  known: readonly string[],
  missing: readonly string[],
  cost: Cost,
): string | null {
  if (!circuit.existing) return circuit.panel === null ? null : lastOf(known);
  const taps = known.filter((k) => plan.boxes[k]);
  if (taps.length === 0) return null;
  const nearest = (tap: string) => Math.min(...missing.map((b) => cost(tap, b)));
  return taps.reduce((a, b) => (nearest(b) < nearest(a) ? b : a));
}
