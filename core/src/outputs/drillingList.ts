import { idsOf, query } from '../incremental/index.ts';
import { entryOf, lastOf, nth } from '../lookups/index.ts';
import { toDrill, type Bore } from '../runs/index.ts';
import type { House } from '../stages/index.ts';

/** Holes of one wall that are drilled alike: studs one after another at one height, or one place along plates. Inches. */
export interface DrillingLine {
  /** The member: studs by their numbers on the wall's layout, or what lies in it. */
  readonly what: 'studs' | 'top-plate' | 'bottom-plate' | 'block' | 'other';
  /** Numbers of the studs, first to last; none for what has no number. */
  readonly studs: readonly number[];
  /** Height over the subfloor of holes in uprights; null for those in plates. */
  readonly height: number | null;
  /** Along the wall from where its layout begins. */
  readonly along: number;
  readonly bit: number;
  readonly count: number;
  /** Most cables in one of them. */
  readonly cables: number;
  /** Least wood left to a face, and how many steel plates they need. */
  readonly edge: number;
  readonly steel: number;
}

export interface WallDrilling {
  readonly wall: string;
  readonly lines: readonly DrillingLine[];
  readonly count: number;
  /** Bits to have, smallest first. */
  readonly bits: readonly number[];
}

const whatOf = ({ role, number }: Bore): DrillingLine['what'] =>
  role === 'top-plate' || role === 'bottom-plate' || role === 'block'
    ? role
    : number === null
      ? 'other'
      : 'studs';

const isLevel = (a: Bore, b: Bore) => Math.abs(a.z - b.z) < 1 / 32 && a.diameter === b.diameter;

/** Whether a hole is drilled on from another: the next stud, at the same height, with the same bit. */
const goesOn = (before: Bore, next: Bore): boolean =>
  whatOf(before) === 'studs' &&
  whatOf(next) === 'studs' &&
  isLevel(before, next) &&
  next.number === (before.number ?? NaN) + 1;

function lineOf(bores: readonly Bore[]): DrillingLine {
  const first = nth(bores, 0);
  const what = whatOf(first);
  return {
    what,
    studs: bores.flatMap((b) => b.number ?? []),
    height: what === 'top-plate' || what === 'bottom-plate' ? null : first.z,
    along: first.at,
    bit: first.diameter,
    count: bores.length,
    cables: Math.max(...bores.map((b) => b.cables)),
    edge: Math.min(...bores.map((b) => b.edge)),
    steel: bores.reduce((sum, b) => sum + b.plates, 0),
  };
}

/** The holes of a wall as one goes along it with the drill: height by height through the studs, then the plates. */
const drillingOf = query('drilling of wall', ({ runs }: House, wall: string): WallDrilling | null => {
  const holes = toDrill(entryOf(runs.holes, wall));
  if (holes.length === 0) return null;
  const order = (b: Bore) => ({ studs: 0, other: 1, block: 2, 'bottom-plate': 3, 'top-plate': 4 })[whatOf(b)];
  const sorted = [...holes].sort(
    (a, b) =>
      order(a) - order(b) ||
      (order(a) > 2 || isLevel(a, b) ? 0 : a.z - b.z || a.diameter - b.diameter) ||
      a.at - b.at,
  );
  const groups: Bore[][] = [];
  for (const bore of sorted) {
    const open = groups.at(-1);
    if (open && goesOn(lastOf(open), bore)) open.push(bore);
    else groups.push([bore]);
  }
  return {
    wall,
    lines: groups.map(lineOf),
    count: holes.length,
    bits: [...new Set(holes.map((b) => b.diameter))].sort((a, b) => a - b),
  };
});

/** What is drilled, wall by wall. */
export const drillingList = query('drilling list', (house: House): WallDrilling[] =>
  idsOf(house.plan.walls).flatMap((wall) => drillingOf(house, wall) ?? []),
);
