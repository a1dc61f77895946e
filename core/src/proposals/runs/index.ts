import { entryOf, nth } from '../../lookups/index.ts';
import { compareIds, nextIds } from '../../plan/ids.ts';
import { entrySchemas, type Circuit, type Plan } from '../../plan/index.ts';
import { cableNamed, isData } from '../../materials/index.ts';
import { fitCables } from '../../wiring/index.ts';
import { cableCents } from '../../runs/index.ts';
import { runEnd, type Ways } from '../../runs/ends.ts';
import { routeGraph } from '../../runs/routeGraph.ts';
import { boxesOf, missingLinks, reached, type Link } from './links.ts';
import { routeCosts, stepCostFor } from '../../runs/route.ts';
import { dataHome } from '../../boxes/dataHome.ts';

/** What it would cost to lay cable between the places of a circuit: each row in one search, when it is first asked for. */
function costsBetween(w: Ways, places: readonly string[], gauge: Circuit['gauge']) {
  const stepCost = stepCostFor(w.rules, 'auto', cableCents(w.plan, cableNamed(gauge, 2), w.rules));
  const graph = routeGraph(w);
  const reached = places.flatMap((id) => {
    const end = runEnd(w, id);
    return end ? [{ id, end }] : [];
  });
  const rows = new Map<string, ReadonlyMap<string, number>>();
  const rowOf = (id: string): ReadonlyMap<string, number> => {
    const known = rows.get(id);
    if (known) return known;
    const own = reached.find((r) => r.id === id);
    const costs = own
      ? routeCosts(
          own.end,
          reached.map((r) => r.end),
          graph,
          w.framing,
          stepCost,
        )
      : [];
    const row = new Map(costs.map((cost, i) => [nth(reached, i).id, cost]));
    rows.set(id, row);
    return row;
  };
  return (a: string, b: string): number => {
    if (a === b) return 0;
    const [first, second] = compareIds(a, b) < 0 ? [a, b] : [b, a];
    return Math.min(noWay, rowOf(first).get(second) ?? noWay);
  };
}
/** What no way costs, in place of an infinity that nothing can be added to. */
const noWay = 1e12;

function linksFor(plan: Plan, circuitId: string, w: Ways): Link[] {
  const { gauge } = entryOf(plan.circuits, circuitId);
  const places = [...new Set([...reached(plan, circuitId), ...boxesOf(plan, circuitId)])];
  return missingLinks(plan, circuitId, w.rules('control.feed'), costsBetween(w, places, gauge));
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
