import type { Member } from '../framing/index.ts';
import type { XY } from '../geometry/index.ts';
import { nth, valueIn } from '../lookups/index.ts';
import { query } from '../incremental/index.ts';
import { isDrilled, type RouteGraph, type RouteNode, type Step, type WallPiece } from './graph.ts';
import { fitsHole, shift } from './holes.ts';
import type { Way } from './route.ts';
import type { Rooms } from './search.ts';

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

/** Holes at one place, each by the cables in it, and how many there is room for. */
interface Holes {
  readonly isPlate: boolean;
  readonly most: number;
  readonly largest: number;
  readonly groups: string[][];
}

/** How many cables may share a hole in studs, and one through plates. */
export interface Sharing {
  readonly perHole: number;
  readonly perPlate: number;
}

/** What another cable finds at a place: a hole with room for it, wood for a new one, or neither. */
export type Room = 'shared' | 'new' | 'none';

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

/** Holes as they are drilled for one cable after another. */
export class Drilling {
  private readonly holes = new Map<string, Holes>();

  constructor(private readonly sharing: Sharing) {}

  /** Another cable goes through: by the first hole with room for it, else by a new one. */
  add({ key, isPlate, most, largest }: HolePlace, cable: string): void {
    const holes = this.holes.get(key) ?? { isPlate, most, largest, groups: [] };
    this.holes.set(key, holes);
    const open = this.openTo(holes, cable);
    if (open) open.push(cable);
    else holes.groups.push([cable]);
  }

  /** A cable that goes through does no longer: a hole with nothing else in it is not drilled. */
  remove({ key }: HolePlace, cable: string): void {
    const groups = this.holes.get(key)?.groups ?? [];
    const own = groups.findLastIndex((g) => g.includes(cable));
    const group = groups[own];
    if (!group) return;
    group.splice(group.lastIndexOf(cable), 1);
    if (group.length === 0) groups.splice(own, 1);
  }

  private openTo({ isPlate, groups, largest }: Holes, cable: string): string[] | undefined {
    const most = isPlate ? this.sharing.perPlate : this.sharing.perHole;
    return groups.find((g) => g.length < most && this.fits(g, cable, largest));
  }

  /** The same few cables are asked about again and again. */
  private readonly fitting = new Map<string, boolean>();
  private fits(group: readonly string[], cable: string, largest: number): boolean {
    const name = `${group.join(' ')} ${cable} ${largest}`;
    const known = this.fitting.get(name);
    if (known !== undefined) return known;
    const fits = fitsHole([...group, cable], largest);
    this.fitting.set(name, fits);
    return fits;
  }

  roomAt(key: string, cable: string): Room {
    const holes = this.holes.get(key);
    if (!holes) return 'new';
    if (this.openTo(holes, cable)) return 'shared';
    return holes.groups.length < holes.most ? 'new' : 'none';
  }
}

/** Holes by the steps of a graph that go through them, for a search. */
export class DrilledSteps {
  /** By step: one more than the place's number; 0 where nothing is drilled. */
  readonly placeOf: Uint32Array;
  private readonly keys: string[] = [];
  private readonly numbers = new Map<string, number>();

  constructor(
    private readonly graph: RouteGraph,
    private readonly drilling: Drilling,
  ) {
    this.placeOf = new Uint32Array(graph.steps.length);
  }

  /** The holes of a way of the graph are drilled, or there already. */
  note({ nodes }: Way, places: readonly HolePlace[]): void {
    const { base, first, to, step } = this.graph;
    for (const { key, step: i } of places) {
      const [a, b] = [nth(nodes, i), nth(nodes, i + 1)];
      const from = valueIn(base, a.wall) + a.local;
      const end = valueIn(base, b.wall) + b.local;
      let number = this.numbers.get(key);
      if (number === undefined) {
        number = this.keys.push(key);
        this.numbers.set(key, number);
      }
      for (let k = nth(first, from); k < nth(first, from + 1); k++)
        if (to[k] === end) this.placeOf[nth(step, k) >> 1] = number;
    }
  }

  /** What a cable finds at each place, by its number. */
  roomsFor(cable: string): (place: number) => Room {
    const known: Room[] = [];
    return (place) => (known[place] ??= this.drilling.roomAt(nth(this.keys, place - 1), cable));
  }
}
