import { entryOf, must } from '../../lookups/index.ts';
import { freeSpaces, wholeOf, legLoads, freeHalves, legOf } from '../../circuits/spaces.ts';
import { compareIds } from '../../plan/ids.ts';
import type { Plan } from '../../plan/index.ts';

/** Where each new circuit goes. `null`: the panel has no space left for it. */
type Seating = ReadonlyMap<string, { space: number; half: 'A' | 'B' | null } | null>;

interface Wanting {
  readonly id: string;
  readonly poles: number;
  readonly va: number;
}

/**
 * Seats circuits in the free spaces of a panel so that its legs carry as nearly the same as can be: two-pole ones first, then the
 * heaviest to the lighter leg, then exchanges while they help. Halves are used only when whole spaces run out.
 */
export function seatCircuits(
  plan: Plan,
  panelId: string,
  wanting: readonly Wanting[],
  vaOf: (circuit: string) => number,
): Seating {
  const { legs } = entryOf(plan.panels, panelId);
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
  const halves = freeHalves(plan, panelId).filter(
    (h) => free.includes(h.space) || !freeSpaces(plan, panelId).includes(h.space),
  );
  const over = Math.max(0, singles.length - free.length);
  const doubled = over > 0 ? halves.slice(-2 * over) : [];
  for (const h of doubled) if (free.includes(h.space)) take(h.space);
  const seats = [...free.map((space) => ({ space, half: null })), ...doubled] as {
    space: number;
    half: 'A' | 'B' | null;
  }[];
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
}

/** Swaps pairs of circuits between the legs while that brings them nearer. */
export function exchange(
  seating: Map<string, { space: number; half: 'A' | 'B' | null } | null>,
  singles: readonly Wanting[],
  loads: { A: number; B: number },
  legs: 1 | 2,
): void {
  const legAt = (id: string) => legOf(must(seating.get(id), 'the seat of a circuit').space, legs);
  for (let better = true; better;) {
    better = false;
    for (const a of singles)
      for (const b of singles) {
        if (!seating.get(a.id) || !seating.get(b.id) || legAt(a.id) !== 'A' || legAt(b.id) !== 'B') continue;
        const gap = loads.A - loads.B;
        const after = gap - 2 * (a.va - b.va);
        if (Math.abs(after) >= Math.abs(gap) - 1e-9) continue;
        const [sa, sb] = [
          must(seating.get(a.id), 'the seat of a circuit'),
          must(seating.get(b.id), 'the seat of a circuit'),
        ];
        seating.set(a.id, sb);
        seating.set(b.id, sa);
        loads.A += b.va - a.va;
        loads.B += a.va - b.va;
        better = true;
      }
  }
}
