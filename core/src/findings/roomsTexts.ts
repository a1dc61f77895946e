import { counted, inches, nec, text } from './text.ts';

interface InRoom {
  readonly room: string;
}

const companys = (school: string) => `the company’s own: ${school}`;

/** What would give where nothing along a floor line is free for a box. Null where something is. */
export interface NothingFree {
  readonly floorReach: number;
  /** What stands in the walls, in words: “the duct”. */
  readonly inTheWay: readonly string[];
}

function whatWouldGive({ floorReach, inTheWay }: NothingFree): string {
  const move = inTheWay.length > 0 ? `Move ${inTheWay.join(' or ')}, open` : 'Open';
  return `No place within reach is free. ${move} a closed wall, or put a floor receptacle within ${inches(floorReach)} of the wall; local code decides whether it may stand.`;
}

/** What findings about rooms, their floor lines and the receptacles they owe say. Lengths in inches. */
export const roomsTexts = {
  'rooms.begun': text<InRoom & { walls: number }>({
    level: 'note',
    source: 'the walls as they were measured',
    says: ({ room, walls }, n) =>
      walls === 0
        ? `${n.room(room)} is begun: none of its walls is there yet.`
        : `${n.room(room)} is begun: ${counted(walls, 'one wall', 'walls')} so far.`,
    fix: () => 'Type its next wall.',
  }),
  'rooms.open': text<InRoom & { gap: { distance: number; from: string; to: string } | null }>({
    level: 'warning',
    source: 'the walls as they were measured',
    says: ({ room, gap }, n) =>
      gap
        ? `${n.room(room)} does not close: the loose ends of ${n.wallIn(room, gap.from)} and ${n.wallIn(room, gap.to)} are ${inches(gap.distance)} apart.`
        : `${n.room(room)} does not close: no walls surround it.`,
    fix: () => 'Finish the walk, or square or spread the error.',
  }),
  'spacing.maxGap': text<InRoom & { distance: number; limit: number; nothingFree: NothingFree | null }>({
    level: 'error',
    source: nec('210.52(A)(1)'),
    says: (f, n) =>
      `${inches(f.distance)} to the nearest receptacle in ${n.room(f.room)}. Allowed ${inches(f.limit)}.`,
    fix: (f) =>
      f.nothingFree
        ? whatWouldGive(f.nothingFree)
        : `Add a receptacle near the marked point, or move one within ${inches(f.limit)} of it.`,
  }),
  'spacing.none': text<InRoom & { length: number; limit: number; nothingFree: NothingFree | null }>({
    level: 'error',
    source: nec('210.52(A)'),
    says: (f, n) =>
      `A ${inches(f.length)} wall space in ${n.room(f.room)} has no receptacle. No point may be over ${inches(f.limit)} from one.`,
    fix: (f) =>
      f.nothingFree ? whatWouldGive(f.nothingFree) : 'Place receptacles with one key, or add one by hand.',
  }),
  'spacing.each-wall': text<InRoom & { wall: string | null; distance: number | null; limit: number }>({
    level: 'warning',
    source: 'common practice, no source: each straight wall by itself',
    says: (f, n) =>
      `${f.wall === null ? `A wall of ${n.room(f.room)}` : n.wall(f.wall, f.room)} by itself: ${f.distance === null ? 'no receptacle on it' : `${inches(f.distance)} to the nearest receptacle, house limit ${inches(f.limit)}`}.`,
    fix: () => 'Add a receptacle on this wall, or measure around corners.',
  }),
  'counter.maxGap': text<InRoom & { length: number; distance: number; limit: number }>({
    level: 'error',
    source: nec('210.52(C)(1)'),
    says: (f, n) =>
      `Counter of ${inches(f.length)} in ${n.room(f.room)}: ${f.distance < 0 ? 'no receptacle over it' : `${inches(f.distance)} to the nearest receptacle over it`}. Allowed ${inches(f.limit)}.`,
    fix: () => 'Add a counter receptacle, not over 20 in. above the top.',
  }),
  'bath.basin': text<InRoom & { limit: number }>({
    level: 'error',
    source: nec('210.52(D)'),
    says: (f, n) => `No receptacle within ${inches(f.limit)} of the basin in ${n.room(f.room)}.`,
    fix: () => 'Add one beside it.',
  }),
  'laundry.none': text<InRoom>({
    level: 'error',
    source: nec('210.52(F)'),
    says: (f, n) => `${n.room(f.room)} has no receptacle.`,
    fix: () => 'Add one for the laundry.',
  }),
  'hall.none': text<InRoom & { length: number }>({
    level: 'error',
    source: nec('210.52(H)'),
    says: (f, n) => `${n.room(f.room)} is ${inches(f.length)} long and has no receptacle.`,
    fix: () => 'Add one.',
  }),
  'foyer.wall': text<InRoom & { length: number }>({
    level: 'error',
    source: nec('210.52(I)'),
    says: (f, n) => `A wall of ${inches(f.length)} in ${n.room(f.room)} has no receptacle.`,
    fix: () => 'Add one on this wall.',
  }),
  'garage.bay': text<InRoom & { there: number; owed: number }>({
    level: 'error',
    source: nec('210.52(G)(1)'),
    says: (f, n) => `${n.room(f.room)} has ${f.there} of the ${f.owed} receptacles its bays need.`,
    fix: () => 'Add one in each bay, not over 5-1/2 ft high.',
  }),
  'basement.none': text<InRoom>({
    level: 'error',
    source: nec('210.52(G)(3)'),
    says: (f, n) => `${n.room(f.room)} has no receptacle.`,
    fix: () => 'Add one in each unfinished part.',
  }),
  'outdoor.none': text<InRoom>({
    level: 'error',
    source: nec('210.52(E)'),
    says: (f, n) => `${n.room(f.room)} has no receptacle that can be reached from it.`,
    fix: () => 'Add one, not over 6-1/2 ft above the ground, deck or porch.',
  }),
  'appliance.far': text<InRoom & { appliance: string; limit: number }>({
    level: 'warning',
    source: nec('210.50(C)'),
    says: (f, n) =>
      `The ${f.appliance} in ${n.room(f.room)} has no outlet of its own within ${inches(f.limit)}.`,
    fix: () => 'Add an appliance receptacle near it.',
  }),
  'garage.opener': text<InRoom>({
    level: 'note',
    source: 'common practice, no source',
    says: (f, n) => `A vehicle door of ${n.room(f.room)} has no receptacle on the ceiling for an opener.`,
    fix: () => 'Add one over the middle of the door, before the ceiling closes.',
  }),
  'counter.island': text<InRoom & { edition: string }>({
    level: 'error',
    source: nec('210.52(C)(2), (3)'),
    says: (f, n) =>
      f.edition === '2023'
        ? `The island in ${n.room(f.room)} has no way to add a receptacle later.`
        : `The island in ${n.room(f.room)} has no receptacle, which the ${f.edition} code asks for.`,
    fix: () => 'Bring a cable to a box under it; no receptacle below its top.',
  }),
  'density.gap': text<InRoom & { distance: number; limit: number }>({
    level: 'warning',
    source: companys('closer gap in garages and workshops'),
    says: (f, n) =>
      `${n.room(f.room)}: ${f.distance < 0 ? 'no receptacle along a wall' : `a gap of ${inches(f.distance)} between receptacles`}. House limit ${inches(f.limit)}.`,
    fix: () => 'Add receptacles along it, or take the code’s spacing.',
  }),
  'density.wall': text<InRoom & { length: number; there: number; owed: number }>({
    level: 'warning',
    source: companys('fixed count on every wall'),
    says: (f, n) =>
      `${n.room(f.room)}: a wall of ${inches(f.length)} has ${f.there} of ${counted(f.owed, 'one receptacle', 'receptacles')}.`,
    fix: () => 'Add receptacles on it, or take the code’s spacing.',
  }),
  'bench.row': text<InRoom & { length: number; limit: number }>({
    level: 'warning',
    source: companys('second row over benches'),
    says: (f, n) =>
      `The ${inches(f.length)} bench in ${n.room(f.room)} lacks a second row, at most ${inches(f.limit)} apart.`,
    fix: () => 'Add receptacles over the bench.',
  }),
} as const;
