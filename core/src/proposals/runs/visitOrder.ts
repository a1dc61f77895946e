/**
 * The cheapest order to visit places from a start, without coming back. Exact up to 12 places (dynamic programming over
 * subsets: Held and Karp 1962, Bellman 1962); beyond that the best of many orders, each improved until nothing more helps.
 */
export interface VisitOrder {
  /** Indices 1…n of the places, in order; 0 is the start. */
  readonly order: readonly number[];
  readonly cost: number;
  readonly exact: boolean;
}

export const exactUpTo = 12;

type Costs = readonly (readonly number[])[];
/** Whether a place may be visited first. */
type MayLead = (place: number) => boolean;

const anyLeads: MayLead = () => true;

function exactOrder(cost: Costs, mayLead: MayLead): VisitOrder {
  const n = cost.length - 1;
  const full = 1 << n;
  const best = new Float64Array(full * n).fill(Infinity);
  const before = new Int8Array(full * n).fill(-1);
  for (let i = 0; i < n; i++) if (mayLead(i + 1)) best[(1 << i) * n + i] = cost[0]![i + 1]!;
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

function pathCost(order: readonly number[], cost: Costs): number {
  return order.reduce((sum, place, i) => sum + cost[i === 0 ? 0 : order[i - 1]!]![place]!, 0);
}

/** From a first place always on to the nearest that is left. */
function nearestFirst(first: number, cost: Costs): number[] {
  const left = new Set(cost.slice(1).map((_, i) => i + 1));
  left.delete(first);
  const order = [first];
  while (left.size > 0) {
    const at = order[order.length - 1]!;
    const next = [...left].reduce((a, b) => (cost[at]![b]! < cost[at]![a]! ? b : a));
    order.push(next);
    left.delete(next);
  }
  return order;
}

/** What an order gains by walking a stretch of it the other way about. */
function gainOfTurning(order: readonly number[], i: number, j: number, cost: Costs): number {
  const before = i === 0 ? 0 : order[i - 1]!;
  const after = order[j + 1];
  const [a, b] = [order[i]!, order[j]!];
  const leave = (from: number) => (after === undefined ? 0 : cost[from]![after]!);
  let inside = 0;
  for (let k = i; k < j; k++) inside += cost[order[k]!]![order[k + 1]!]! - cost[order[k + 1]!]![order[k]!]!;
  return cost[before]![a]! + leave(b) + inside - cost[before]![b]! - leave(a);
}

/** The same order with a stretch of it moved elsewhere, either way about. */
function* moved(order: readonly number[]): Generator<number[]> {
  for (let length = 1; length <= 3; length++)
    for (let i = 0; i + length <= order.length; i++) {
      const stretch = order.slice(i, i + length);
      const rest = [...order.slice(0, i), ...order.slice(i + length)];
      for (let j = 0; j <= rest.length; j++) {
        if (j === i) continue;
        yield [...rest.slice(0, j), ...stretch, ...rest.slice(j)];
        if (length > 1) yield [...rest.slice(0, j), ...stretch.toReversed(), ...rest.slice(j)];
      }
    }
}

const dust = 1e-9;

/** Turns and moves stretches of an order until nothing gains. */
function improved(
  start: readonly number[],
  cost: Costs,
  mayLead: MayLead,
): { order: number[]; cost: number } {
  let order = [...start];
  let total = pathCost(order, cost);
  for (let gained = true; gained;) {
    gained = false;
    for (let i = 0; i < order.length; i++)
      for (let j = i + 1; j < order.length; j++)
        if (gainOfTurning(order, i, j, cost) > dust && (i > 0 || mayLead(order[j]!))) {
          order = [...order.slice(0, i), ...order.slice(i, j + 1).reverse(), ...order.slice(j + 1)];
          gained = true;
        }
    total = pathCost(order, cost);
    for (const candidate of moved(order)) {
      if (!mayLead(candidate[0]!)) continue;
      const reached = pathCost(candidate, cost);
      if (reached < total - dust) {
        [order, total, gained] = [candidate, reached, true];
        break;
      }
    }
  }
  return { order, cost: total };
}

/** Every place that may be first is tried, on from there to the nearest, and the best of what they come to. */
function bestOfMany(cost: Costs, mayLead: MayLead): VisitOrder {
  let best: { order: number[]; cost: number } | null = null;
  for (let first = 1; first < cost.length; first++) {
    if (!mayLead(first)) continue;
    const found = improved(nearestFirst(first, cost), cost, mayLead);
    if (!best || found.cost < best.cost - dust) best = found;
  }
  return { ...(best ?? { order: [], cost: Infinity }), exact: false };
}

/** `cost[i][j]`: from place i to place j; row 0 is the start. `mayLead`: which places may come first; some must. Ties go to the earlier place. */
export function cheapestOrder(cost: Costs, mayLead: MayLead = anyLeads): VisitOrder {
  if (cost.length <= 1) return { order: [], cost: 0, exact: true };
  return cost.length - 1 <= exactUpTo ? exactOrder(cost, mayLead) : bestOfMany(cost, mayLead);
}
