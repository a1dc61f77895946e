import { nth, valueIn } from '../lookups/index.ts';
import type { XY, XYZ } from '../geometry/index.ts';
import type { Member } from '../framing/index.ts';
import type { Bay } from './bays.ts';

/** What a step along a cable's way costs: its length, and the holes it goes through. */
export type StepKind = 'inside' | 'bore' | 'plate' | 'above' | 'below';

/** A place a cable may pass, known by its wall and its number there. */
export interface RouteNode {
  readonly wall: string;
  /** Its number among the places of its wall, bay after bay. */
  readonly local: number;
  /** The bay of its wall it lies in; -1 over the plates or under the floor. */
  readonly bay: number;
  readonly along: number;
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
  /** Joists crossed square, where the framing above or below has to be bored. */
  readonly joists: number;
  /** How a closed wall is gone through on this step; absent in open framing. */
  readonly closed?: 'fish' | 'open';
}

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

/** The open framing over or under a room, where cable runs square from any place to any other. */
export interface OpenSpace {
  /** The same for the same space, whatever changes in it. */
  readonly key: string;
  readonly kind: 'above' | 'below';
  /** Walls whose places lie in it, and whether over or under them. */
  readonly walls: readonly { readonly wall: string; readonly side: 'over' | 'under' }[];
  /** Joists in the way have to be bored; null where cable lies over or under them freely. */
  readonly joists: { readonly direction: number; readonly spacing: number } | null;
}

/** What a step in a space is priced by. */
export type SpaceRate = Pick<OpenSpace, 'kind' | 'joists'>;

/** From the places on one side of a wall's plates to those of another, or of the same, across the spaces that both lie in at one rate. */
export interface Across {
  readonly to: Range;
  /** Which of the graph's rates. */
  readonly rate: number;
  /** Which of its spaces. */
  readonly spaces: readonly number[];
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
  readonly spaces: readonly OpenSpace[];
  readonly rates: readonly SpaceRate[];
  /** The joist line each place lies past, by rate. */
  readonly lines: readonly Int32Array[];
  /** The side of the plates each place is on, as an index of `across`; -1 in a bay. */
  readonly side: Int32Array;
  readonly across: readonly (readonly Across[])[];
}

/** Cable over the top plates lies this far above them, cable under a floor this far below the subfloor, inches. */
export const overPlates = 1.5;
export const underFloor = 2.25;

/** Which joist a place lies past, counted across joists that run in a direction, from the origin. */
export function joistLine({
  direction,
  spacing,
}: {
  direction: number;
  spacing: number;
}): (at: XY) => number {
  const radians = (direction * Math.PI) / 180;
  const [cos, sin] = [Math.cos(radians), Math.sin(radians)];
  return ({ x, y }) => Math.floor((y * cos - x * sin) / spacing + 1e-9);
}

/** Joists crossed square between two places, given the direction joists run in. Adds up along a way. */
export function joistsCrossed(a: XY, b: XY, joists: { direction: number; spacing: number }): number {
  const line = joistLine(joists);
  return Math.abs(line(a) - line(b));
}

/** Cable over the plates or under the floor runs square, so its length is the sum of both directions. */
export function squareDistance(a: XY, b: XY): number {
  return Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
}

/** Cable inside a bay runs along it and up or down. */
export function insideStep(a: RouteNode, b: RouteNode): Step {
  const length = Math.abs(a.along - b.along) + Math.abs(a.at.z - b.at.z);
  return { kind: 'inside', length, members: [], joists: 0 };
}

/** The step between two places of one space. */
export function spaceStep({ kind, joists: rows }: SpaceRate, a: RouteNode, b: RouteNode): Step {
  const joists = rows ? joistsCrossed(a.at, b.at, rows) : 0;
  return { kind, length: squareDistance(a.at, b.at), members: [], joists };
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

const nowhere: readonly Across[] = [];

/** Where a place leads across spaces; nowhere from inside a bay. */
export const acrossFrom = ({ side, across }: RouteGraph, node: number): readonly Across[] =>
  across[nth(side, node)] ?? nowhere;

/** Places of a wall on one side of its plates. */
export const nodesOnSide = (
  { nodes, over, under }: WallPiece,
  side: 'over' | 'under',
): readonly RouteNode[] => nodes.slice(...(side === 'over' ? over : under));

/** Every step from a place, with the place it leads to: through holes, along its bay, and across the spaces it lies in. */
export function stepsFrom(graph: RouteGraph, node: number): (Step & { to: number })[] {
  const list: (Step & { to: number })[] = [];
  const own = nth(graph.nodes, node);
  for (let k = nth(graph.first, node); k < nth(graph.first, node + 1); k++)
    list.push({ ...listedStep(graph, k), to: nth(graph.to, k) });
  for (let to = nth(graph.bayFrom, node); to < nth(graph.bayTo, node); to++)
    if (to !== node) list.push({ ...insideStep(own, nth(graph.nodes, to)), to });
  for (const { to: range, rate } of acrossFrom(graph, node))
    for (let to = range[0]; to < range[1]; to++)
      if (to !== node) list.push({ ...spaceStep(nth(graph.rates, rate), own, nth(graph.nodes, to)), to });
  return list;
}
