import { entryOf, nth, valueIn } from '../../lookups/index.ts';
import { switchKinds } from '../../boxes/index.ts';
import { compareIds, nextIds } from '../../plan/ids.ts';
import {
  catalogueOf,
  entriesIn,
  entrySchemas,
  priceOf,
  valuesIn,
  type Circuit,
  type Plan,
} from '../../plan/index.ts';
import { modelHolding } from '../../fill/index.ts';
import { frozen, settled } from '../../plan/settled.ts';
import { cableNamed, isData } from '../../materials/index.ts';
import { assignRoles, circuitTree, fitCables } from '../../wiring/index.ts';
import { cableCents } from '../../runs/index.ts';
import { runEnd, type Ways } from '../../runs/ends.ts';
import { routeGraph } from '../../runs/routeGraph.ts';
import { boxesOf, leadsOf, missingLinks, reached, type Missing } from './links.ts';
import { cheapestOrder, exactUpTo, leastOrder } from './visitOrder.ts';
import { routeCosts, stepCostFor } from '../../runs/route.ts';
import { dataHome } from '../../boxes/dataHome.ts';

/** What it costs to lay a circuit's cable from place to place, as an order of its boxes is chosen by: cents, or what the house prefers; null where there is no way. */
export interface Distances {
  /** Its panel first, where it has one; then its boxes in the order of their ids. */
  readonly ids: readonly string[];
  readonly cost: readonly (readonly (number | null)[])[];
}

/** What it would cost to lay cable between all places of a circuit. */
export function distancesOf(w: Ways, circuitId: string): Distances {
  const { panel, gauge } = entryOf(w.plan.circuits, circuitId);
  const ids = [...(panel === null ? [] : [panel]), ...boxesOf(w.plan, circuitId)];
  const cost = costsBetween(w, ids, gauge);
  const priced = (a: string, b: string) => {
    const own = cost(a, b);
    return own >= noWay ? null : own;
  };
  return { ids, cost: ids.map((a) => ids.map((b) => priced(a, b))) };
}

/** How near the order of a circuit's boxes is to the best there can be: over the least possible by such a share; exact where no order costs less than `least`. */
export interface OrderProof {
  readonly over: number;
  readonly exact: boolean;
}

/** How good the order of a chain is that holds no switches, by what its cables cost each on its own. Null for a circuit that is no such chain from a panel. */
export function orderProof(w: Ways, circuitId: string): OrderProof | null {
  const { plan } = w;
  const { stretches, panel } = circuitTree(plan, circuitId);
  const own = valuesIn(plan, 'devicesOnCircuit', circuitId);
  const isChain = stretches.every((s, i) => s.from === (i === 0 ? panel : nth(stretches, i - 1).to));
  if (panel === null || !isChain || stretches.length < 2 || own.some((d) => switchKinds.has(d.kind)))
    return null;
  const { ids, cost } = distancesOf(w, circuitId);
  const known = cost.map((row) => row.map((c) => c ?? noWay));
  if (ids.length !== stretches.length + 1 || known.some((row) => row.includes(noWay))) return null;
  const place = new Map(ids.map((id, i) => [id, i]));
  const now = stretches.reduce(
    (sum, s) => sum + nth(nth(known, valueIn(place, s.from)), valueIn(place, s.to)),
    0,
  );
  const exact = ids.length - 1 <= exactUpTo;
  const least = exact ? cheapestOrder(known).cost : leastOrder(known);
  return { over: Math.max(0, now / least - 1), exact };
}

/** What it would cost to lay cable between the places of a circuit. A way costs the same from either end, so each place is searched from once, to those after it in the list: from the panel, which is far, first. */
function costsBetween(w: Ways, places: readonly string[], gauge: Circuit['gauge']) {
  const stepCost = stepCostFor(w.rules, 'auto', cableCents(w.plan, cableNamed(gauge, 2), w.rules));
  const graph = routeGraph(w);
  const reached = places.flatMap((id) => {
    const end = runEnd(w, id);
    return end ? [{ id, end }] : [];
  });
  const order = new Map(reached.map(({ id }, i) => [id, i]));
  const rows = new Map<number, readonly number[]>();
  const rowOf = (from: number): readonly number[] => {
    const known = rows.get(from);
    if (known) return known;
    const later = reached.slice(from + 1).map((r) => r.end);
    const row = routeCosts(nth(reached, from).end, later, graph, stepCost);
    rows.set(from, row);
    return row;
  };
  return (a: string, b: string): number => {
    const [i, j] = [order.get(a), order.get(b)];
    if (i === undefined || j === undefined) return noWay;
    if (i === j) return 0;
    return Math.min(noWay, nth(rowOf(Math.min(i, j)), Math.abs(i - j) - 1));
  };
}
/** What no way costs, in place of an infinity that nothing can be added to. */
const noWay = 1e12;

/** A cubic inch more of a box, where the job has no price for it. Cents; common practice, no source. */
const centsOfInch = 8;

/** What a third cable to a box costs for the larger box it asks for, where wire and labour are weighed in cents: Infinity where no box holds it, and nothing where cable or holes alone count. */
function largerBoxCents({ plan, rules }: Ways, id: string, cable: string): number {
  const box = plan.boxes[id];
  if (!box) return 0;
  const [two, three] = [2, 3].map((n) => modelHolding(id, Array<string>(n).fill(cable), plan, rules));
  if (!three) return Infinity;
  if (two === three || rules('route.prefer') !== 'cost') return 0;
  const [now, larger] = [two ?? three, three].map((model) => {
    const price = priceOf(plan, { kind: 'box', model });
    return price ? price.cents : entryOf(catalogueOf(plan), model).volume * centsOfInch;
  });
  return Math.max(0, (larger ?? 0) - (now ?? 0));
}

function missingFor(plan: Plan, circuitId: string, w: Ways): Missing {
  const { gauge } = entryOf(plan.circuits, circuitId);
  const places = [...new Set([...reached(plan, circuitId), ...boxesOf(plan, circuitId)])];
  const cable = cableNamed(gauge, 2);
  return missingLinks(plan, circuitId, w.rules('control.feed'), costsBetween(w, places, gauge), (box) =>
    largerBoxCents(w, box, cable),
  );
}

/** Makes the receptacle in a box the ground-fault one of its circuit, in a plan draft; the one that was it is plain again. */
function guardAt(draft: Plan, plan: Plan, circuitId: string, box: string): void {
  const own = entriesIn(plan, 'devicesOnCircuit', circuitId);
  if (own.some(([, d]) => d.box === box && d.kind === 'gfci')) return;
  const guard = own.find(([, d]) => d.box === box && d.kind === 'receptacle');
  if (!guard) return;
  for (const [id, d] of own) if (d.kind === 'gfci') entryOf(draft.devices, id).kind = 'receptacle';
  entryOf(draft.devices, guard[0]).kind = 'gfci';
}

/** Where the first receptacle of a circuit protects the rest and people put a box first that can be it, that box is it, in a plan draft. */
export function guardFirst(draft: Plan, circuitId: string, box: string): void {
  const plan = frozen(settled(draft));
  if (leadsOf(plan, circuitId, boxesOf(plan, circuitId))?.includes(box)) guardAt(draft, plan, circuitId, box);
}

/** Which circuits runs are added to, when not to all; and who hears how many of them are done. */
export interface Adding {
  readonly only?: readonly string[];
  readonly told?: (done: number, of: number) => void;
}

/** Adds the runs that circuits still lack, to a plan draft; runs that are there stay. Returns the new run ids. */
export function addRuns(draft: Plan, ways: Ways, { only, told = () => undefined }: Adding = {}): string[] {
  const plan = frozen(settled(draft));
  const circuits = only ?? Object.keys(plan.circuits).sort(compareIds);
  const added = circuits.flatMap((id, i) => {
    told(i, circuits.length);
    const { links, lead } = missingFor(plan, id, ways);
    if (lead !== null) guardAt(draft, plan, id, lead);
    return links.map((link) => ({ ...link, circuit: id }));
  });
  const ids = nextIds(draft, 'runs', added.length);
  added.forEach(({ from, to, circuit }, i) => {
    draft.runs[nth(ids, i)] = entrySchemas.runs.parse({
      from,
      to,
      circuit,
      cable: cableNamed(entryOf(plan.circuits, circuit).gauge, 2),
    });
  });
  const laid = new Set(added.map((a) => a.circuit));
  assignRoles(draft, laid, ways.rules('control.neutral'));
  fitCables(draft, laid, ways.rules('control.neutral'));
  return ids;
}

/** Adds a data cable from home to every data or television outlet that has none, to a plan draft. Returns how many. */
export function addDataRuns(draft: Plan): number {
  const home = dataHome(draft);
  if (home === null) return 0;
  const reached = new Set(
    Object.values(draft.runs).flatMap((r) => (isData(r.cable) ? [r.from, r.to ?? ''] : [])),
  );
  const outlets = Object.values(draft.devices)
    .filter((d) => (d.kind === 'data' && d.label === '') || d.kind === 'tv')
    .map((d) => d.box);
  const missing = [...new Set(outlets)].filter((b) => b !== home && !reached.has(b)).sort(compareIds);
  const ids = nextIds(draft, 'runs', missing.length);
  missing.forEach((to, i) => {
    draft.runs[nth(ids, i)] = entrySchemas.runs.parse({ from: home, to, cable: 'data' });
  });
  return missing.length;
}
