import { entryOf, listUnder, nth, valueIn } from '../lookups/index.ts';
import type { XYZ } from '../geometry/index.ts';
import { isAlarm } from '../wiring/nets.ts';
import { idsIn, type Plan } from '../plan/index.ts';
import { compareIds } from '../plan/ids.ts';
import { type PlacedLoad, cableBetween, isOutlet } from './loads.ts';

/** Loads that cannot be parted: what one control works, all alarms, the outlets of one box. */
export interface Atom {
  readonly loads: readonly PlacedLoad[];
  readonly places: readonly XYZ[];
}

/** Joins loads that belong together, and keeps the atoms room by room. */
export function atomsOf(loads: readonly PlacedLoad[], plan: Plan): Atom[] {
  const lead = new Map<string, string>();
  const root = (key: string): string => (lead.has(key) ? root(valueIn(lead, key)) : key);
  const join = (a: string, b: string) => {
    const [ra, rb] = [root(a), root(b)];
    if (ra !== rb) lead.set(rb, ra);
  };
  const ids = new Set(loads.map((l) => l.id));
  const controls = new Set(loads.flatMap((l) => idsIn(plan, 'controlsOfDevice', l.id)));
  for (const id of [...controls].sort(compareIds)) {
    const { switches, loads: lit } = entryOf(plan.controls, id);
    const own = [...switches, ...lit].filter((d) => ids.has(d));
    for (const d of own.slice(1)) join(nth(own, 0), d);
  }
  for (const l of loads) {
    if (isAlarm(l.device.kind)) join('alarms', l.id);
    else if (isOutlet(l.device)) join(`box ${l.device.box}`, l.id);
  }
  const groups = new Map<string, PlacedLoad[]>();
  const rooms = [...new Set(loads.map((l) => l.room))];
  const inOrder = [...loads].sort(
    (a, b) => rooms.indexOf(a.room) - rooms.indexOf(b.room) || compareIds(a.id, b.id),
  );
  for (const l of inOrder) listUnder(groups, root(l.id)).push(l);
  return [...groups.values()].map((own) => ({ loads: own, places: own.map((l) => l.at) }));
}
export const nearest = (a: readonly XYZ[], b: readonly XYZ[]): number => {
  let best = Infinity;
  for (const p of a) for (const q of b) best = Math.min(best, cableBetween(p, q));
  return best;
};

/** Cable that joins some places the shortest way (Prim), inches. */
export function joined(places: readonly XYZ[]): number {
  const left = places.slice(1);
  let length = 0;
  const on = places.slice(0, 1);
  while (left.length > 0) {
    let best = { i: 0, away: Infinity };
    left.forEach((p, i) => {
      const away = nearest([p], on);
      if (away < best.away) best = { i, away };
    });
    length += best.away;
    on.push(...left.splice(best.i, 1));
  }
  return length;
}

/** Cable of a circuit as proposals count it: what belongs together joined, those joined to each other, and the way home. Inches. */
export function cableOfCircuit(
  loads: readonly PlacedLoad[],
  plan: Plan,
  panel: { at: XYZ; away: number },
): number {
  const groups = atomsOf(loads, plan).map((a) => a.places);
  if (groups.length === 0) return 0;
  const within = groups.reduce((sum, g) => sum + joined(g), 0);
  const home = Math.min(...groups.map((g) => nearest(g, [panel.at]))) + panel.away;
  const left = groups.slice(1);
  const on = groups.slice(0, 1);
  let between = 0;
  while (left.length > 0) {
    let best = { i: 0, away: Infinity };
    left.forEach((g, i) => {
      const away = Math.min(...on.map((o) => nearest(g, o)));
      if (away < best.away) best = { i, away };
    });
    between += best.away;
    on.push(...left.splice(best.i, 1));
  }
  return within + between + home;
}
