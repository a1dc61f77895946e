import { expect, test } from 'vitest';
import { furnishedHouse } from '../../../testing/furnishedHouse.ts';
import { computed, planOf } from '../../../testing/index.ts';
import { switchKinds } from '../../boxes/index.ts';
import { Computer } from '../../compute/index.ts';
import type { Plan } from '../../plan/index.ts';
import { propose } from '../index.ts';
import { distancesOf, type Distances } from './index.ts';
import { cheapestOrder } from './visitOrder.ts';

/** `npm run soak` sets 500; the plain run takes a sample of them. */
const houses = Number(process.env['FIELDCHALK_SEEDS'] ?? 3);

/** The least any order costs, by going through them all and giving up those that cannot be the best: shares nothing with the code. */
function leastOfAll(cost: readonly (readonly number[])[]): number {
  const n = cost.length;
  const cheapest = cost.map((row, i) => Math.min(...row.filter((_, j) => j !== i)));
  let best = Infinity;
  const left = new Set(Array.from({ length: n - 1 }, (_, i) => i + 1));
  const go = (at: number, soFar: number): void => {
    if (left.size === 0) return void (best = Math.min(best, soFar));
    let bound = soFar;
    // Each place still to come is left for the price of its cheapest way at least, but the last.
    const ahead = [...left].map((i) => cheapest[i]!).sort((a, b) => a - b);
    for (const least of ahead.slice(0, -1)) bound += least;
    if (bound + cheapest[at]! >= best) return;
    for (const next of [...left].sort((a, b) => cost[at]![a]! - cost[at]![b]!)) {
      left.delete(next);
      go(next, soFar + cost[at]![next]!);
      left.add(next);
    }
  };
  go(0, 0);
  return best;
}

interface Chain {
  readonly circuit: string;
  readonly distances: Distances;
}

/** Circuits of a wired house that are chains from a panel, without switches: what orders can be compared on. */
function chainsOf(plan: Plan, computer: Computer): Chain[] {
  return Object.keys(plan.circuits).flatMap((circuit) => {
    const own = Object.values(plan.devices).filter((d) => d.circuit === circuit);
    if (plan.circuits[circuit]!.shape !== 'chain' || own.some((d) => switchKinds.has(d.kind))) return [];
    const distances = distancesOf(computer.take(plan), circuit);
    const known = distances.cost.every((row) => row.every((c) => c !== null));
    return distances.ids.length > 3 && known ? [{ circuit, distances }] : [];
  });
}

/** The plan with the boxes of a circuit chained in an order, the panel first; and the cable that takes. */
function chained(plan: Plan, circuit: string, order: readonly string[]): number {
  const cable = Object.values(plan.runs).find((r) => r.circuit === circuit)!.cable;
  const runs = Object.fromEntries([
    ...Object.entries(plan.runs).filter(([, r]) => r.circuit !== circuit),
    ...order.slice(1).map((to, i) => [`z${i}`, { from: order[i]!, to, circuit, cable }] as const),
  ]);
  const result = computed(planOf(JSON.parse(JSON.stringify({ ...plan, runs })) as object));
  return Object.keys(runs)
    .filter((id) => id.startsWith('z'))
    .reduce((sum, id) => sum + result.runs[id]!.length.cut, 0);
}

function nearestFirst({ ids, cost }: Distances): string[] {
  const order = [0];
  while (order.length < ids.length) {
    const from = cost[order.at(-1)!]!;
    const left = ids.map((_, i) => i).filter((i) => !order.includes(i));
    order.push(left.reduce((a, b) => (from[b]! < from[a]! ? b : a)));
  }
  return order.map((i) => ids[i]!);
}

test(
  `chains of ${houses} wired houses: exact to twelve boxes; no more cable in all than from the nearest to the nearest, or than walked`,
  () => {
    let cases = 0;
    const totals = { ours: 0, nearest: 0, walked: 0 };
    const saved: number[] = [];
    const worse: string[] = [];
    for (let seed = 1; seed <= Math.min(houses, 200); seed++) {
      const plan = furnishedHouse(seed);
      // Orders are compared by cable, so cable is what they are chosen by.
      Object.assign(plan.rules.values, {
        'route.prefer': 'cable',
        'protect.gfci': 'breaker',
        shape: 'chain',
      });
      const computer = new Computer();
      propose(plan, { computer });
      for (const { circuit, distances } of chainsOf(plan, computer)) {
        const cost = distances.cost as number[][];
        if (distances.ids.length <= 13) {
          expect(cheapestOrder(cost).cost, `seed ${seed} ${circuit}`).toBeCloseTo(leastOfAll(cost), 6);
          cases++;
        }
        if (seed > 60 && houses < 300) continue;
        const result = computer.compute(plan);
        const order = result.circuits[circuit]!.order;
        const ours = chained(plan, circuit, order);
        const nearest = chained(plan, circuit, nearestFirst(distances));
        const walked = chained(plan, circuit, distances.ids);
        totals.ours += ours;
        totals.nearest += nearest;
        totals.walked += walked;
        saved.push(1 - ours / walked);
        if (ours > Math.min(nearest, walked) + 1)
          worse.push(`seed ${seed} ${circuit}: ${ours} in., nearest ${nearest}, walked ${walked}`);
      }
    }
    saved.sort((a, b) => a - b);
    const at = (q: number) => `${(100 * (saved[Math.floor(q * (saved.length - 1))] ?? 0)).toFixed(1)} %`;
    console.log(
      `${cases} orders equal to exact; ${saved.length} chains: ${(100 * (1 - totals.ours / totals.nearest)).toFixed(1)} % less cable than nearest first, ${(100 * (1 - totals.ours / totals.walked)).toFixed(1)} % less than as walked (least ${at(0)}, a tenth ${at(0.1)}, half ${at(0.5)}, nine tenths ${at(0.9)}); worse on ${worse.length}\n${worse.join('\n')}`,
    );
    expect(cases).toBeGreaterThan(houses / 4);
    expect(totals.ours).toBeLessThanOrEqual(totals.nearest);
    expect(totals.ours).toBeLessThan(totals.walked);
  },
  60_000 + houses * 20_000,
);
