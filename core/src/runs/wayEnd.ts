import type { XYZ } from '../geometry/index.ts';

/** A way into the graph from a box or panel: the place it reaches, by its number, and what getting there costs. */
export interface Access {
  readonly node: number;
  readonly cost: number;
}

/** Where a way begins or ends that hangs in a space, away from the places of any wall. */
export interface Hanging {
  /** The number of its space. */
  readonly space: number;
  readonly at: XYZ;
  /** Whether it hangs over ground that no walls close in, from where any way is open. */
  readonly isLoose: boolean;
}

/** An end of a way: the places it is reached by, or where it hangs. */
export type WayEnd = readonly Access[] | Hanging;

export const hangs = (end: WayEnd): end is Hanging => !Array.isArray(end);
