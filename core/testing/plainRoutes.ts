import type { Plan } from '../src/plan/index.ts';
import type { Result } from '../src/compute/index.ts';

/**
 * What the cheapest cable between two boxes of one straight wall costs, worked out anew from the members of the result as an electrician would
 * lay it: hollows from the wood itself, holes at the line, plates up or down, along the attic or crawl space. It shares no code with the product.
 */

/** What the work costs, in the rules' own units: minutes, inches and cents. */
export interface PlainPrices {
  readonly centsPerFoot: number;
  readonly labour: number;
  readonly pullFoot: number;
  readonly bore: number;
  readonly plateBore: number;
  readonly outsideFoot: number;
  readonly staple: number;
  readonly every: number;
}

export const usualPrices: PlainPrices = {
  centsPerFoot: 60,
  labour: 7500,
  pullFoot: 0.12,
  bore: 1,
  plateBore: 4,
  outsideFoot: 0.5,
  staple: 0.5,
  every: 54,
};

/** A hollow of the wall: along it, and up. */
interface Hollow {
  readonly x0: number;
  readonly x1: number;
  readonly z0: number;
  readonly z1: number;
}

interface Spot {
  readonly x: number;
  readonly z: number;
  /** Its hollow, or where it lies outside the wall. */
  readonly in: number | 'over' | 'under';
}

const margin = 1.25;
const line = 24;
const tiny = 1e-6;

type Block = readonly [x0: number, x1: number, z0: number, z1: number];

/** All that is in the wall as blocks: wood, and what is cut out of it for a door or window. */
function blocksOf(plan: Plan, result: Result, wall: string): { upright: Block[]; other: Block[] } {
  const members = result.members.filter((m) => m.wall === wall);
  const asBlock = (m: (typeof members)[number]): Block => [
    m.at - m.width / 2,
    m.at + m.width / 2,
    m.low,
    m.high,
  ];
  const isUpright = (m: (typeof members)[number]) => m.number !== null || m.role === 'cripple';
  const openings = Object.values(plan.openings)
    .filter((o) => o.wall === wall)
    .map((o): Block => {
      const header = members
        .filter((m) => m.role === 'header' && m.at > o.at && m.at < o.at + o.width)
        .sort((a, b) => a.low - b.low)[0]!;
      const sill = members.find((m) => m.role === 'sill' && m.at > o.at && m.at < o.at + o.width);
      return [
        header.at - header.width / 2 + 1.5,
        header.at + header.width / 2 - 1.5,
        sill ? sill.high : -1,
        header.low,
      ];
    });
  return {
    upright: members.filter(isUpright).map(asBlock),
    other: [...members.filter((m) => !isUpright(m)).map(asBlock), ...openings],
  };
}

/** Hollows of the wall: columns between edges of wood, cut up and down by what lies across them, and joined where nothing parts them. */
function hollowsOf({ upright, other }: ReturnType<typeof blocksOf>, top: number): Hollow[] {
  const all = [...upright, ...other];
  const edges = [...new Set(all.flatMap(([x0, x1]) => [x0, x1]).map((x) => Math.round(x * 1e6) / 1e6))].sort(
    (a, b) => a - b,
  );
  const hollows: Hollow[] = [];
  for (let i = 0; i + 1 < edges.length; i++) {
    const [x0, x1] = [edges[i]!, edges[i + 1]!];
    const x = (x0 + x1) / 2;
    const solid = all
      .filter((b) => b[0] < x && b[1] > x)
      .map((b) => [b[2], b[3]] as const)
      .sort((a, b) => a[0] - b[0]);
    let z = 0;
    for (const [low, high] of [...solid, [top, top] as const]) {
      if (low - z > tiny) {
        const joined = hollows.find(
          (h) => Math.abs(h.x1 - x0) < tiny && Math.abs(h.z0 - z) < tiny && Math.abs(h.z1 - low) < tiny,
        );
        if (joined) hollows[hollows.indexOf(joined)] = { ...joined, x1 };
        else hollows.push({ x0, x1, z0: z, z1: low });
      }
      z = Math.max(z, high);
    }
  }
  return hollows.filter((h) => h.x1 - h.x0 >= 0.25 && h.z1 - h.z0 >= 2 * margin);
}

/** Joists between two places along the wall, where they run across it: half of one that a place lies right on. */
function joistsBetween(a: number, b: number, spacing: number): number {
  const past = (x: number) =>
    Math.abs(x / spacing - Math.round(x / spacing)) < 1e-6
      ? Math.round(x / spacing) - 0.5
      : Math.floor(x / spacing);
  return Math.abs(past(a) - past(b));
}

/** The least that cable between two boxes of a wall costs, in cents; null where there is no way. The wall runs along x from nothing, on one level. */
export function plainRoute(
  plan: Plan,
  result: Result,
  [a, b]: readonly [string, string],
  prices = usualPrices,
): number | null {
  const wall = Object.keys(plan.walls)[0]!;
  const level = plan.levels['L1']!;
  const top = level.ceiling;
  const minute = prices.labour / 60;
  const perInch = (prices.centsPerFoot + prices.pullFoot * minute) / 12;
  const perInchOutside = perInch + (prices.outsideFoot / 12 + prices.staple / prices.every) * minute;
  const blocks = blocksOf(plan, result, wall);
  const hollows = hollowsOf(blocks, top);
  const plateTop = top - 3;
  const meetsTop = (h: Hollow) => Math.abs(h.z1 - plateTop) < tiny;
  const meetsBottom = (h: Hollow) => Math.abs(h.z0 - 1.5) < tiny;
  const lanes = [
    line,
    ...hollows.filter((h) => meetsTop(h) && !meetsBottom(h)).map((h) => (h.z0 + h.z1) / 2),
  ];
  const spots: Spot[] = [];
  const steps: [from: number, to: number, cost: number][] = [];
  const spot = (s: Spot) => spots.push(s) - 1;
  hollows.forEach((left, i) =>
    hollows.forEach((right, k) => {
      const gap = right.x0 - left.x1;
      const [low, high] = [Math.max(left.z0, right.z0), Math.min(left.z1, right.z1)];
      if (gap < 0.25 || gap > 6.1 || high - low < 2 * margin) return;
      const between = blocks.upright.filter(
        (u) => u[0] > left.x1 - tiny && u[1] < right.x0 + tiny && u[2] < high - margin && u[3] > low + margin,
      );
      if (between.reduce((sum, u) => sum + u[1] - u[0], 0) < gap - 0.6) return;
      const [from, to] = [low + margin, high - margin];
      const inside = lanes.filter((z) => z >= from && z <= to);
      const heights = new Set(inside.length > 0 ? inside : lanes.map((z) => Math.max(from, Math.min(to, z))));
      for (const z of heights) {
        const bored = between.filter((u) => u[2] <= z && u[3] >= z).length;
        steps.push([
          spot({ x: left.x1, z, in: i }),
          spot({ x: right.x0, z, in: k }),
          gap * perInch + bored * prices.bore * minute,
        ]);
      }
    }),
  );
  hollows.forEach((h, i) => {
    const x = (h.x0 + h.x1) / 2;
    const through = prices.plateBore * minute;
    if (meetsTop(h) && level.above !== 'closed')
      steps.push([
        spot({ x, z: h.z1, in: i }),
        spot({ x, z: top + 1.5, in: 'over' }),
        (top + 1.5 - h.z1) * perInch + through,
      ]);
    if (meetsBottom(h) && level.below !== 'slab')
      steps.push([
        spot({ x, z: h.z0, in: i }),
        spot({ x, z: -2.25, in: 'under' }),
        (h.z0 + 2.25) * perInch + through,
      ]);
  });
  const across = Math.abs(level.joists.direction) % 180 === 90;
  const outside = (p: Spot, q: Spot): number => {
    const joists = across ? joistsBetween(p.x, q.x, level.joists.spacing) : 0;
    const climbs = p.in === 'over' && level.above === 'attic';
    const climb = climbs && joists > 0 ? 2 * (level.joists.depth - 1.5) : 0;
    // In a crawl space and under a basement's ceiling cable lies under the joists.
    const bored = p.in === 'over' && !climbs ? joists * prices.bore * minute : 0;
    return (Math.abs(p.x - q.x) + climb) * perInchOutside + bored;
  };
  const ends = [a, b].map((id) => {
    const mark = result.marks[id]! as unknown as {
      at: number;
      bottomFromSubfloor: number;
      topFromSubfloor: number;
    };
    const [low, high] = [mark.bottomFromSubfloor, mark.topFromSubfloor];
    const own = hollows.findIndex(
      (h) => mark.at > h.x0 && mark.at < h.x1 && (low + high) / 2 > h.z0 && (low + high) / 2 < h.z1,
    );
    return { x: mark.at, heights: [low, high], in: own };
  });
  const reach = (end: (typeof ends)[number], s: Spot) =>
    s.in === end.in
      ? (Math.abs(s.x - end.x) + Math.min(...end.heights.map((z) => Math.abs(z - s.z)))) * perInch
      : Infinity;
  const [start, goal] = [ends[0]!, ends[1]!];
  const cost = spots.map((s) => reach(start, s));
  const near = new Map<number, [number, number][]>();
  for (const [from, to, price] of steps) {
    near.set(from, [...(near.get(from) ?? []), [to, price]]);
    near.set(to, [...(near.get(to) ?? []), [from, price]]);
  }
  // Every spot in turn, the cheapest first: no queue, no bound.
  const open = new Set(spots.keys());
  while (open.size > 0) {
    let at = -1;
    for (const n of open) if (at < 0 || cost[n]! < cost[at]!) at = n;
    if (cost[at] === Infinity) break;
    open.delete(at);
    const own = spots[at]!;
    const reachTo = (n: number, price: number) => void (cost[n] = Math.min(cost[n]!, cost[at]! + price));
    for (const [n, price] of near.get(at) ?? []) reachTo(n, price);
    spots.forEach((s, n) => {
      if (s.in !== own.in || n === at) return;
      reachTo(
        n,
        typeof s.in === 'number'
          ? (Math.abs(s.x - own.x) + Math.abs(s.z - own.z)) * perInch
          : outside(own, s),
      );
    });
  }
  const direct =
    start.in === goal.in
      ? (Math.abs(start.x - goal.x) +
          Math.min(...start.heights.flatMap((p) => goal.heights.map((q) => Math.abs(p - q))))) *
        perInch
      : Infinity;
  // A cable that need not leave its bay does not.
  if (direct < Infinity) return direct;
  const best = Math.min(...spots.map((s, n) => cost[n]! + reach(goal, s)));
  return best === Infinity ? null : best;
}
