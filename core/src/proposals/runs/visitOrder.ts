/**
 * The cheapest order to visit places from a start, without coming back. Exact up to 10 places (dynamic programming over
 * subsets); beyond that nearest-first, then 2-opt and moves of single places until nothing improves.
 */
export interface VisitOrder {
  /** Indices 1…n of the places, in order; 0 is the start. */
  readonly order: readonly number[];
  readonly cost: number;
  readonly exact: boolean;
}

export const exactUpTo = 10;

function exactOrder(cost: readonly (readonly number[])[]): VisitOrder {
  const n = cost.length - 1;
  const full = 1 << n;
  const best = new Float64Array(full * n).fill(Infinity);
  const before = new Int8Array(full * n).fill(-1);
  for (let i = 0; i < n; i++) best[(1 << i) * n + i] = cost[0]![i + 1]!;
  for (let set = 1; set < full; set++) {
    for (let last = 0; last < n; last++) {
      const soFar = best[set * n + last]!;
      if (!(set & (1 << last)) || !Number.isFinite(soFar)) continue;
      for (let next = 0; next < n; next++) {
        if (set & (1 << next)) continue;
        const at = (set | (1 << next)) * n + next;
        const reached = soFar + cost[last + 1]![next + 1]!;
        if (reached < best[at]!) {
          best[at] = reached;
          before[at] = last;
        }
      }
    }
  }
  let last = 0;
  for (let i = 1; i < n; i++) if (best[(full - 1) * n + i]! < best[(full - 1) * n + last]!) last = i;
  const total = best[(full - 1) * n + last]!;
  const order: number[] = [];
  for (let set = full - 1, at = last; at >= 0;) {
    order.push(at + 1);
    const previous = before[set * n + at]!;
    set &= ~(1 << at);
    at = previous;
  }
  return { order: order.reverse(), cost: total, exact: true };
}

function pathCost(order: readonly number[], cost: readonly (readonly number[])[]): number {
  return order.reduce((sum, place, i) => sum + cost[i === 0 ? 0 : order[i - 1]!]![place]!, 0);
}

function improvedOrder(cost: readonly (readonly number[])[]): VisitOrder {
  const left = new Set(cost.slice(1).map((_, i) => i + 1));
  let order: number[] = [];
  for (let at = 0; left.size > 0;) {
    const next = [...left].reduce((a, b) => (cost[at]![b]! < cost[at]![a]! ? b : a));
    order.push(next);
    left.delete(next);
    at = next;
  }
  let total = pathCost(order, cost);
  for (let improved = true; improved;) {
    improved = false;
    for (const candidate of neighbours(order)) {
      const reached = pathCost(candidate, cost);
      if (reached < total - 1e-9) {
        [order, total, improved] = [candidate, reached, true];
        break;
      }
    }
  }
  return { order, cost: total, exact: false };
}

function* neighbours(order: readonly number[]): Generator<number[]> {
  for (let i = 0; i < order.length; i++)
    for (let j = i + 1; j < order.length; j++)
      yield [...order.slice(0, i), ...order.slice(i, j + 1).reverse(), ...order.slice(j + 1)];
  for (let i = 0; i < order.length; i++) {
    const rest = [...order.slice(0, i), ...order.slice(i + 1)];
    for (let j = 0; j <= rest.length; j++)
      if (j !== i) yield [...rest.slice(0, j), order[i]!, ...rest.slice(j)];
  }
}

/** `cost[i][j]`: from place i to place j; row 0 is the start. Ties go to the earlier place. */
export function cheapestOrder(cost: readonly (readonly number[])[]): VisitOrder {
  if (cost.length <= 1) return { order: [], cost: 0, exact: true };
  return cost.length - 1 <= exactUpTo ? exactOrder(cost) : improvedOrder(cost);
}
