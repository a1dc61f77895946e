import { entryOf } from '../lookups/index.ts';
import { entriesIn, type Plan } from '../plan/index.ts';

/** Breaker spaces of a panel, and the legs they hang on. A two-pole breaker takes its own space and the one below it, two numbers on. */

export const wholeOf = (space: number, poles: number) => (poles === 2 ? [space, space + 2] : [space]);

/** What sits in a panel: circuits, and feeders of other panels, each with the spaces it takes. */
export interface Seat {
  readonly id: string;
  readonly kind: 'circuit' | 'feeder';
  readonly spaces: readonly number[];
  readonly half: 'A' | 'B' | null;
}

export function seatsOf(plan: Plan, panelId: string): Seat[] {
  const circuits = entriesIn(plan, 'circuitsOnPanel', panelId).flatMap(([id, c]): Seat[] =>
    c.space === null ? [] : [{ id, kind: 'circuit', spaces: wholeOf(c.space, c.poles), half: c.half }],
  );
  const feeders = entriesIn(plan, 'panelsFedBy', panelId).flatMap(([id, { feeder }]): Seat[] =>
    !feeder || feeder.space === null
      ? []
      : [{ id, kind: 'feeder', spaces: wholeOf(feeder.space, 2), half: null }],
  );
  return [...circuits, ...feeders];
}

/** Breaker spaces of a panel that nothing takes, ascending. */
export function freeSpaces(plan: Plan, panelId: string): number[] {
  const taken = new Set(seatsOf(plan, panelId).flatMap((s) => s.spaces));
  return Array.from({ length: entryOf(plan.panels, panelId).spaces }, (_, i) => i + 1).filter(
    (s) => !taken.has(s),
  );
}

/** Whether a space takes a breaker with two halves: the lowest ones of a panel that has any. */
export function takesTandem(plan: Plan, panelId: string, space: number): boolean {
  const { spaces, tandems } = entryOf(plan.panels, panelId);
  return space > spaces - tandems;
}

/** Half spaces still free: beside a half that is in use, or in a free space that takes a breaker with two halves. */
export function freeHalves(plan: Plan, panelId: string): { space: number; half: 'A' | 'B' }[] {
  const seats = seatsOf(plan, panelId);
  const open = Array.from({ length: entryOf(plan.panels, panelId).spaces }, (_, i) => i + 1).filter((s) =>
    takesTandem(plan, panelId, s),
  );
  return open.flatMap((space) => {
    const here = seats.filter((x) => x.spaces.includes(space));
    if (here.some((x) => x.half === null)) return [];
    return (['A', 'B'] as const)
      .filter((half) => !here.some((x) => x.half === half))
      .map((half) => ({ space, half }));
  });
}

/** The leg a space hangs on: rows of two alternate. A panel of one leg has them all on it. */
export function legOf(space: number, legs: 1 | 2): 'A' | 'B' {
  return legs === 1 || Math.floor((space - 1) / 2) % 2 === 0 ? 'A' : 'B';
}

/** Volt-amperes on each leg of a panel; a two-pole circuit puts half on each. */
export function legLoads(
  plan: Plan,
  panelId: string,
  vaOf: (circuit: string) => number,
): { A: number; B: number } {
  const loads = { A: 0, B: 0 };
  for (const seat of seatsOf(plan, panelId)) {
    if (seat.kind !== 'circuit') continue;
    for (const space of seat.spaces)
      loads[legOf(space, entryOf(plan.panels, panelId).legs)] += vaOf(seat.id) / seat.spaces.length;
  }
  return loads;
}

/** The first space a breaker of so many poles fits in; null when the panel has none left. */
export function firstSpace(plan: Plan, panelId: string, poles: number): number | null {
  const free = freeSpaces(plan, panelId);
  return free.find((s) => poles === 1 || free.includes(s + 2)) ?? null;
}

/** A circuit as it is written on a cable: its space in the panel, or its own number while it has none. */
export function circuitNumber(plan: Plan, id: string): string {
  const c = entryOf(plan.circuits, id);
  return c.space === null ? id.replace(/^c/, '') : `${c.space}${c.half ?? ''}`;
}
