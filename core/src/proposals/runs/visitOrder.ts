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
  const isLeft = new Uint8Array(cost.length).fill(1);
  isLeft[0] = isLeft[first] = 0;
  const order = [first];
  for (let at = first; order.length < cost.length - 1;) {
    const row = cost[at]!;
    let [next, least] = [0, Infinity];
    for (let i = 1; i < row.length; i++)
      if (isLeft[i] && row[i]! < least) {
        next = i;
        least = row[i]!;
      }
    // What nothing leads to comes as it may.
    if (next === 0) next = isLeft.indexOf(1);
    isLeft[next] = 0;
    order.push(next);
    at = next;
  }
  return order;
}

const dust = 1e-9;

/**
 * An order under improvement: the start before the first of its places, and after the last a place past the end, to which nothing is paid.
 * Costs lie flat, so that a search reads them at once.
 */
class Tour {
  private readonly places: Int32Array;
  private readonly legs: Float64Array;
  private readonly wide: number;
  private readonly count: number;

  constructor(
    order: readonly number[],
    cost: Costs,
    private readonly mayLead: MayLead,
  ) {
    this.count = order.length;
    this.wide = cost.length + 1;
    this.legs = new Float64Array(this.wide * this.wide);
    cost.forEach((row, i) => this.legs.set(row, i * this.wide));
    this.places = Int32Array.from([0, ...order, cost.length]);
  }

  order(): number[] {
    return [...this.places.subarray(1, this.count + 1)];
  }

  private reverse(from: number, to: number): void {
    this.places.subarray(from, to + 1).reverse();
  }

  /** Turns the stretch about that gains most; whether one did. */
  turnBest(): boolean {
    const { places, legs, wide, count } = this;
    let [most, from, to] = [dust, 0, 0];
    for (let i = 1; i < count; i++) {
      const [before, first] = [places[i - 1]! * wide, places[i]! * wide];
      const into = legs[before + places[i]!]!;
      for (let j = i + 1; j <= count; j++) {
        const [last, after] = [places[j]!, places[j + 1]!];
        const gain = into + legs[last * wide + after]! - legs[before + last]! - legs[first + after]!;
        if (gain > most && (i > 1 || this.mayLead(last))) [most, from, to] = [gain, i, j];
      }
    }
    if (from === 0) return false;
    this.reverse(from, to);
    return true;
  }

  /** Moves the stretch of three places at most that gains most, either way about; whether one did. */
  moveBest(): boolean {
    const { places, legs, wide, count } = this;
    let [most, from, end, to, isTurned] = [dust, 0, 0, 0, false];
    for (let length = 1; length <= longestMoved; length++)
      for (let i = 1; i + length <= count + 1; i++) {
        const j = i + length - 1;
        const [before, first, last, after] = [places[i - 1]!, places[i]!, places[j]!, places[j + 1]!];
        const leaves =
          legs[before * wide + first]! + legs[last * wide + after]! - legs[before * wide + after]!;
        if (leaves <= most || (i === 1 && j < count && !this.mayLead(after))) continue;
        // Between places k and k + 1 of the order as it stands, outside the stretch.
        for (let k = 0; k <= count; k++) {
          if (k >= i - 1 && k <= j) continue;
          const [a, b] = [places[k]! * wide, places[k + 1]!];
          const gained = leaves + legs[a + b]!;
          const straight = gained - legs[a + first]! - legs[last * wide + b]!;
          const turned = gained - legs[a + last]! - legs[first * wide + b]!;
          if (straight > most && (k > 0 || this.mayLead(first)))
            [most, from, end, to, isTurned] = [straight, i, j, k, false];
          if (turned > most && (k > 0 || this.mayLead(last)))
            [most, from, end, to, isTurned] = [turned, i, j, k, true];
        }
      }
    if (from === 0) return false;
    if (isTurned) this.reverse(from, end);
    // A stretch changes places with its neighbour by turning both, and then each.
    if (to > end) this.exchange(from, end, to);
    else this.exchange(to + 1, from - 1, end);
    return true;
  }

  /** The places from `a` to `m` go after those from `m + 1` to `b`. */
  private exchange(a: number, m: number, b: number): void {
    this.reverse(a, b);
    this.reverse(a, a + b - m - 1);
    this.reverse(a + b - m, b);
  }
}

const longestMoved = 3;

/** Turns and moves stretches of an order until nothing gains. */
function improved(
  start: readonly number[],
  cost: Costs,
  mayLead: MayLead,
): { order: number[]; cost: number } {
  const tour = new Tour(start, cost, mayLead);
  while (tour.turnBest() || tour.moveBest());
  const order = tour.order();
  return { order, cost: pathCost(order, cost) };
}

/** So many first orders are improved: more find nothing better on chains of houses (core/bench/order.bench.ts). */
const mostImproved = 16;

/** Every place that may be first is tried, on from there to the nearest; the cheapest of these orders are improved, and the best is taken. */
function bestOfMany(cost: Costs, mayLead: MayLead): VisitOrder {
  const leads = cost.slice(1).flatMap((_, i) => (mayLead(i + 1) ? [i + 1] : []));
  const starts = leads
    .map((first) => nearestFirst(first, cost))
    .map((order) => ({ order, cost: pathCost(order, cost) }))
    .sort((a, b) => a.cost - b.cost || a.order[0]! - b.order[0]!);
  let best: { order: number[]; cost: number } | null = null;
  for (const { order } of starts.slice(0, mostImproved)) {
    const found = improved(order, cost, mayLead);
    if (!best || found.cost < best.cost - dust) best = found;
  }
  return { ...(best ?? { order: [], cost: Infinity }), exact: false };
}

/** `cost[i][j]`: from place i to place j and back the same; row 0 is the start. `mayLead`: which places may come first; some must. Ties go to the earlier place. */
export function cheapestOrder(cost: Costs, mayLead: MayLead = anyLeads): VisitOrder {
  if (cost.length <= 1) return { order: [], cost: 0, exact: true };
  return cost.length - 1 <= exactUpTo ? exactOrder(cost, mayLead) : bestOfMany(cost, mayLead);
}

const ascents = 80;

/**
 * The least any order can cost, from below: the shortest tree that joins all places, made dearer at those it branches at (Held and Karp 1970).
 * Costs are the same both ways; place 0 is the start, and an order may end anywhere.
 */
export function leastOrder(cost: Costs): number {
  const n = cost.length;
  if (n <= 2) return cost[0]?.[1] ?? 0;
  const dear = new Float64Array(n);
  const scale = Math.max(...cost[0]!.slice(1));
  let least = 0;
  for (let round = 0; round < ascents; round++) {
    const { total, degree } = shortestTree(cost, dear);
    // All but the start and one end have two neighbours; which is the end is not known.
    let ends = Infinity;
    let paid = 0;
    for (let i = 0; i < n; i++) {
      paid += 2 * dear[i]!;
      if (i > 0) ends = Math.min(ends, dear[i]!);
    }
    least = Math.max(least, total - paid + dear[0]! + ends);
    const step = (scale / 10) * 0.95 ** round;
    for (let i = 1; i < n; i++) dear[i] = dear[i]! + step * (degree[i]! - 2);
  }
  return least;
}

/** The shortest tree over all places (Prim) where each costs so much more at every branch of it. */
function shortestTree(cost: Costs, dear: Float64Array): { total: number; degree: Int32Array } {
  const n = cost.length;
  const reach = new Float64Array(n).fill(Infinity);
  const from = new Int32Array(n);
  const isIn = new Uint8Array(n);
  const degree = new Int32Array(n);
  let total = 0;
  for (let at = 0, count = 1; ; count++) {
    isIn[at] = 1;
    for (let i = 0; i < n; i++) {
      const priced = cost[at]![i]! + dear[at]! + dear[i]!;
      if (!isIn[i] && priced < reach[i]!) {
        reach[i] = priced;
        from[i] = at;
      }
    }
    if (count === n) return { total, degree };
    let next = -1;
    for (let i = 0; i < n; i++) if (!isIn[i] && (next < 0 || reach[i]! < reach[next]!)) next = i;
    total += reach[next]!;
    degree[next] = degree[next]! + 1;
    degree[from[next]!] = degree[from[next]!]! + 1;
    at = next;
  }
}
