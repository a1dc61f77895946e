import { idsOf, query } from '../incremental/index.ts';
import { valueIn } from '../lookups/index.ts';
import {
  joistLine,
  type Across,
  type OpenSpace,
  type Range,
  type RouteGraph,
  type RouteNode,
  type SpaceRate,
  type Step,
  type WallPiece,
} from './graph.ts';
import { openSpaces, type FramedRooms } from './openSpaces.ts';
import { spotIn, wallPiece } from './wallPiece.ts';

/** Columns of a piece's places, to be set side by side. */
const columnsOf = query(
  'columns of piece',
  ({ nodes }: WallPiece) => ({
    x: Float64Array.from(nodes, (n) => n.at.x),
    y: Float64Array.from(nodes, (n) => n.at.y),
    z: Float64Array.from(nodes, (n) => n.at.z),
    along: Float64Array.from(nodes, (n) => n.along),
  }),
  Object.is,
);

/** How many are listed under each number, turned into where each number's part of the list begins. */
function begins(counts: Uint32Array): Uint32Array {
  const first = new Uint32Array(counts.length + 1);
  for (let n = 0; n < counts.length; n++) first[n + 1] = first[n]! + counts[n]!;
  return first;
}

interface Placing {
  readonly pieces: ReadonlyMap<string, WallPiece>;
  readonly base: ReadonlyMap<string, number>;
  readonly count: number;
}

/** The two ends of each drilled step within a piece, by their numbers there. */
const endsOfPiece = query(
  'ends of steps in piece',
  ({ drilled }: WallPiece) => Uint32Array.from(drilled.flatMap((s) => [s.from, s.to])),
  Object.is,
);

/** Every drilled step and the numbers of its two ends: wall by wall those within it, then those into other walls. */
function joined(list: readonly WallPiece[], { pieces, base, count }: Placing) {
  const all = list.reduce((sum, p) => sum + p.drilled.length + p.meetings.length, 0);
  const steps: Step[] = [];
  const ends = new Uint32Array(all * 2);
  const counts = new Uint32Array(count);
  for (const piece of list) {
    const own = valueIn(base, piece.wall);
    const within = endsOfPiece(piece);
    let at = steps.length * 2;
    for (let k = 0; k < within.length; k++) ends[at++] = own + within[k]!;
    for (const step of piece.drilled) steps.push(step);
    for (const m of piece.meetings) {
      steps.push(m);
      ends[at++] = own + spotIn(piece, m.own);
      ends[at++] = valueIn(base, m.other) + spotIn(valueIn(pieces, m.other), m.theirs);
    }
  }
  for (let k = 0; k < ends.length; k++) counts[ends[k]!]!++;
  const first = begins(counts);
  const next = first.slice();
  const [to, step] = [new Uint32Array(ends.length), new Uint32Array(ends.length)];
  for (let k = 0; k < ends.length; k++) {
    const at = next[ends[k]!]!++;
    to[at] = ends[k ^ 1]!;
    step[at] = k;
  }
  return { steps, first, to, step };
}

/** Rates that are priced alike are one. */
function ratesOf(spaces: readonly OpenSpace[]): { rates: SpaceRate[]; rateOf: number[] } {
  const rates: SpaceRate[] = [];
  const known = new Map<string, number>();
  const rateOf = spaces.map(({ kind, joists }) => {
    const key = `${kind} ${joists?.direction} ${joists?.spacing}`;
    const at = known.get(key) ?? rates.push({ kind, joists }) - 1;
    known.set(key, at);
    return at;
  });
  return { rates, rateOf };
}

/** The sides of the plates of all walls that have places there, by name, in the order of the places. */
function sidesOf(list: readonly WallPiece[], { base }: Placing): Map<string, Range> {
  const sides = new Map<string, Range>();
  for (const piece of list)
    for (const side of ['over', 'under'] as const) {
      const [from, to] = piece[side];
      const own = valueIn(base, piece.wall);
      if (to > from) sides.set(`${side} ${piece.wall}`, [own + from, own + to]);
    }
  return sides;
}

/** Where each side leads across spaces: each other side once for each rate, through all the spaces they share at it. */
function acrossSpaces(spaces: readonly OpenSpace[], rateOf: readonly number[], sides: Map<string, Range>) {
  const names = [...sides.keys()];
  const leads = new Map<string, Map<string, { to: Range; rate: number; spaces: number[] }>>();
  spaces.forEach((space, index) => {
    const here = space.walls.map((w) => `${w.side} ${w.wall}`).filter((name) => sides.has(name));
    for (const from of here) {
      const own = leads.get(from) ?? new Map<string, { to: Range; rate: number; spaces: number[] }>();
      leads.set(from, own);
      for (const to of here) {
        const rate = rateOf[index]!;
        const lead = own.get(`${to} ${rate}`) ?? { to: valueIn(sides, to), rate, spaces: [] };
        lead.spaces.push(index);
        own.set(`${to} ${rate}`, lead);
      }
    }
  });
  return names.map((name): readonly Across[] =>
    [...(leads.get(name)?.values() ?? [])].sort((a, b) => a.to[0] - b.to[0] || a.rate - b.rate),
  );
}

/** The spaces of a graph, and where the places in them lead. */
function spacing(list: readonly WallPiece[], spaces: readonly OpenSpace[], placing: Placing) {
  const { rates, rateOf } = ratesOf(spaces);
  const sides = sidesOf(list, placing);
  const side = new Int32Array(placing.count).fill(-1);
  [...sides.values()].forEach(([from, to], index) => side.fill(index, from, to));
  const nodes = nodesOf(list);
  const lines = rates.map(({ joists }) => {
    const line = new Int32Array(placing.count);
    if (!joists) return line;
    const lineOf = joistLine(joists);
    for (const [from, to] of sides.values()) for (let n = from; n < to; n++) line[n] = lineOf(nodes[n]!.at);
    return line;
  });
  return { nodes, spaces, rates, lines, side, across: acrossSpaces(spaces, rateOf, sides) };
}

/** First and past the last place of each place's bay. */
function bayRanges(list: readonly WallPiece[], { base, count }: Placing) {
  const [bayFrom, bayTo] = [new Uint32Array(count), new Uint32Array(count)];
  for (const { wall, first, nodes } of list) {
    const own = valueIn(base, wall);
    for (let bay = 0; bay + 1 < first.length; bay++)
      for (let n = first[bay]!; n < first[bay + 1]!; n++) {
        bayFrom[own + n] = own + first[bay]!;
        bayTo[own + n] = own + first[bay + 1]!;
      }
    for (let n = first.at(-1) ?? 0; n < nodes.length; n++) bayFrom[own + n] = bayTo[own + n] = own + n;
  }
  return { bayFrom, bayTo };
}

/** The columns of all pieces side by side. */
function columns(list: readonly WallPiece[], { base, count }: Placing) {
  const of = () => new Float64Array(count);
  const all = { x: of(), y: of(), z: of(), along: of() };
  for (const piece of list) {
    const own = columnsOf(piece);
    const at = valueIn(base, piece.wall);
    for (const name of ['x', 'y', 'z', 'along'] as const) all[name].set(own[name], at);
  }
  return all;
}

function nodesOf(list: readonly WallPiece[]): RouteNode[] {
  const all: RouteNode[] = [];
  for (const { nodes } of list) for (const node of nodes) all.push(node);
  return all;
}

/** Puts pieces together: numbers their places, lists their steps from both ends, and places the spaces. */
export function assembled(list: readonly WallPiece[], spaces: readonly OpenSpace[]): RouteGraph {
  const base = new Map<string, number>();
  let count = 0;
  for (const { wall, nodes } of list) {
    base.set(wall, count);
    count += nodes.length;
  }
  const placing = { pieces: new Map(list.map((p) => [p.wall, p])), base, count };
  return {
    pieces: placing.pieces,
    base,
    ...joined(list, placing),
    ...columns(list, placing),
    ...bayRanges(list, placing),
    ...spacing(list, spaces, placing),
  };
}

/** The graph of everywhere a cable may go. */
export const routeGraph = query(
  'route graph',
  (f: FramedRooms): RouteGraph =>
    assembled(
      idsOf(f.framing.walls).map((wall) => wallPiece(f, wall)),
      openSpaces(f),
    ),
  Object.is,
);
