import { compareIds } from '../plan/ids.ts';
import type { Plan } from '../plan/schema.ts';

/** Breaker spaces of a panel, and the legs they hang on. A two-pole breaker takes its own space and the one below it, two numbers on. */

const wholeOf = (space: number, poles: number) => (poles === 2 ? [space, space + 2] : [space]);

/** What sits in a panel: circuits, and feeders of other panels, each with the spaces it takes. */
export interface Seat {
  readonly id: string;
  readonly kind: 'circuit' | 'feeder';
  readonly spaces: readonly number[];
  readonly half: 'A' | 'B' | null;
}

export function seatsOf(plan: Plan, panelId: string): Seat[] {
  const circuits = Object.keys(plan.circuits)
    .sort(compareIds)
    .flatMap((id): Seat[] => {
      const c = plan.circuits[id]!;
      if (c.panel !== panelId || c.space === null) return [];
      return [{ id, kind: 'circuit', spaces: wholeOf(c.space, c.poles), half: c.half }];
    });
  const feeders = Object.keys(plan.panels)
    .sort(compareIds)
    .flatMap((id): Seat[] => {
      const { source, feeder } = plan.panels[id]!;
      if (source !== panelId || !feeder || feeder.space === null) return [];
      return [{ id, kind: 'feeder', spaces: wholeOf(feeder.space, 2), half: null }];
    });
  return [...circuits, ...feeders];
}

/** Breaker spaces of a panel that nothing takes, ascending. */
export function freeSpaces(plan: Plan, panelId: string): number[] {
  const taken = new Set(seatsOf(plan, panelId).flatMap((s) => s.spaces));
  return Array.from({ length: plan.panels[panelId]!.spaces }, (_, i) => i + 1).filter((s) => !taken.has(s));
}

/** Whether a space takes a breaker with two halves: the lowest ones of a panel that has any. */
export function takesTandem(plan: Plan, panelId: string, space: number): boolean {
  const { spaces, tandems } = plan.panels[panelId]!;
  return space > spaces - tandems;
}

/** Half spaces still free: beside a half that is in use, or in a free space that takes a breaker with two halves. */
export function freeHalves(plan: Plan, panelId: string): { space: number; half: 'A' | 'B' }[] {
  const seats = seatsOf(plan, panelId);
  const open = Array.from({ length: plan.panels[panelId]!.spaces }, (_, i) => i + 1).filter((s) => takesTandem(plan, panelId, s));
  return open.flatMap((space) => {
    const here = seats.filter((x) => x.spaces.includes(space));
    if (here.some((x) => x.half === null)) return [];
    return (['A', 'B'] as const).filter((half) => !here.some((x) => x.half === half)).map((half) => ({ space, half }));
  });
} // prettier-ignore

/** The leg a space hangs on: rows of two alternate. A panel of one leg has them all on it. */
export function legOf(space: number, legs: 1 | 2): 'A' | 'B' {
  return legs === 1 || Math.floor((space - 1) / 2) % 2 === 0 ? 'A' : 'B';
}

/** Volt-amperes on each leg of a panel; a two-pole circuit puts half on each. */
export function legLoads(plan: Plan, panelId: string, vaOf: (circuit: string) => number): { A: number; B: number } {
  const loads = { A: 0, B: 0 };
  for (const seat of seatsOf(plan, panelId)) {
    if (seat.kind !== 'circuit') continue;
    for (const space of seat.spaces) loads[legOf(space, plan.panels[panelId]!.legs)] += vaOf(seat.id) / seat.spaces.length;
  }
  return loads;
} // prettier-ignore

/** Where each new circuit goes. `null`: the panel has no space left for it. */
export type Seating = ReadonlyMap<string, { space: number; half: 'A' | 'B' | null } | null>;

interface Wanting {
  readonly id: string;
  readonly poles: number;
  readonly va: number;
}

/**
 * Seats circuits in the free spaces of a panel so that its legs carry as nearly the same as can be: two-pole ones first, then the
 * heaviest to the lighter leg, then exchanges while they help. Halves are used only when whole spaces run out.
 */
export function seatCircuits(plan: Plan, panelId: string, wanting: readonly Wanting[], vaOf: (circuit: string) => number): Seating {
  const { legs } = plan.panels[panelId]!;
  const free = freeSpaces(plan, panelId);
  const seating = new Map<string, { space: number; half: 'A' | 'B' | null } | null>();
  const take = (space: number) => void free.splice(free.indexOf(space), 1);
  for (const w of wanting.filter((x) => x.poles === 2)) {
    const space = free.find((s) => free.includes(s + 2)) ?? null;
    seating.set(w.id, space === null ? null : { space, half: null });
    if (space !== null) for (const s of wholeOf(space, 2)) take(s);
  }
  const loads = legLoads(plan, panelId, vaOf);
  const singles = wanting.filter((x) => x.poles === 1).sort((a, b) => b.va - a.va || compareIds(a.id, b.id));
  const halves = freeHalves(plan, panelId).filter((h) => free.includes(h.space) || !freeSpaces(plan, panelId).includes(h.space));
  const over = Math.max(0, singles.length - free.length);
  const doubled = over > 0 ? halves.slice(-2 * over) : [];
  for (const h of doubled) if (free.includes(h.space)) take(h.space);
  const seats = [...free.map((space) => ({ space, half: null })), ...doubled] as { space: number; half: 'A' | 'B' | null }[];
  for (const w of singles) {
    const lighter = loads.A <= loads.B ? 'A' : 'B';
    const seat = seats.find((s) => legOf(s.space, legs) === lighter) ?? seats[0] ?? null;
    seating.set(w.id, seat);
    if (!seat) continue;
    seats.splice(seats.indexOf(seat), 1);
    loads[legOf(seat.space, legs)] += w.va;
  }
  exchange(seating, singles, loads, legs);
  return seating;
} // prettier-ignore

/** Swaps pairs of circuits between the legs while that brings them nearer. */
function exchange(seating: Map<string, { space: number; half: 'A' | 'B' | null } | null>, singles: readonly Wanting[], loads: { A: number; B: number }, legs: 1 | 2): void {
  const legAt = (id: string) => legOf(seating.get(id)!.space, legs);
  for (let better = true; better; ) {
    better = false;
    for (const a of singles)
      for (const b of singles) {
        if (!seating.get(a.id) || !seating.get(b.id) || legAt(a.id) !== 'A' || legAt(b.id) !== 'B') continue;
        const gap = loads.A - loads.B;
        const after = gap - 2 * (a.va - b.va);
        if (Math.abs(after) >= Math.abs(gap) - 1e-9) continue;
        const [sa, sb] = [seating.get(a.id)!, seating.get(b.id)!];
        seating.set(a.id, sb);
        seating.set(b.id, sa);
        loads.A += b.va - a.va;
        loads.B += a.va - b.va;
        better = true;
      }
  }
} // prettier-ignore

/** The first space a breaker of so many poles fits in; null when the panel has none left. */
export function firstSpace(plan: Plan, panelId: string, poles: number): number | null {
  const free = freeSpaces(plan, panelId);
  return free.find((s) => poles === 1 || free.includes(s + 2)) ?? null;
}
