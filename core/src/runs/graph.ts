import { nth, valueIn } from '../lookups/index.ts';
import { headingVector, type XY, type XYZ } from '../geometry/index.ts';
import type { Member } from '../framing/index.ts';
import type { Bay } from './bays.ts';
import type { Located, OpenGround } from './openGround.ts';

/** How a cable goes: within a bay, in a groove of foam block, level through uprights, up or down through plates or through a block, or across a space. */
export type StepKind = 'inside' | 'groove' | 'bore' | 'plate' | 'block' | 'above' | 'below';

/** A place a cable may pass, known by its wall and its number there. */
export interface RouteNode {
  readonly wall: string;
  /** Its number among the places of its wall, bay after bay. */
  readonly local: number;
  /** The bay of its wall it lies in; -1 over the plates or under the floor. */
  readonly bay: number;
  readonly along: number;
  /** Whether it lies over or under a corner or crossing of its wall, where cable may turn but no hole leads. */
  readonly turns?: true;
  /** On one scale for all levels, so that a cable may climb. */
  readonly at: XYZ;
  /** Height of its wall's subfloor on that scale. */
  readonly floor: number;
}

export interface Step {
  readonly kind: StepKind;
  readonly length: number;
  /** Members bored on this step, in order. */
  readonly members: readonly Member[];
  /** Joists bored, crossed square; half a joist where it begins or ends right on one. */
  readonly joists: number;
  /** Inches of it that go along the wall, in a groove. */
  readonly along?: number;
  /** How a closed wall or ceiling is gone through on this step; absent in open framing. */
  readonly closed?: 'fish' | 'open';
  /** The space it crosses, by its name. */
  readonly space?: string;
  /** How far a hole may be moved: up and down between these heights in uprights, between these distances along a plate. */
  readonly within?: readonly [from: number, to: number];
  /** Where a hole turns from one wall into another, in the plan. */
  readonly via?: XY;
  /** The joint of walls a hole leads through, by a name with a space in it; holes there are drilled together. */
  readonly joint?: string;
  /** The box or panel that a hole was raised or dropped to clear. */
  readonly avoids?: string;
}

/** Whether a step goes through wood. */
export const isDrilled = ({ kind, members }: Step): boolean =>
  members.length > 0 && (kind === 'bore' || kind === 'plate' || kind === 'block');

/** Holes a step is drilled through: plates that lie on each other are one. */
export const holesOfStep = ({ kind, members }: Pick<Step, 'kind' | 'members'>): number =>
  kind === 'plate' ? Math.min(1, members.length) : members.length;

/** A step that is drilled: through uprights, or through a plate. It goes both ways. */
export interface DrilledStep extends Step {
  readonly from: number;
  readonly to: number;
}

/** A hole from a bay at the end of a wall into the bay of another wall; places by bay, along and height. */
export interface Meeting extends Step {
  readonly own: Spot;
  readonly other: string;
  readonly theirs: Spot;
}

/** A place in a wall: its bay, how far along, and how high above the subfloor. Inches. */
export interface Spot {
  readonly bay: number;
  readonly along: number;
  readonly z: number;
}

/** Everything of the route graph that one wall has: places in its bays and over and under it, holes within it, and into walls it meets. */
export interface WallPiece {
  readonly wall: string;
  readonly level: string;
  readonly bays: readonly Bay[];
  /** Places bay after bay, then those over the plates, then those under the floor. Within a bay any place is a step from any other. */
  readonly nodes: readonly RouteNode[];
  /** Number of the first place of each bay; after the last bay, of the first place outside. */
  readonly first: readonly number[];
  readonly drilled: readonly DrilledStep[];
  readonly meetings: readonly Meeting[];
  /** Numbers of its places over the plates, and under the floor: the first, and one past the last. */
  readonly over: Range;
  readonly under: Range;
}

/** Numbers from the first to one before the last. */
export type Range = readonly [from: number, to: number];

/** The open framing over or under all rooms of a level that are framed alike there: cable runs square from any place in it to any other, where the ground lets it. */
export interface OpenSpace {
  /** The same for the same space, whatever changes in it. */
  readonly key: string;
  readonly level: string;
  readonly kind: 'above' | 'below';
  /** Walls whose places lie in it, and whether over or under them. */
  readonly walls: readonly { readonly wall: string; readonly side: 'over' | 'under' }[];
  /** Joists in the way, and whether they have to be bored; null where cable lies under them freely. */
  readonly joists: { readonly direction: number; readonly spacing: number; readonly bored: boolean } | null;
  /** Inches that cable rises to cross joists that are not bored, and falls again. */
  readonly climb: number;
  /** How a closed ceiling is gone through; absent in open framing. */
  readonly closed?: 'fish' | 'open';
  readonly ground: OpenGround;
}

/**
 * The open framing of all levels as a graph, put together from the pieces of its walls and the spaces over and under its rooms. Places are
 * numbered wall after wall in the order of their ids. Drilled steps are kept once and listed from both ends: those of a place `n` are
 * `first[n]` to `first[n + 1]` of `to` (where each leads) and `step` (twice which of `steps` it is, and one more when it is gone backwards).
 * Boxes and panels join it at search time.
 */
export interface RouteGraph {
  readonly pieces: ReadonlyMap<string, WallPiece>;
  /** Number of the first place of each wall. */
  readonly base: ReadonlyMap<string, number>;
  readonly nodes: readonly RouteNode[];
  readonly steps: readonly Step[];
  readonly first: Uint32Array;
  readonly to: Uint32Array;
  readonly step: Uint32Array;
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly z: Float64Array;
  readonly along: Float64Array;
  /** First and past the last number of the places in the bay of each place; both its own number outside. */
  readonly bayFrom: Uint32Array;
  readonly bayTo: Uint32Array;
  /** How cable goes within the bay of each place: freely, level only, or in a groove; as numbers of `passages`. */
  readonly passage: Uint8Array;
  readonly spaces: readonly OpenSpace[];
  /** Places of each space. */
  readonly inSpace: readonly Uint32Array[];
  /** Where the spaces that each place lies in begin in `spaceOf`; of the last place, where they end. */
  readonly spacesFirst: Uint32Array;
  readonly spaceOf: Uint32Array;
  /** By space: its places as its ground sees them, in the order of `inSpace`. */
  readonly located: readonly SpacePlaces[];
  /** By space: which of its places each place is; -1 where it is none. */
  readonly placeIn: readonly Int32Array[];
}

/** A place as a space sees it. */
export interface SpacePlace extends Located {
  /** The joist line it lies past. */
  readonly line: number;
  readonly z: number;
}

/** The places of a space as its ground sees them, side by side. */
export interface SpacePlaces {
  /** The places from the least `u` to the greatest. */
  readonly inOrder: Uint32Array;
  readonly u: Float64Array;
  readonly v: Float64Array;
  readonly z: Float64Array;
  readonly line: Float64Array;
  /** Which piece of its ground each lies on. */
  readonly island: Int32Array;
  readonly each: readonly SpacePlace[];
}

/** What `passage` counts. */
export const passages = ['free', 'level', 'groove'] as const;

/** Cable over the top plates lies this far above them, cable under a floor this far below the subfloor, inches. */
export const overPlates = 1.5;
export const underFloor = 2.25;

/**
 * Which joist a place lies past, counted across joists that run in a direction, from the origin. A place right on a joist counts as halfway
 * past it, so that a house drawn the other way about crosses as many.
 */
export function joistLine({
  direction,
  spacing,
}: {
  direction: number;
  spacing: number;
}): (at: XY) => number {
  const { x: cos, y: sin } = headingVector(direction);
  return ({ x, y }) => {
    const past = (y * cos - x * sin) / spacing;
    const nearest = Math.round(past);
    return Math.abs(past - nearest) < 1e-6 ? nearest - 0.5 : Math.floor(past);
  };
}

/** Joists crossed square between two places, given the direction joists run in. Adds up along a way. */
export function joistsCrossed(a: XY, b: XY, joists: { direction: number; spacing: number }): number {
  const line = joistLine(joists);
  return Math.abs(line(a) - line(b));
}

/** Where a straight stretch crosses joists, as parts of its length. */
export function joistLines(
  { direction, spacing }: { direction: number; spacing: number },
  a: XY,
  b: XY,
): number[] {
  const { x, y } = headingVector(direction + 90);
  const [from, to] = [(a.x * x + a.y * y) / spacing, (b.x * x + b.y * y) / spacing];
  if (Math.abs(to - from) < 1e-9) return [];
  const [low, high] = [Math.min(from, to), Math.max(from, to)];
  const parts: number[] = [];
  for (let k = Math.ceil(low - 1e-9); k <= high + 1e-9; k++) parts.push((k - from) / (to - from));
  return from < to ? parts : parts.reverse();
}

/** Where cable goes square its length is the sum of both directions, and of what it rises. */
export function squareDistance(a: XY, b: XY): number {
  return Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
}

/** How cable goes within a bay. */
export const wayIn = ({ passes }: Bay): 'inside' | 'groove' => (passes === 'groove' ? 'groove' : 'inside');

/** Cable inside a bay runs along it and up or down, in an air return level only: null where it may not go. */
export function insideStep(a: RouteNode, b: RouteNode, bay: Bay): Step | null {
  if (bay.passes === 'level' && Math.abs(a.at.z - b.at.z) > levelWithin) return null;
  const along = Math.abs(a.along - b.along);
  const length = along + Math.abs(a.at.z - b.at.z);
  const kind = wayIn(bay);
  return { kind, length, members: [], joists: 0, ...(kind === 'groove' ? { along } : {}) };
}
/** Level to within this. */
export const levelWithin = 1e-6;

/** A place as a space sees it. */
export function placeIn({ joists, ground }: OpenSpace, at: XYZ): SpacePlace {
  return { ...ground.locate(at), line: joists ? joistLine(joists)(at) : 0, z: at.z };
}

/** The step between two places of one space; null where it would leave the ground, unless one of them is loose of it. */
export function spaceStep(space: OpenSpace, a: XYZ, b: XYZ, isLoose = false): Step | null {
  const { kind, joists: rows, climb, ground } = space;
  if (!isLoose && !ground.between(a, b)) return null;
  const { along, across } = ground.apart(a, b);
  const crossed = rows ? joistsCrossed(a, b, rows) : 0;
  const length = along + across + Math.abs(a.z - b.z) + (crossed > 0 ? 2 * climb : 0);
  const joists = rows?.bored ? crossed : 0;
  const { closed, key } = space;
  return { kind, length, members: [], joists, space: key, ...(closed ? { closed } : {}) };
}

/** Width of the bay that a place of a wall lies in; 0 outside. */
export const bayWidth = ({ bays }: WallPiece, { bay }: Pick<RouteNode, 'bay'>): number => {
  const own = bays[bay];
  return own ? own.end - own.start : 0;
};

/** The number of a place in the graph. */
export const numberOf = ({ base }: RouteGraph, node: RouteNode): number =>
  valueIn(base, node.wall) + node.local;

/** Places of a bay of a wall. */
export function nodesOfBay({ pieces }: RouteGraph, wall: string, bay: number): readonly RouteNode[] {
  const { nodes, first } = valueIn(pieces, wall);
  return nodes.slice(first[bay], first[bay + 1]);
}

/** The drilled step listed at a place, as it is gone from there. */
export function listedStep({ steps, step }: RouteGraph, at: number): Step {
  const listed = nth(step, at);
  const own = nth(steps, listed >> 1);
  return listed & 1 ? { ...own, members: own.members.toReversed() } : own;
}

/** Spaces a place lies in, by their numbers; none for one in a bay. */
export const spacesAt = ({ spacesFirst, spaceOf }: RouteGraph, node: number): Uint32Array =>
  spaceOf.subarray(nth(spacesFirst, node), nth(spacesFirst, node + 1));

/** Places of a wall on one side of its plates. */
export const nodesOnSide = (
  { nodes, over, under }: WallPiece,
  side: 'over' | 'under',
): readonly RouteNode[] => nodes.slice(...(side === 'over' ? over : under));

/** The bay a place lies in. */
export const bayOf = ({ pieces }: RouteGraph, { wall, bay }: RouteNode): Bay =>
  nth(valueIn(pieces, wall).bays, bay);

/** Every step from a place, with the place it leads to: through holes, along its bay, and across the spaces it lies in. */
export function stepsFrom(graph: RouteGraph, node: number): (Step & { to: number })[] {
  const list: (Step & { to: number })[] = [];
  const own = nth(graph.nodes, node);
  for (let k = nth(graph.first, node); k < nth(graph.first, node + 1); k++)
    list.push({ ...listedStep(graph, k), to: nth(graph.to, k) });
  for (let to = nth(graph.bayFrom, node); to < nth(graph.bayTo, node); to++)
    if (to !== node) {
      const step = insideStep(own, nth(graph.nodes, to), bayOf(graph, own));
      if (step) list.push({ ...step, to });
    }
  for (const index of spacesAt(graph, node))
    for (const to of nth(graph.inSpace, index)) {
      const step = to === node ? null : spaceStep(nth(graph.spaces, index), own.at, nth(graph.nodes, to).at);
      if (step) list.push({ ...step, to });
    }
  return list;
}
