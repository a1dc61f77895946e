import { query } from '../incremental/index.ts';
import type { XY, XYZ } from '../geometry/index.ts';
import { valueIn } from '../lookups/index.ts';
import { bayWidth, type RouteGraph, type Step, type StepKind, type WallPiece } from './graph.ts';
import { spotIn } from './wallPiece.ts';

/** How a hole comes about: in whole framing, beside the full hole of others, where what is closed is open already, or as one of theirs. */
export type Drilling = 'new' | 'beside' | 'shared';

/** What a step costs under the rules in force, by how its hole comes about; Infinity forbids it. Must not be negative, and never more for what others did before; in a bay and in a space it grows evenly with inches and joists, and nowhere by less an inch than in a bay. */
export type StepCost = (step: Step, drilling?: Drilling) => number;

/** A step in a bay or space costs `base` + inches × `perInch` + joists × `perJoist`. */
export interface Rate {
  readonly base: number;
  readonly perInch: number;
  readonly perJoist: number;
  /** More for each inch that goes along a groove. */
  readonly perAlong: number;
}

/** What the steps of a graph cost, made once for each cost function and graph. */
export interface Prices {
  readonly drilled: Readonly<Record<Drilling, Float64Array>>;
  readonly inside: Rate;
  readonly groove: Rate;
  /** By the spaces of the graph. */
  readonly spaces: readonly Rate[];
}

function rateOf(stepCost: StepCost, kind: StepKind, closed?: Step['closed']): Rate {
  const price = (length: number, crossed: number) =>
    stepCost({ kind, length, members: [], joists: crossed, ...(closed ? { closed } : {}) });
  const base = price(0, 0);
  if (!Number.isFinite(base)) return { base, perInch: 0, perJoist: 0, perAlong: 0 };
  const along = stepCost({ kind, length: 0, members: [], joists: 0, along: 1 }) - base;
  return { base, perInch: price(1, 0) - base, perJoist: price(0, 1) - base, perAlong: along };
}

function priceOf(step: Step, stepCost: StepCost, drilling: Drilling): number {
  const price = stepCost(step, drilling);
  if (price < 0)
    throw new Error(`A ${step.kind} step of ${step.length} in. costs ${price}; a cost cannot be negative`);
  return price;
}

/** What the drilled steps of a piece cost: those within the wall, then those into others, as the graph lists them. */
const pricesOfPiece = query(
  'prices of piece',
  ({ drilled, meetings }: WallPiece, stepCost: StepCost, drilling: Drilling): Float64Array =>
    Float64Array.from([...drilled, ...meetings], (step) => priceOf(step, stepCost, drilling)),
  Object.is,
);

export const pricesOf = query(
  'prices of steps',
  (graph: RouteGraph, stepCost: StepCost): Prices => {
    const all = (drilling: Drilling) => {
      const prices = new Float64Array(graph.steps.length);
      let at = 0;
      for (const piece of graph.pieces.values()) {
        const own = pricesOfPiece(piece, stepCost, drilling);
        prices.set(own, at);
        at += own.length;
      }
      return prices;
    };
    return {
      drilled: { new: all('new'), beside: all('beside'), shared: all('shared') },
      inside: rateOf(stepCost, 'inside'),
      groove: rateOf(stepCost, 'groove'),
      spaces: graph.spaces.map(({ kind, closed }) => rateOf(stepCost, kind, closed)),
    };
  },
  Object.is,
);

/** Steps are priced in parts of an inch, so that each may be this much shorter than the ground it covers. */
const rounded = 0.999;

/** At least what a way costs for the ground it covers, whichever way it goes. */
export interface Bound {
  /** For every inch up or down, and for the inches that end in a bay. */
  readonly inside: number;
  /** For every other inch: the cheapest of going across a space, and of going on from bay to bay through holes. */
  readonly across: number;
  /** Whether all cable runs square to the plan, so that its inches do. */
  readonly isSquare: boolean;
}

const isPieceSquare = query('square piece', ({ nodes }: WallPiece): boolean => {
  const at = nodes[0]?.at;
  return !at || nodes.every((n) => n.at.x === at.x) || nodes.every((n) => n.at.y === at.y);
});
const isSquare = ({ pieces, spaces }: RouteGraph): boolean =>
  [...pieces.values()].every((piece) => isPieceSquare(piece)) &&
  spaces.every((s) => s.ground.direction % 90 === 0);

/** Inches between two places in the plan, as cable runs where all of it is square. */
export const inchesBetween = (bound: Pick<Bound, 'isSquare'>, dx: number, dy: number): number =>
  bound.isSquare ? Math.abs(dx) + Math.abs(dy) : Math.sqrt(dx * dx + dy * dy);

interface Going {
  readonly price: number;
  readonly from: XYZ;
  readonly to: XYZ;
  /** Width of the bay it leaves. */
  readonly bay: number;
  /** What an inch in a bay costs. */
  readonly inside: number;
}

/** What leaving a bay through a hole costs for an inch of the bay and the hole together; Infinity where both are nothing. */
function leaving({ price, from, to, bay, inside }: Going, square: Pick<Bound, 'isSquare'>): number {
  const wide = bay + inchesBetween(square, to.x - from.x, to.y - from.y);
  return wide === 0 ? Infinity : (price - Math.abs(to.z - from.z) * inside + bay * inside) / wide;
}

/** The least that leaving a bay of a wall through a hole within it costs for each inch. */
const leastInPiece = query(
  'least of piece',
  (piece: WallPiece, stepCost: StepCost, isSquare: boolean, isShared: boolean): number => {
    const prices = pricesOfPiece(piece, stepCost, isShared ? 'shared' : 'new');
    const inside = rateOf(stepCost, 'inside').perInch;
    let least = Infinity;
    piece.drilled.forEach((step, k) => {
      const [a, b] = [piece.nodes[step.from]!, piece.nodes[step.to]!];
      for (const [from, to] of [
        [a, b],
        [b, a],
      ] as const) {
        const going = { price: prices[k]!, from: from.at, to: to.at, bay: bayWidth(piece, from), inside };
        least = Math.min(least, leaving(going, { isSquare }));
      }
    });
    return least;
  },
);

/** The same of the holes from a wall into others. */
function leastOfMeetings(
  graph: RouteGraph,
  piece: WallPiece,
  stepCost: StepCost,
  { isSquare, isShared }: { isSquare: boolean; isShared: boolean },
): number {
  const prices = pricesOfPiece(piece, stepCost, isShared ? 'shared' : 'new');
  const inside = rateOf(stepCost, 'inside').perInch;
  let least = Infinity;
  piece.meetings.forEach((m, k) => {
    const other = valueIn(graph.pieces, m.other);
    const ends = [
      { at: piece.nodes[spotIn(piece, m.own)]!.at, bay: bayWidth(piece, m.own) },
      { at: other.nodes[spotIn(other, m.theirs)]!.at, bay: bayWidth(other, m.theirs) },
    ] as const;
    for (const [from, to] of [ends, ends.toReversed()] as const) {
      const going = {
        price: prices[piece.drilled.length + k]!,
        from: from!.at,
        to: to!.at,
        bay: from!.bay,
        inside,
      };
      least = Math.min(least, leaving(going, { isSquare }));
    }
  });
  return least;
}

/**
 * Within a bay an inch is cheaper than anywhere, but a hole has to be paid for to leave it: so the cheapest that leaving any bay costs, for
 * the inches of the bay and of the hole together; were every hole there already, or none.
 */
export const boundOf = query(
  'bound of steps',
  (graph: RouteGraph, stepCost: StepCost, isShared: boolean): Bound => {
    const { inside, spaces } = pricesOf(graph, stepCost);
    const square = isSquare(graph);
    let across = Infinity;
    for (const { base, perInch } of spaces) if (base < Infinity) across = Math.min(across, perInch);
    for (const piece of graph.pieces.values())
      across = Math.min(
        across,
        leastInPiece(piece, stepCost, square, isShared),
        leastOfMeetings(graph, piece, stepCost, { isSquare: square, isShared }),
      );
    const known = across < Infinity ? Math.max(across, inside.perInch) : inside.perInch;
    return { inside: inside.perInch * rounded, across: known * rounded, isSquare: square };
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
