/**
 * Sharing outlets among circuits as an optimisation: which of them hang together so that home runs, cable and divided rooms cost
 * least, within what a circuit may carry. Knows nothing of wiring; costs are inches of cable.
 */

export interface Item {
  readonly outlets: number;
  readonly va: number;
  /** Rooms it serves, and whether it is a light of theirs. */
  readonly rooms: readonly number[];
  readonly light: boolean;
  /** Whether it serves a kitchen counter. */
  readonly counter?: boolean;
}

export interface Sharing {
  readonly items: readonly Item[];
  /** Lights each room has in all, where these items are not all there are; else they are counted among the items. */
  readonly lights?: ReadonlyMap<number, number>;
  /** Inches between two items, symmetric. */
  readonly between: (a: number, b: number) => number;
  /** Inches from the panel to an item. */
  readonly home: (item: number) => number;
  readonly mostOutlets: number;
  readonly mostVa: number;
  /** Circuits there must be at least, when there are items enough. */
  readonly atLeast: number;
  /** Items that serve counters, where no one circuit may have them all; 0 where one may. */
  readonly apart?: number;
  /** What one more circuit is worth; what a divided room is worth; what a room is worth that one breaker leaves dark. */
  readonly homeRun: number;
  readonly split: number;
  readonly dark: number;
}

/** What one group costs, part by part. */
export interface GroupCost {
  readonly cable: number;
  readonly home: number;
  readonly homeRun: number;
  readonly split: number;
  readonly dark: number;
  readonly total: number;
}

/** Cable that joins a group's items the shortest way (Prim), and the home run to the nearest of them. */
function cableOf(group: readonly number[], s: Sharing): { cable: number; home: number } {
  let home = Infinity;
  for (const i of group) home = Math.min(home, s.home(i));
  const left = group.slice(1);
  const nearest = left.map((i) => s.between(group[0]!, i));
  let cable = 0;
  while (left.length > 0) {
    let best = 0;
    for (let i = 1; i < left.length; i++) if (nearest[i]! < nearest[best]!) best = i;
    cable += nearest[best]!;
    const [added] = left.splice(best, 1);
    nearest.splice(best, 1);
    for (let i = 0; i < left.length; i++) nearest[i] = Math.min(nearest[i]!, s.between(added!, left[i]!));
  }
  return { cable, home };
}

/** How many lights each room has: only a room with two can be kept from going dark all at once. */
function lightsByRoom(items: readonly Item[]): Map<number, number> {
  const counts = new Map<number, number>();
  for (const item of items)
    if (item.light) for (const r of item.rooms) counts.set(r, (counts.get(r) ?? 0) + 1);
  return counts;
}

const lightCounts = new WeakMap<readonly Item[], ReadonlyMap<number, number>>();

/** Lights each room has in all. */
export function lightsOf(s: Sharing): ReadonlyMap<number, number> {
  if (s.lights) return s.lights;
  const counted = lightCounts.get(s.items) ?? lightsByRoom(s.items);
  lightCounts.set(s.items, counted);
  return counted;
}

/** A room touched by a group is charged once for each group; one whole room costs `split` once, however it is shared, so only differences matter. */
export function groupCost(group: readonly number[], s: Sharing): GroupCost {
  const { cable, home } = cableOf(group, s);
  const lights = lightsOf(s);
  const rooms = new Set<number>();
  const lit = new Map<number, number>();
  for (const i of group)
    for (const r of s.items[i]!.rooms) {
      rooms.add(r);
      if (s.items[i]!.light) lit.set(r, (lit.get(r) ?? 0) + 1);
    }
  let dark = 0;
  for (const [r, n] of lit) if (n > 1 && n === lights.get(r)) dark += s.dark;
  const split = s.split * rooms.size;
  return { cable, home, homeRun: s.homeRun, split, dark, total: cable + home + s.homeRun + split + dark };
}

/** Whether a group is within what a circuit carries; a single item always is, since it cannot be divided. */
export function isAllowed(group: readonly number[], s: Sharing): boolean {
  if (group.length === 1) return true;
  let [outlets, va, counters] = [0, 0, 0];
  for (const i of group) {
    outlets += s.items[i]!.outlets;
    va += s.items[i]!.va;
    if (s.items[i]!.counter) counters++;
  }
  if (s.apart && counters >= s.apart) return false;
  return outlets <= s.mostOutlets && va <= s.mostVa + 1e-9;
}

export const totalOf = (groups: readonly (readonly number[])[], s: Sharing): number =>
  groups.reduce((sum, g) => sum + groupCost(g, s).total, 0);
