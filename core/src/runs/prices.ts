import { query } from '../incremental/index.ts';
import type { XY } from '../geometry/index.ts';
import type { OpenSpace, RouteGraph, Step, StepKind, WallPiece } from './graph.ts';

/** What a step costs under the rules in force; Infinity forbids it. Must not be negative; in a bay and in a space it grows evenly with inches and joists, and nowhere by less an inch than in a bay. */
export type StepCost = (step: Step) => number;

/** A step in a bay or space costs `base` + inches × `perInch` + joists × `perJoist`. */
interface Rate {
  readonly base: number;
  readonly perInch: number;
  readonly perJoist: number;
  /** Whether going on from place to place costs no more than going there at once. */
  readonly isEven: boolean;
}

/** What the steps of a graph cost, made once for each cost function and graph. */
export interface Prices {
  readonly drilled: Float64Array;
  readonly inside: Rate;
  /** By the rates of the graph. */
  readonly spaces: readonly Rate[];
}

function rateOf(stepCost: StepCost, kind: StepKind, joists: OpenSpace['joists'] = null): Rate {
  const price = (length: number, crossed: number) => stepCost({ kind, length, members: [], joists: crossed });
  const base = price(0, 0);
  if (!Number.isFinite(base)) return { base, perInch: 0, perJoist: 0, isEven: false };
  // Joists that run square to the plan are counted in one direction, so that they add up like inches.
  const isEven = base === 0 && (joists === null || joists.direction % 90 === 0);
  return { base, perInch: price(1, 0) - base, perJoist: price(0, 1) - base, isEven };
}

function priceOf(step: Step, stepCost: StepCost): number {
  const price = stepCost(step);
  if (price < 0)
    throw new Error(`A ${step.kind} step of ${step.length} in. costs ${price}; a cost cannot be negative`);
  return price;
}

/** What the drilled steps of a piece cost: those within the wall, then those into others, as the graph lists them. */
const pricesOfPiece = query(
  'prices of piece',
  ({ drilled, meetings }: WallPiece, stepCost: StepCost): Float64Array =>
    Float64Array.from([...drilled, ...meetings], (step) => priceOf(step, stepCost)),
  Object.is,
);

export const pricesOf = query(
  'prices of steps',
  (graph: RouteGraph, stepCost: StepCost): Prices => {
    const drilled = new Float64Array(graph.steps.length);
    let at = 0;
    for (const piece of graph.pieces.values()) {
      const own = pricesOfPiece(piece, stepCost);
      drilled.set(own, at);
      at += own.length;
    }
    return {
      drilled,
      inside: rateOf(stepCost, 'inside'),
      spaces: graph.rates.map(({ kind, joists }) => rateOf(stepCost, kind, joists)),
    };
  },
  Object.is,
);

/** At least what a way costs for the ground it covers, whichever way it goes. */
export interface Bound {
  /** For every inch up or down, and for the inches that end in a bay. */
  readonly inside: number;
  /** For every other inch: the cheapest of going across a space, and of going on from bay to bay through holes. */
  readonly across: number;
  /** Whether all cable runs square to the plan, so that its inches do. */
  readonly isSquare: boolean;
}

/** A direction that goes less than this an inch across another is along it. */
export const flat = 1e-9;

const isSquare = query('square graph', ({ pieces }: RouteGraph): boolean =>
  [...pieces.values()].every(({ nodes }) => {
    const [a, b] = [nodes[0]?.at, nodes.at(-1)?.at];
    return !a || !b || nodes.every((n) => n.at.x === a.x) || nodes.every((n) => n.at.y === a.y);
  }),
);

/** Inches between two places in the plan, as cable runs where all of it is square. */
export const inchesBetween = (bound: Pick<Bound, 'isSquare'>, dx: number, dy: number): number =>
  bound.isSquare ? Math.abs(dx) + Math.abs(dy) : Math.sqrt(dx * dx + dy * dy);

/**
 * Within a bay an inch is cheaper than anywhere, but a hole has to be paid for to leave it: so the cheapest that leaving any bay costs, for
 * the inches of the bay and of the hole together.
 */
export const boundOf = query(
  'bound of steps',
  (graph: RouteGraph, stepCost: StepCost): Bound => {
    const { drilled, inside, spaces } = pricesOf(graph, stepCost);
    const square = { isSquare: isSquare(graph) };
    let across = Infinity;
    for (const { base, perInch } of spaces) if (base < Infinity) across = Math.min(across, perInch);
    const { x, y, z, first, to, step, bayWidth } = graph;
    for (let node = 0; node < graph.nodes.length; node++)
      for (let k = first[node]!; k < first[node + 1]!; k++) {
        const other = to[k]!;
        const wide = bayWidth[node]! + inchesBetween(square, x[other]! - x[node]!, y[other]! - y[node]!);
        if (wide === 0) continue;
        const price = drilled[step[k]! >> 1]! - Math.abs(z[other]! - z[node]!) * inside.perInch;
        across = Math.min(across, (price + bayWidth[node]! * inside.perInch) / wide);
      }
    const known = across < Infinity ? Math.max(across, inside.perInch) : inside.perInch;
    return { inside: inside.perInch, across: known, ...square };
  },
  Object.is,
);

/** At least what so many inches across the plan and up or down cost, `free` of them at most in the bay where they end. */
export const atLeast = ({ inside, across }: Bound, inches: number, up: number, free: number): number =>
  (free < inches ? across * inches - (across - inside) * free : inside * inches) + inside * up;

/** Where a search is heading, so that it looks there first. */
export interface Heading extends XY {
  /** Between these heights the goal may lie. */
  readonly low: number;
  readonly high: number;
  /** Inches at the end that may be gone without a hole: the width of the goal's bay. */
  readonly free: number;
}
