import { circuitNumber, legOf, seatsOf } from '../circuits/spaces.ts';
import { entryOf } from '../lookups/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entriesIn, type Plan } from '../plan/index.ts';
import { boundedRooms, roomOfBox } from '../rooms/seeing.ts';

/** One place of a panel as it looks: its number, the leg it hangs on, and who sits there; the lower row of a two-pole breaker says so. */
export interface PanelPlace {
  readonly space: number;
  readonly leg: 'A' | 'B';
  readonly seats: readonly {
    id: string;
    kind: 'circuit' | 'feeder';
    half: 'A' | 'B' | null;
    lower: boolean;
  }[];
}

/** The places of a panel in rows of two, as they stand: odd numbers on the left, even on the right. */
export function panelRows(plan: Plan, panel: string): [PanelPlace, PanelPlace | null][] {
  const { spaces, legs } = entryOf(plan.panels, panel);
  const seats = seatsOf(plan, panel);
  const place = (space: number): PanelPlace => ({
    space,
    leg: legOf(space, legs),
    seats: seats
      .filter((s) => s.spaces.includes(space))
      .map((s) => ({ id: s.id, kind: s.kind, half: s.half, lower: s.spaces[0] !== space }))
      .sort((a, b) => ((a.half ?? '') < (b.half ?? '') ? -1 : 1)),
  });
  return Array.from({ length: Math.ceil(spaces / 2) }, (_, i) => [
    place(2 * i + 1),
    2 * i + 2 <= spaces ? place(2 * i + 2) : null,
  ]);
}

/** Rooms a circuit serves, by what the plan says or the audit found; as they are called. */
export function servedBy(plan: Plan, circuit: string): string {
  const { found } = entryOf(plan.circuits, circuit);
  if (found) return found.serves;
  const seen = boundedRooms(plan);
  const rooms = entriesIn(plan, 'devicesOnCircuit', circuit).flatMap(
    ([, d]) => roomOfBox(entryOf(plan.boxes, d.box), seen) ?? [],
  );
  const names = [...new Set(rooms)].sort(compareIds).map((r) => entryOf(plan.rooms, r).name);
  return [...new Set(names)].filter(Boolean).join(', ');
}

const protectionWords = { none: '', afci: 'AFCI', gfci: 'GFCI', dual: 'AFCI GFCI' } as const;

/** What stands in a panel’s directory for one seat of a place: its title, and its breaker with the rooms it feeds. */
export function seatWords(
  plan: Plan,
  place: PanelPlace,
  seat: PanelPlace['seats'][number],
): { readonly title: string; readonly says: string } {
  if (seat.lower) return { title: '', says: `with ${place.space - 2}` };
  if (seat.kind === 'feeder')
    return { title: `feeds ${entryOf(plan.panels, seat.id).name || 'a panel'}`, says: '' };
  const { name, amps, protection } = entryOf(plan.circuits, seat.id);
  const title = `${seat.half ? circuitNumber(plan, seat.id) : ''} ${name}`.trim();
  const says = [`${amps} A`, protectionWords[protection], servedBy(plan, seat.id)];
  return { title, says: says.filter(Boolean).join(' ') };
}
