import type { BoxLayout } from '../boxes/index.ts';
import type { Framing } from '../framing/index.ts';
import { compareIds, nextIds } from '../plan/ids.ts';
import { entrySchemas, type Circuit, type Plan } from '../plan/schema.ts';
import { isData } from '../plan/stock.ts';
import type { RuleBook } from '../rules/index.ts';
import { cableCents } from './index.ts';
import { runEnd } from './ends.ts';
import type { RouteGraph } from './graph.ts';
import { cheapestOrder } from './order.ts';
import { routeCost, stepCostFor } from './route.ts';

interface Link {
  readonly from: string;
  readonly to: string;
}

function boxesOf(plan: Plan, circuitId: string): string[] {
  const ids = Object.values(plan.devices).flatMap((d) => (d.circuit === circuitId ? [d.box] : []));
  return [...new Set(ids)].sort(compareIds);
}

/** Boxes of a circuit that its runs reach already, last reached last. The panel comes first. */
function reached(plan: Plan, circuitId: string, panel: string): string[] {
  const runs = Object.entries(plan.runs).filter(([, r]) => r.circuit === circuitId && r.to !== null);
  const list = [panel];
  for (let i = 0; i < list.length; i++) {
    for (const [, run] of runs) {
      const other = run.from === list[i] ? run.to! : run.to === list[i] ? run.from : null;
      if (other && !list.includes(other)) list.push(other);
    }
  }
  return list;
}

/** Branches: each box joined where it is cheapest to reach, three cables to a box at most; `fromStart` leave the start. */
function treeLinks(
  start: string,
  boxes: readonly string[],
  cost: (a: string, b: string) => number,
  fromStart: number,
): Link[] {
  const joined = [start];
  const cables = new Map<string, number>();
  const left = new Set(boxes);
  const links: Link[] = [];
  while (left.size > 0) {
    let best: (Link & { cost: number }) | null = null;
    for (const from of joined) {
      if ((cables.get(from) ?? 0) >= (from === start ? fromStart : 3)) continue;
      for (const to of left) {
        const c = cost(from, to);
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

/** Ground-fault receptacles that protect the rest of their circuit come first. */
function firstDevice(plan: Plan, circuit: Circuit, boxes: readonly string[]): string | null {
  const atBreaker = circuit.protection === 'gfci' || circuit.protection === 'dual';
  if (atBreaker && circuit.protectAt === 'breaker') return null;
  return boxes.find((b) => Object.values(plan.devices).some((d) => d.box === b && d.kind === 'gfci')) ?? null;
}

function linksFor(
  plan: Plan,
  circuitId: string,
  layout: BoxLayout,
  graph: RouteGraph,
  framing: Framing,
  rules: RuleBook,
): Link[] {
  const circuit = plan.circuits[circuitId]!;
  if (circuit.panel === null) return [];
  const known = reached(plan, circuitId, circuit.panel);
  const missing = boxesOf(plan, circuitId).filter((b) => !known.includes(b));
  if (missing.length === 0) return [];
  const start = known.at(-1)!;
  const stepCost = stepCostFor('auto', rules, cableCents(plan, `${circuit.gauge}/2`));
  const ends = new Map([start, ...missing].map((id) => [id, runEnd(id, plan, layout, graph, framing)]));
  const kept = new Map<string, number>();
  const cost = (a: string, b: string): number => {
    const key = compareIds(a, b) < 0 ? `${a} ${b}` : `${b} ${a}`;
    const [from, to] = [ends.get(a), ends.get(b)];
    if (!kept.has(key))
      kept.set(key, from && to ? Math.min(1e12, routeCost(from, to, graph, framing, stepCost)) : 1e12);
    return kept.get(key)!;
  };
  const lead = start === circuit.panel ? firstDevice(plan, circuit, missing) : null;
  if (circuit.shape === 'tree') {
    const rest = missing.filter((b) => b !== lead);
    return lead
      ? [{ from: start, to: lead }, ...treeLinks(lead, rest, cost, 2)]
      : treeLinks(start, missing, cost, 1);
  }
  const places = [lead ?? start, ...missing.filter((b) => b !== lead)];
  const { order } = cheapestOrder(places.map((a) => places.map((b) => (a === b ? 0 : cost(a, b)))));
  const chain = [...(lead ? [start] : []), places[0]!, ...order.map((i) => places[i]!)];
  return chain.slice(1).map((to, i) => ({ from: chain[i]!, to }));
}

/** Adds the runs that circuits still lack, to a plan draft; runs that are there stay. Returns the new run ids. */
export function addRuns(
  draft: Plan,
  layout: BoxLayout,
  graph: RouteGraph,
  framing: Framing,
  rules: RuleBook,
): string[] {
  const added = Object.keys(draft.circuits)
    .sort(compareIds)
    .filter((id) => !draft.circuits[id]!.existing)
    .flatMap((id) =>
      linksFor(draft, id, layout, graph, framing, rules).map((link) => ({ ...link, circuit: id })),
    );
  const ids = nextIds(draft.runs, 'k', added.length);
  added.forEach(({ from, to, circuit }, i) => {
    draft.runs[ids[i]!] = entrySchemas.runs.parse({
      from,
      to,
      circuit,
      cable: `${draft.circuits[circuit]!.gauge}/${draft.circuits[circuit]!.poles === 2 ? 3 : 2}`,
    });
  });
  return ids;
}

/** The box data cables run home to; null while nobody has named one. */
export function dataHome(plan: Plan): string | null {
  return (
    Object.values(plan.devices)
      .filter((d) => d.kind === 'data' && d.label === homeLabel)
      .map((d) => d.box)
      .sort(compareIds)[0] ?? null
  );
}
/** What a data device is labelled with where the data cables come together. */
export const homeLabel = 'home';

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
  const ids = nextIds(draft.runs, 'k', missing.length);
  missing.forEach((to, i) => {
    draft.runs[ids[i]!] = entrySchemas.runs.parse({ from: home, to, cable: 'data' });
  });
  return missing.length;
}
