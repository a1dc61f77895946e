import { entryOf, nth, valueIn } from '../../lookups/index.ts';
import type { BoxLayout } from '../../boxes/index.ts';
import type { Framing } from '../../framing/index.ts';
import { compareIds, nextIds } from '../../plan/ids.ts';
import { entrySchemas, type Plan } from '../../plan/index.ts';
import { cableNamed, isData } from '../../materials/index.ts';
import type { RuleBook } from '../../rules/index.ts';
import { fitCables } from '../../wiring/index.ts';
import { cableCents } from '../../runs/index.ts';
import { runEnd } from '../../runs/ends.ts';
import type { RouteGraph } from '../../runs/graph.ts';
import { boxesOf, missingLinks, reached, type Link } from './links.ts';
import { routeCost, stepCostFor } from '../../runs/route.ts';
import { dataHome } from '../../boxes/dataHome.ts';

/** The framing cables are laid through, and the boxes they join. */
export interface Ways {
  readonly layout: BoxLayout;
  readonly graph: RouteGraph;
  readonly framing: Framing;
  readonly rules: RuleBook;
}

function linksFor(plan: Plan, circuitId: string, { layout, graph, framing, rules }: Ways): Link[] {
  const circuit = entryOf(plan.circuits, circuitId);
  const stepCost = stepCostFor(rules, 'auto', cableCents(plan, cableNamed(circuit.gauge, 2), rules));
  const places = [...new Set([...reached(plan, circuitId), ...boxesOf(plan, circuitId)])];
  const ends = new Map(places.map((id) => [id, runEnd(id, plan, layout, graph, framing)]));
  const kept = new Map<string, number>();
  const cost = (a: string, b: string): number => {
    if (a === b) return 0;
    const key = compareIds(a, b) < 0 ? `${a} ${b}` : `${b} ${a}`;
    const [from, to] = [ends.get(a), ends.get(b)];
    if (!kept.has(key))
      kept.set(key, from && to ? Math.min(1e12, routeCost(from, to, graph, framing, stepCost)) : 1e12);
    return valueIn(kept, key);
  };
  return missingLinks(plan, circuitId, rules('control.feed'), cost);
}

/** Adds the runs that circuits still lack, to a plan draft; runs that are there stay. Returns the new run ids. */
export function addRuns(draft: Plan, ways: Ways): string[] {
  const circuits = Object.keys(draft.circuits).sort(compareIds);
  const added = circuits.flatMap((id) => linksFor(draft, id, ways).map((link) => ({ ...link, circuit: id })));
  const ids = nextIds(draft.runs, 'k', added.length);
  added.forEach(({ from, to, circuit }, i) => {
    draft.runs[nth(ids, i)] = entrySchemas.runs.parse({
      from,
      to,
      circuit,
      cable: cableNamed(entryOf(draft.circuits, circuit).gauge, 2),
    });
  });
  for (const id of new Set(added.map((a) => a.circuit))) fitCables(draft, id, ways.rules('control.neutral'));
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
  const ids = nextIds(draft.runs, 'k', missing.length);
  missing.forEach((to, i) => {
    draft.runs[nth(ids, i)] = entrySchemas.runs.parse({ from: home, to, cable: 'data' });
  });
  return missing.length;
}
