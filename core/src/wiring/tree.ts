import { entryOf, listUnder, valueIn } from '../lookups/index.ts';
import { compareIds } from '../plan/ids.ts';
import { isThere } from '../boxes/index.ts';
import { query } from '../incremental/index.ts';
import { entriesIn, valuesIn, type Plan } from '../plan/index.ts';
import { isData } from '../materials/index.ts';

/** One stretch of a circuit between two boxes: one cable, or several side by side where one has too few conductors. */
export interface Stretch {
  readonly from: string;
  readonly to: string;
  /** The runs that lie in it, in the order of their ids. */
  readonly runs: readonly string[];
}

/** A circuit's cables as they spread from its panel. Boxes no run reaches are not in it. */
export interface CircuitTree {
  readonly circuit: string;
  readonly panel: string | null;
  /** Stretches in the order the cable reaches them; the stretch that ends in a box is its feed. */
  readonly stretches: readonly Stretch[];
  readonly feedOf: ReadonlyMap<string, Stretch>;
}

/** Boxes of an existing circuit that are there already: its cables are in the walls, so whatever is tapped starts at one of them. */
function existingBoxes(plan: Plan, circuitId: string): string[] {
  const there = valuesIn(plan, 'devicesOnCircuit', circuitId).filter((d) => isThere(plan, d.box));
  return [...new Set(there.map((d) => d.box))].sort(compareIds);
}

/** Where power comes from in a circuit: its panel, and for a circuit that is there already the boxes on it. */
export function sourcesOf(plan: Plan, circuitId: string): string[] {
  const circuit = entryOf(plan.circuits, circuitId);
  const there = circuit.existing ? existingBoxes(plan, circuitId) : [];
  return [...(circuit.panel === null ? [] : [circuit.panel]), ...there];
}

export const circuitTree = query('tree of circuit', (plan: Plan, circuitId: string): CircuitTree => {
  const joined = new Map<string, { to: string; run: string }[]>();
  const join = (a: string, b: string, run: string) => listUnder(joined, a).push({ to: b, run });
  for (const [id, run] of entriesIn(plan, 'runsOnCircuit', circuitId)) {
    if (run.to === null || isData(run.cable)) continue;
    join(run.from, run.to, id);
    join(run.to, run.from, id);
  }
  const sources = sourcesOf(plan, circuitId);
  const seen = new Set<string>(sources);
  const stretches: Stretch[] = [];
  const visit = (from: string) => {
    for (const { to } of joined.get(from) ?? []) {
      if (seen.has(to)) continue;
      seen.add(to);
      const runs = valueIn(joined, from)
        .filter((j) => j.to === to)
        .map((j) => j.run);
      stretches.push({ from, to, runs });
      visit(to);
    }
  };
  for (const source of sources) visit(source);
  return {
    circuit: circuitId,
    panel: entryOf(plan.circuits, circuitId).panel,
    stretches,
    feedOf: new Map(stretches.map((s) => [s.to, s])),
  };
});
