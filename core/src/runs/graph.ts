import { nth } from '../lookups/index.ts';
import type { XY, XYZ } from '../geometry/index.ts';
import type { Member } from '../framing/index.ts';
import type { Bay } from './bays.ts';

/** What a step along a cable's way costs: its length, and the holes it goes through. */
export type StepKind = 'inside' | 'bore' | 'plate' | 'above' | 'below';

/** A place a cable may pass. Wall places carry where along the wall they are. */
export interface RouteNode {
  readonly bay: number;
  readonly wall: string | null;
  readonly along: number;
  readonly at: XYZ;
}

export interface Step {
  readonly to: number;
  readonly kind: StepKind;
  readonly length: number;
  /** Members bored on this step, in order. */
  readonly members: readonly Member[];
  /** Joists crossed square, where the framing above or below has to be bored. */
  readonly joists: number;
  /** How a closed wall is gone through on this step; absent in open framing. */
  readonly closed?: 'fish' | 'open';
}

/** The open framing over or under a room, where cable runs square from any place to any other. */
export interface OpenSpace {
  readonly kind: 'above' | 'below';
  readonly nodes: readonly number[];
  /** Joists in the way have to be bored; null where cable lies over or under them freely. */
  readonly joists: { readonly direction: number; readonly spacing: number } | null;
}

/** The open framing of all levels as a graph: nodes, and for each node its steps. Boxes and panels join it at search time. */
export interface RouteGraph {
  readonly nodes: readonly RouteNode[];
  readonly steps: readonly (readonly Step[])[];
  readonly bays: readonly Bay[];
  /** Nodes of each bay, by bay number. */
  readonly nodesOfBay: readonly (readonly number[])[];
  /** Bay numbers of each wall, in order along it. */
  readonly baysOfWall: Readonly<Record<string, readonly number[]>>;
  /** Spaces over and under rooms: within one, any of its nodes is a step from any other, worked out when asked for. */
  readonly spaces: readonly OpenSpace[];
  /** Spaces each node lies in, by index. */
  readonly spacesOf: readonly (readonly number[])[];
  /** Height of each wall's subfloor over the lowest level's: nodes and paths stand on one scale, so that a run may climb. */
  readonly elevation: Readonly<Record<string, number>>;
  /** Nodes in the space over and under each wall. */
  readonly over: Readonly<Record<string, readonly number[]>>;
  readonly under: Readonly<Record<string, readonly number[]>>;
}

/** Cable over the top plates lies this far above them, cable under a floor this far below the subfloor, inches. */
export const overPlates = 1.5;
export const underFloor = 2.25;

/** Which joist a place lies past, counted across the joists from the origin. */
export function joistLine(at: XY, joists: { direction: number; spacing: number }): number {
  const radians = (joists.direction * Math.PI) / 180;
  return Math.floor((at.y * Math.cos(radians) - at.x * Math.sin(radians)) / joists.spacing + 1e-9);
}

/** Joists crossed square between two places, given the direction joists run in. Adds up along a way. */
export function joistsCrossed(a: XY, b: XY, joists: { direction: number; spacing: number }): number {
  return Math.abs(joistLine(a, joists) - joistLine(b, joists));
}

/** The step between two nodes of one space. */
export function spaceStep(graph: RouteGraph, space: OpenSpace, from: number, to: number): Step {
  const [a, b] = [nth(graph.nodes, from).at, nth(graph.nodes, to).at];
  const joists = space.joists ? joistsCrossed(a, b, space.joists) : 0;
  return { to, kind: space.kind, length: squareDistance(a, b), members: [], joists };
}

/** Every step from a node, those through the spaces over and under rooms included. */
export function stepsFrom(graph: RouteGraph, node: number): Step[] {
  const across = nth(graph.spacesOf, node).flatMap((index) => {
    const space = nth(graph.spaces, index);
    return space.nodes.filter((n) => n !== node).map((n) => spaceStep(graph, space, node, n));
  });
  return [...nth(graph.steps, node), ...across];
}

/** Cable over the plates or under the floor runs square, so its length is the sum of both directions. */
export function squareDistance(a: XY, b: XY): number {
  return Math.abs(a.x - b.x) + Math.abs(a.y - b.y);
}
