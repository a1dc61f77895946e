import { entryOf, nth, valueIn } from '../lookups/index.ts';
import { devicesIn } from '../boxes/index.ts';
import { idsOf, query, viewOf } from '../incremental/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entriesIn, idsIn, valuesIn, type Circuit, type Plan } from '../plan/index.ts';
import { cableNamed, cables, gauges, ohmsPer1000Feet } from '../materials/index.ts';
import { cableCents, type RunLayout } from '../runs/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { lengthInFeet, toDecimals } from '../units/index.ts';
import { circuitTree, sourcesOf } from '../wiring/tree.ts';
import { foundLoad, isCounted, isOutlet, loadOf, plannedLoad } from './loads.ts';

export { dutiesOfLoad, isOutlet, loadOf, placedLoad, servesCounter } from './loads.ts';
export { dutiesOf, protectionTables } from './protection.ts';
export { firstSpace, freeHalves, freeSpaces, legLoads, legOf, seatsOf, takesTandem } from './spaces.ts';
export { darkenedBy, darkRooms, deadBoxes } from './dark.ts';
export { devicesSuiting } from './suiting.ts';
export { circuitTerms, type CircuitTerms } from './terms.ts';
export { serviceLoads, type ServiceLoad } from './service.ts';

/** What a circuit carries and how its cables run. */
export interface CircuitResult {
  readonly va: number;
  /** The same with continuous loads at 125 %. */
  readonly planned: number;
  readonly outlets: number;
  readonly boxes: readonly string[];
  /** Panel first, then boxes as the runs reach them. */
  readonly order: readonly string[];
  readonly home: string | null;
  readonly dropPercent: number;
  readonly farthest: string | null;
  /** Along the circuit as the cable reaches its boxes: feet of cable from the source, and per cent lost there. */
  readonly drops: readonly Drop[];
  /** The lightest wire that keeps the drop within the house's figure, where this one does not: per cent it would lose, and what its cable costs more. */
  readonly heavier: Heavier | null;
  readonly protected: readonly string[];
  /** Boxes of the circuit that no run reaches. */
  readonly unreached: readonly string[];
}

export interface Drop {
  readonly box: string;
  readonly feet: number;
  readonly percent: number;
}

export interface Heavier {
  readonly gauge: Circuit['gauge'];
  readonly percent: number;
  readonly cents: number;
}

interface Reach {
  readonly box: string;
  readonly via: string;
  readonly from: string;
}

/** Boxes in the order the circuit's runs reach them, each once: from its panel, or for one that is there already from the boxes it is tapped at. */
export function reachFromPanel(plan: Plan, circuitId: string): Reach[] {
  return circuitTree(plan, circuitId).stretches.map(({ from, to, runs }) => ({
    box: to,
    via: nth(runs, 0),
    from,
  }));
}

/** Volts dropped over one segment: 2 × feet × (R / 1000) × amperes. Resistances: NEC Chapter 9 Table 8 (from memory). */
export function segmentDrop(feet: number, gauge: Circuit['gauge'], amperes: number): number {
  return 2 * feet * (ohmsPer1000Feet[gauge] / 1000) * amperes;
}

/** What is lost at each box, in the order the cable reaches them. */
function dropsAlong(
  reached: readonly Reach[],
  circuit: Circuit,
  vaOf: (box: string) => number,
  runs: RunLayout,
): Drop[] {
  const downstream = new Map<string, number>();
  for (const r of [...reached].reverse()) {
    const own = (downstream.get(r.box) ?? 0) + vaOf(r.box);
    downstream.set(r.box, own);
    downstream.set(r.from, (downstream.get(r.from) ?? 0) + own);
  }
  const at = new Map<string, { feet: number; volts: number }>();
  return reached.map(({ box, via, from }) => {
    const length = runs.runs[via]?.length;
    // Current goes round the loops and through the free ends as well.
    const feet = length ? lengthInFeet(length.path + length.loops + length.ends) : 0;
    const before = at.get(from) ?? { feet: 0, volts: 0 };
    const volts = before.volts + segmentDrop(feet, circuit.gauge, valueIn(downstream, box) / circuit.volts);
    at.set(box, { feet: before.feet + feet, volts });
    return {
      box,
      feet: toDecimals(before.feet + feet, 2),
      percent: toDecimals((volts / circuit.volts) * 100, 3),
    };
  });
}

/** The lightest heavier wire that loses no more than the house allows, and what its cable costs more. */
function heavierFor(circuit: string, percent: number, { plan, runs, rules }: Laid): Heavier | null {
  const { gauge } = entryOf(plan.circuits, circuit);
  const limit = rules('circuit.dropPercent');
  if (percent <= limit) return null;
  const lost = (g: Circuit['gauge']) => (percent * ohmsPer1000Feet[g]) / ohmsPer1000Feet[gauge];
  const wanted = gauges.find((g) => g < gauge && lost(g) <= limit);
  if (wanted === undefined) return null;
  const cents = entriesIn(plan, 'runsOnCircuit', circuit).reduce((sum, [id, { cable }]) => {
    const heavy = cableNamed(wanted, entryOf(cables, cable).conductors === 3 ? 3 : 2);
    const feet = lengthInFeet(runs.runs[id]?.length.cut ?? 0);
    return sum + feet * (cableCents(plan, heavy, rules) - cableCents(plan, cable, rules));
  }, 0);
  return { gauge: wanted, percent: toDecimals(lost(wanted), 3), cents: Math.round(cents) };
}

/** Devices downstream of a ground-fault receptacle, itself included; or all of them behind a protecting breaker. */
function protectedDevices(plan: Plan, circuitId: string, reached: readonly Reach[]): string[] {
  const circuit = entryOf(plan.circuits, circuitId);
  const own = (box: string) => devicesIn(plan, box).filter(([, d]) => d.circuit === circuitId);
  if ((circuit.protection === 'gfci' || circuit.protection === 'dual') && circuit.protectAt === 'breaker')
    return [...idsIn(plan, 'devicesOnCircuit', circuitId)];
  const covered = new Set<string>();
  for (const r of reached)
    if (covered.has(r.from) || own(r.box).some(([, d]) => d.kind === 'gfci')) covered.add(r.box);
  return [...covered].flatMap((box) => own(box).map(([id]) => id)).sort(compareIds);
}

/** What circuits are worked out from. */
export interface Laid {
  readonly plan: Plan;
  readonly runs: RunLayout;
  readonly rules: RuleBook;
}

/** Load, order, voltage drop and protection of one circuit. */
const circuitOf = query('circuit', ({ plan, runs, rules }: Laid, id: string): CircuitResult | undefined => {
  const circuit = plan.circuits[id];
  if (!circuit) return undefined;
  const outletVa = rules('circuit.outletVa');
  const devices = valuesIn(plan, 'devicesOnCircuit', id);
  const counted = devices.filter((d) => !isCounted(d, circuit, plan));
  const there = foundLoad(circuit, outletVa);
  const reached = reachFromPanel(plan, id);
  const sources = sourcesOf(plan, id);
  const boxes = [...new Set(devices.map((d) => d.box))].sort(compareIds);
  const vaOf = (box: string) =>
    devices.reduce((sum, d) => sum + (d.box === box ? loadOf(d, outletVa) : 0), 0);
  const drops = dropsAlong(reached, circuit, vaOf, runs);
  const farthest = drops.reduce<Drop | null>(
    (most, d) => (!most || d.percent > most.percent ? d : most),
    null,
  );
  const dropPercent = farthest?.percent ?? 0;
  return {
    va: there.va + counted.reduce((sum, d) => sum + loadOf(d, outletVa), 0),
    planned: there.va + counted.reduce((sum, d) => sum + plannedLoad(d, outletVa), 0),
    outlets: there.outlets + counted.filter(isOutlet).length,
    boxes,
    order: circuit.panel === null ? [] : [circuit.panel, ...reached.map((r) => r.box)],
    home: reached.find((r) => r.from === circuit.panel)?.via ?? null,
    dropPercent,
    farthest: farthest?.box ?? null,
    drops,
    heavier: heavierFor(id, dropPercent, { plan, runs, rules }),
    protected: protectedDevices(plan, id, reached),
    unreached: boxes.filter((b) => !sources.includes(b) && !reached.some((r) => r.box === b)),
  };
});

/** Load, order, voltage drop and protection of every circuit. */
export const circuitsOf = query(
  'circuits',
  (laid: Laid): Readonly<Record<string, CircuitResult>> =>
    viewOf({ ids: () => idsOf(laid.plan.circuits), get: (id) => circuitOf(laid, id) }),
  Object.is,
);
