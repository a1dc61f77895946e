import type { Member } from '../framing/index.ts';
import type { XY } from '../geometry/index.ts';
import { nth } from '../lookups/index.ts';
import { query } from '../incremental/index.ts';
import { isDrilled, type RouteGraph, type RouteNode, type Step, type WallPiece } from './graph.ts';
import { fitsHole, shift } from './holes.ts';
import type { Way } from './route.ts';
import type { Room, Rooms } from './search.ts';

/** Where a cable goes through framing: the hole it asks for, by its wall and place, so that studs may be numbered anew. */
export interface HolePlace {
  readonly key: string;
  readonly at: XY;
  /** Which step of its way goes through it. */
  readonly step: number;
  /** Whether through plates. */
  readonly isPlate: boolean;
  /** How many holes there is room for. */
  readonly most: number;
  /** The largest bit that may go through all of it. Inches. */
  readonly largest: number;
}

/** How many cables may share a hole in studs, and one through plates. */
export interface Sharing {
  readonly perHole: number;
  readonly perPlate: number;
}

/** More holes than this side by side are one too many. Common practice, no source. */
const mostHoles = 4;

/** An end of a drilled step: how far along its wall, and how high on the scale of all levels. */
interface StepEnd {
  readonly wall: string;
  readonly along: number;
  readonly z: number;
}

/** The name of the place a step is drilled at. */
const keyOf = ({ joint }: Pick<Step, 'joint'>, a: StepEnd, b: StepEnd): string =>
  `${joint ?? a.wall} ${((a.along + b.along) / 2).toFixed(2)} ${((a.z + b.z) / 2).toFixed(2)}`;

const endAt = ({ wall, along, at }: RouteNode): StepEnd => ({ wall, along, z: at.z });

/** Names of the places that the drilled steps of a piece go through: those within its wall, then those into others, as a graph lists them. */
const keysOfPiece = query(
  'hole places of piece',
  ({ wall, nodes, drilled, meetings }: WallPiece): readonly string[] => {
    const floor = nodes[0]?.floor ?? 0;
    return [
      ...drilled.map((s) => keyOf(s, endAt(nth(nodes, s.from)), endAt(nth(nodes, s.to)))),
      ...meetings.map((m) =>
        keyOf(
          m,
          { wall, along: m.own.along, z: m.own.z + floor },
          { wall: m.other, along: m.theirs.along, z: m.theirs.z + floor },
        ),
      ),
    ];
  },
  Object.is,
);

/** The drilled steps of a piece by the names of the places they go through, as a graph lists them. */
const stepsByKey = query(
  'steps of hole places',
  (piece: WallPiece): ReadonlyMap<string, readonly number[]> => {
    const steps = new Map<string, number[]>();
    keysOfPiece(piece).forEach((key, k) => {
      const own = steps.get(key);
      if (own) own.push(k);
      else steps.set(key, [k]);
    });
    return steps;
  },
  Object.is,
);

/** As if every hole in some places were there, with room for any cable: what ways cost at least that use no others but new ones. */
export function sharedAt(graph: RouteGraph, keys: ReadonlySet<string>): Rooms {
  const placeOf = new Uint32Array(graph.steps.length);
  let at = 0;
  for (const piece of graph.pieces.values())
    for (const key of keysOfPiece(piece)) {
      if (keys.has(key)) placeOf[at] = 1;
      at++;
    }
  return { placeOf, roomAt: () => 'shared' };
}

function placeOf(
  step: Step,
  a: RouteNode,
  b: RouteNode,
  largestIn: (member: Member) => number,
): Omit<HolePlace, 'step'> {
  const [along, z] = [(a.along + b.along) / 2, (a.at.z + b.at.z) / 2];
  const wanted = step.kind === 'bore' ? z - a.floor : along;
  const [from, to] = step.within ?? [wanted, wanted];
  const further =
    Math.floor(Math.max(0, to - wanted) / shift) + Math.floor(Math.max(0, wanted - from) / shift);
  return {
    key: keyOf(step, endAt(a), endAt(b)),
    at: { x: (a.at.x + b.at.x) / 2, y: (a.at.y + b.at.y) / 2 },
    isPlate: step.kind === 'plate',
    most: Math.min(mostHoles, 1 + further),
    largest: Math.min(...step.members.map(largestIn)),
  };
}

/** The holes a way asks for. */
export const placesOf = ({ nodes, steps }: Way, largestIn: (member: Member) => number): HolePlace[] =>
  steps.flatMap((step, i) =>
    isDrilled(step) ? [{ ...placeOf(step, nth(nodes, i), nth(nodes, i + 1), largestIn), step: i }] : [],
  );

/** The same few cables are asked about again and again. */
const fitting = new Map<string, boolean>();
function fits(group: readonly string[], cable: string, largest: number): boolean {
  const name = `${group.join(' ')} ${cable} ${largest}`;
  const known = fitting.get(name);
  if (known !== undefined) return known;
  const answer = fitsHole([...group, cable], largest);
  fitting.set(name, answer);
  return answer;
}

/** How many holes cables need at one place, laid one after the other: each goes through the first with room for it, else through a new one. */
function holesFor(cables: readonly string[], sharedBy: number, largest: number): number {
  const groups: string[][] = [];
  for (const cable of cables) {
    const open = groups.find((g) => g.length < sharedBy && fits(g, cable, largest));
    if (open) open.push(cable);
    else groups.push([cable]);
  }
  return groups.length;
}

/** What a cable finds at a place where others go through, those laid `before` it and those laid `after` it. */
export function roomFor(
  cable: string,
  { isPlate, most, largest }: Pick<HolePlace, 'isPlate' | 'most' | 'largest'>,
  { perHole, perPlate }: Sharing,
  { before, after }: { readonly before: readonly string[]; readonly after: readonly string[] },
): Room {
  const holes = (cables: readonly string[]) => holesFor(cables, isPlate ? perPlate : perHole, largest);
  const all = holes([...before, cable, ...after]);
  if (all > most) return 'none';
  if (all === holes([...before, ...after])) return 'shared';
  return before.length + after.length > 0 ? 'beside' : 'new';
}

/** Holes by the steps of a graph that go through them, for a search. */
export class DrilledSteps {
  /** By step: one more than the place's number; 0 where nothing is drilled. */
  private readonly placeOf: Uint32Array;
  private readonly keys: string[] = [];
  private readonly numbers = new Map<string, number>();

  /** @param keys Names of places there may be a hole at. */
  constructor(
    private readonly graph: RouteGraph,
    keys: ReadonlySet<string>,
  ) {
    for (const key of keys) this.numbers.set(key, this.keys.push(key));
    this.placeOf = new Uint32Array(graph.steps.length);
    let at = 0;
    for (const piece of graph.pieces.values())
      for (const key of keysOfPiece(piece)) this.placeOf[at++] = this.numbers.get(key) ?? 0;
  }

  /** There may be a hole at a place. */
  note(key: string): void {
    if (this.numbers.has(key)) return;
    const number = this.keys.push(key);
    this.numbers.set(key, number);
    let at = 0;
    for (const piece of this.graph.pieces.values()) {
      for (const k of stepsByKey(piece).get(key) ?? []) this.placeOf[at + k] = number;
      at += piece.drilled.length + piece.meetings.length;
    }
  }

  /** What is found at each place. */
  rooms(roomAt: (key: string) => Room): Rooms {
    const known: Room[] = [];
    return {
      placeOf: this.placeOf,
      roomAt: (place) => (known[place] ??= roomAt(nth(this.keys, place - 1))),
    };
  }
}
