import { lightKinds } from '../boxes/index.ts';
import { query, idsOf } from '../incremental/index.ts';
import { entryOf } from '../lookups/index.ts';
import { isData } from '../materials/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entriesIn, type Plan } from '../plan/index.ts';
import { hasWay } from '../runs/index.ts';
import { roomServed } from '../rooms/seeing.ts';
import type { House } from '../stages/index.ts';
import { labelsOf } from './labels.ts';

/** One cable to cut and pull, in the order of the work. Inches. */
export interface CutToPull {
  readonly run: string;
  readonly circuit: string | null;
  readonly cable: string;
  readonly cut: number;
  /** The end it is pulled from, and the one it is pulled to; null for an open end. */
  readonly from: string | null;
  readonly to: string | null;
  /** What is written on it at the end it is pulled from, and at the other. */
  readonly labels: readonly [from: string, to: string];
  /** Rooms its ends serve. */
  readonly rooms: readonly string[];
}

/** Whether what hangs on a circuit is lit: its cable crosses rooms and is pulled before that of receptacles (common practice, no source). */
const isLighting = (plan: Plan, circuit: string): boolean =>
  entriesIn(plan, 'devicesOnCircuit', circuit).some(([, d]) => lightKinds.has(d.kind));

interface Pull {
  readonly run: string;
  readonly from: string | null;
  readonly to: string | null;
}

/** The cables of one circuit as the house pulls them; those that hang on nothing come last. */
const pullsOf = query('pulls of circuit', ({ plan, wiring, rules }: House, circuit: string): Pull[] => {
  const { stretches } = entryOf(wiring.circuits, circuit).tree;
  const out = stretches.flatMap(({ from, to, runs }) => runs.map((run): Pull => ({ run, from, to })));
  const { panel } = entryOf(plan.circuits, circuit);
  const isHome = (p: Pull) => panel !== null && p.from === panel;
  const turned = ({ run, from, to }: Pull): Pull => ({ run, from: to, to: from });
  const inOrder = (): Pull[] => {
    switch (rules('run.direction')) {
      case 'out':
      case 'home-first':
        return out;
      case 'home-last':
        return [...out.filter((p) => !isHome(p)), ...out.filter(isHome).map(turned)];
      default:
        return [...out].reverse().map(turned);
    }
  };
  const known = new Set(out.map((p) => p.run));
  const others = entriesIn(plan, 'runsOnCircuit', circuit).flatMap(([run, r]): Pull[] =>
    known.has(run) ? [] : [{ run, from: r.from, to: r.to }],
  );
  return [...inOrder(), ...others];
});

/** Where a circuit comes in the order of the work: lighting before the rest, each as they sit in the panel. */
const rankOf = query('rank of circuit', ({ plan }: House, circuit: string) => ({
  lit: isLighting(plan, circuit) ? 0 : 1,
  space: entryOf(plan.circuits, circuit).space ?? Infinity,
}));

/** What is told of a cable whichever end it is pulled from. */
const toldOf = query('cut of cable', (house: House, run: string) => {
  const { circuit, cable, from, to } = entryOf(house.plan.runs, run);
  const served = [from, to].flatMap((end) =>
    end === null ? [] : (roomServed(house.plan, house.rooms, end) ?? []),
  );
  return {
    circuit,
    cable,
    cut: entryOf(house.runs.runs, run).length.told,
    rooms: [...new Set(served)],
    labels: labelsOf(house, run),
  };
});

/** Every cable that has its way, in the order it is cut and pulled: circuits with lights first, then the rest as they sit in the panel, data last. */
export const cutList = query('cut list', (house: House): CutToPull[] => {
  const { plan } = house;
  const ranks = new Map(idsOf(plan.circuits).map((c) => [c, rankOf(house, c)]));
  const circuits = [...ranks]
    .sort(
      ([a, x], [b, y]) => x.lit - y.lit || (x.space === y.space ? 0 : x.space - y.space) || compareIds(a, b),
    )
    .map(([id]) => id);
  const power = circuits.flatMap((c) => pullsOf(house, c));
  const known = new Set(power.map((p) => p.run));
  const rest = idsOf(plan.runs).flatMap((run): Pull[] => {
    const { from, to } = entryOf(plan.runs, run);
    return known.has(run) ? [] : [{ run, from, to }];
  });
  const last = rest.sort(
    (a, b) =>
      Number(isData(entryOf(plan.runs, a.run).cable)) - Number(isData(entryOf(plan.runs, b.run).cable)),
  );
  const isCut = ({ run }: Pull) => hasWay(entryOf(house.runs.runs, run));
  return [...power, ...last].filter(isCut).map(({ run, from, to }): CutToPull => {
    const { labels, ...told } = toldOf(house, run);
    const label = (end: string | null) => labels.find((l) => l.end === end)?.text ?? '';
    return { run, ...told, from, to, labels: [label(from), label(to)] };
  });
});
