import highsLoader from 'highs';
import { Computer } from '../src/compute/index.ts';
import { distancesOf } from '../src/proposals/runs/index.ts';
import { cheapestOrder } from '../src/proposals/runs/visitOrder.ts';
import type { Plan } from '../src/plan/index.ts';
import { planOf } from '../testing/index.ts';
import type { Figure } from './edits.bench.ts';
import { medianMs } from './timing.ts';
import { connectedHouse, wired } from './wired.ts';

type Costs = readonly (readonly number[])[];

/** Receptacles of a wired house in groups of so many neighbours, each group as a circuit of its own, larger than any code lets it be. */
function longChains(house: Plan, size: number, most: number): Costs[] {
  const all = Object.entries(house.devices).filter(([, d]) => d.kind === 'receptacle' && d.circuit !== null);
  const groups = Array.from({ length: most }, (_, g) => all.slice(g * size, (g + 1) * size)).filter(
    (g) => g.length === size,
  );
  return groups.flatMap((group) => {
    const circuit = group[0]![1].circuit!;
    const ids = new Set(group.map(([id]) => id));
    const devices = Object.fromEntries(
      Object.entries(house.devices).map(([id, d]) => [
        id,
        { ...d, circuit: ids.has(id) ? circuit : d.circuit === circuit ? null : d.circuit },
      ]),
    );
    const plan = planOf(JSON.parse(JSON.stringify({ ...house, devices, runs: {}, controls: {} })) as object);
    const { cost } = distancesOf(new Computer().take(plan), circuit);
    return cost.every((row) => row.every((c) => c !== null)) ? [cost as Costs] : [];
  });
}

/** The order as a program: which of all pairs follow each other; tours beside the chain are forbidden as they turn up. */
function asProgram(cost: Costs, tours: readonly (readonly number[])[]): string {
  const n = cost.length;
  const places = Array.from({ length: n }, (_, i) => i);
  const name = (i: number, j: number) => `x${i}_${j}`;
  const pairs = places.flatMap((i) => places.flatMap((j) => (i !== j && j !== 0 ? [[i, j] as const] : [])));
  const sum = (list: readonly (readonly [number, number])[]) =>
    list.map(([i, j]) => `+ ${name(i, j)}`).join('\n ');
  const rows = [
    ...places.slice(1).map((j) => ` in${j}: ${sum(pairs.filter((p) => p[1] === j))} = 1`),
    ` out0: ${sum(pairs.filter((p) => p[0] === 0))} = 1`,
    ...places.slice(1).map((i) => ` out${i}: ${sum(pairs.filter((p) => p[0] === i))} <= 1`),
    ...tours.map((tour, t) => {
      const own = new Set(tour);
      return ` tour${t}: ${sum(pairs.filter(([i, j]) => own.has(i) && own.has(j)))} <= ${tour.length - 1}`;
    }),
  ];
  const objective = pairs.map(([i, j]) => `+ ${cost[i]![j]!.toFixed(6)} ${name(i, j)}`).join('\n ');
  return `Minimize\n obj: ${objective}\nSubject To\n${rows.join('\n')}\nBinary\n ${pairs.map(([i, j]) => name(i, j)).join('\n ')}\nEnd\n`;
}

type Highs = Awaited<ReturnType<typeof highsLoader>>;

/** The least an order can cost, proved by HiGHS: solved again with the tours it left beside the chain forbidden, until there are none. */
function leastByProgram(highs: Highs, cost: Costs): number {
  const tours: number[][] = [];
  for (let round = 0; round < 60; round++) {
    const solved = highs.solve(asProgram(cost, tours), { mip_rel_gap: 0 });
    if (solved.Status !== 'Optimal') throw new Error(`HiGHS says ${solved.Status}`);
    const next = new Map<number, number>();
    for (const [name, column] of Object.entries(solved.Columns)) {
      const [i, j] = name.slice(1).split('_').map(Number) as [number, number];
      if ('Primal' in column && column.Primal > 0.5) next.set(i, j);
    }
    const seen = new Set<number>();
    const walk = (from: number): number[] => {
      const list: number[] = [];
      for (let at: number | undefined = from; at !== undefined && !seen.has(at); at = next.get(at)) {
        seen.add(at);
        list.push(at);
      }
      return list;
    };
    walk(0);
    const left = [...next.keys()].filter((i) => !seen.has(i)).flatMap((i) => (seen.has(i) ? [] : [walk(i)]));
    if (left.length === 0) return solved.ObjectiveValue;
    tours.push(...left);
  }
  throw new Error('HiGHS left tours beside the chain sixty times');
}

interface Measured {
  readonly gaps: readonly number[];
  readonly times: readonly { readonly ours: number; readonly theirs: number }[];
  readonly sizes: readonly number[];
}

async function measured(): Promise<Measured> {
  const highs = await highsLoader();
  const house = wired(connectedHouse(30));
  const cases = [14, 16, 18, 20, 24].flatMap((size) => longChains(house, size, 4));
  // Both have been at work before the clock starts.
  for (const cost of cases.slice(0, 2)) {
    cheapestOrder(cost);
    leastByProgram(highs, cost);
  }
  const runs = cases.map((cost) => {
    const found = cheapestOrder(cost);
    const ours = medianMs(5, () => cheapestOrder(cost));
    const before = performance.now();
    const least = leastByProgram(highs, cost);
    return { gap: (found.cost / least - 1) * 100, ours, theirs: performance.now() - before };
  });
  return {
    gaps: runs.map((r) => Math.max(0, r.gap)),
    times: runs,
    sizes: cases.map((c) => c.length - 1),
  };
}

const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0);

/** Orders of more boxes than are solved exactly, on routed costs of a wired house, against the least that HiGHS proves. */
export async function bench(): Promise<string[]> {
  const { gaps, times, sizes } = await measured();
  const [ours, theirs] = [sum(times.map((t) => t.ours)), sum(times.map((t) => t.theirs))];
  return [
    `${gaps.length} orders of ${Math.min(...sizes)} to ${Math.max(...sizes)} boxes against HiGHS: gap ${(sum(gaps) / gaps.length).toFixed(2)} % on average, ${Math.max(...gaps).toFixed(2)} % at worst, least in ${gaps.filter((g) => g < 1e-4).length}`,
    `  ours ${(ours / gaps.length).toFixed(1)} ms, HiGHS ${(theirs / gaps.length).toFixed(0)} ms: ${(theirs / ours).toFixed(0)} times faster`,
  ];
}

export async function figures(): Promise<Figure[]> {
  const { gaps, times } = await measured();
  return [
    { id: 'order.gap', ratio: Math.max(...gaps) / 100, of: 'the least order, above it' },
    {
      id: 'order.time',
      ratio: sum(times.map((t) => t.ours)) / sum(times.map((t) => t.theirs)),
      of: 'HiGHS on the same orders',
    },
  ];
}
