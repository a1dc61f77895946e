import { entryOf, nth } from '../lookups/index.ts';
import { add, scale, type XYZ } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import type { Bay } from './bays.ts';
import type { OpenSpace, RouteNode, Step } from './graph.ts';

/** A route graph while it is built: places by bay, each once, and the steps that join them. */
export class GraphBuilder {
  readonly nodes: RouteNode[] = [];
  readonly steps: Step[][] = [];
  readonly bays: Bay[] = [];
  readonly nodesOfBay: number[][] = [];
  readonly baysOfWall: Record<string, number[]> = {};
  readonly over: Record<string, number[]> = {};
  readonly under: Record<string, number[]> = {};
  readonly spaces: OpenSpace[] = [];
  readonly spacesOf: number[][] = [];

  constructor(
    readonly framing: Framing,
    readonly elevation: Readonly<Record<string, number>>,
  ) {}

  place(wallId: string, along: number, z: number): XYZ {
    const line = entryOf(this.framing.lines, wallId);
    return { ...add(line.from, scale(line.unit, along)), z: z + entryOf(this.elevation, wallId) };
  }

  node(bay: number, wall: string | null, along: number, at: XYZ): number {
    if (bay >= 0) {
      const known = nth(this.nodesOfBay, bay).find(
        (n) =>
          Math.abs(nth(this.nodes, n).along - along) < 1e-6 &&
          Math.abs(nth(this.nodes, n).at.z - at.z) < 1e-6,
      );
      if (known !== undefined) return known;
    }
    const number = this.nodes.push({ bay, wall, along, at }) - 1;
    this.steps.push([]);
    if (bay >= 0) nth(this.nodesOfBay, bay).push(number);
    return number;
  }

  wallNode(bay: number, along: number, z: number): number {
    const { wall } = nth(this.bays, bay);
    return this.node(bay, wall, along, this.place(wall, along, z));
  }

  join(a: number, b: number, step: Omit<Step, 'to'>): void {
    nth(this.steps, a).push({ ...step, to: b });
    nth(this.steps, b).push({ ...step, members: [...step.members].reverse(), to: a });
  }
}
