import { onGrid } from './grid.ts';
import { idsOf, query } from '../incremental/index.ts';
import { valueIn } from '../lookups/index.ts';
import {
  nodesOnSide,
  passages,
  placeIn,
  type OpenSpace,
  type RouteGraph,
  type RouteNode,
  type SpacePlace,
  type SpacePlaces,
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

/** The places of a piece on one side of its plates that lie on the ground of a space, by their numbers in the piece, as the space sees them: a wall may reach beyond it. */
const placesOfPiece = query(
  'places of piece in space',
  (
    piece: WallPiece,
    space: OpenSpace,
    side: 'over' | 'under',
  ): readonly { readonly local: number; readonly place: SpacePlace }[] =>
    nodesOnSide(piece, side).flatMap((n) => {
      const place = placeIn(space, n.at);
      return space.ground.holdsLocated(place) ? [{ local: n.local, place }] : [];
    }),
  Object.is,
);

function placesOfSpace(space: OpenSpace, { pieces, base }: Placing): SpacePlaces {
  const walls = space.walls.filter(({ wall }) => pieces.has(wall));
  // In the order of their numbers, as `inSpace` lists them.
  const sides = walls
    .map(({ wall, side }) => ({ piece: valueIn(pieces, wall), side }))
    .sort(
      (a, b) =>
        valueIn(base, a.piece.wall) + a.piece[a.side][0] - valueIn(base, b.piece.wall) - b.piece[b.side][0],
    );
  const each = sides.flatMap(({ piece, side }) => placesOfPiece(piece, space, side).map((p) => p.place));
  const u = Float64Array.from(each, (p) => onGrid(p.u));
  return {
    inOrder: Uint32Array.from(each.keys()).sort((a, b) => u[a]! - u[b]!),
    u,
    v: Float64Array.from(each, (p) => onGrid(p.v)),
    z: Float64Array.from(each, (p) => p.z),
    line: Float64Array.from(each, (p) => p.line),
    island: Int32Array.from(each, (p) => p.island),
    each,
  };
}

/** The spaces of a graph, which places lie in each, and past which joists. */
function spacing(list: readonly WallPiece[], spaces: readonly OpenSpace[], { pieces, base, count }: Placing) {
  const nodes = nodesOf(list);
  const counts = new Uint32Array(count);
  const inSpace = spaces.map((space) => {
    const own: number[] = [];
    for (const { wall, side } of space.walls) {
      const piece = pieces.get(wall);
      if (!piece) continue;
      const at = valueIn(base, wall);
      for (const { local } of placesOfPiece(piece, space, side)) own.push(at + local);
    }
    for (const n of own) counts[n]!++;
    return Uint32Array.from(own).sort();
  });
  const spacesFirst = begins(counts);
  const next = spacesFirst.slice();
  const spaceOf = new Uint32Array(spacesFirst[count]!);
  inSpace.forEach((own, index) => {
    for (const n of own) spaceOf[next[n]!++] = index;
  });
  const located = spaces.map((space) => placesOfSpace(space, { pieces, base, count }));
  const places = inSpace.map((own) => {
    const numbers = new Int32Array(count).fill(-1);
    own.forEach((n, i) => (numbers[n] = i));
    return numbers;
  });
  return { nodes, spaces, inSpace, spacesFirst, spaceOf, located, placeIn: places };
}

/** First and past the last place of each place's bay. */
function bayRanges(list: readonly WallPiece[], { base, count }: Placing) {
  const [bayFrom, bayTo] = [new Uint32Array(count), new Uint32Array(count)];
  const passage = new Uint8Array(count);
  for (const { wall, first, nodes, bays } of list) {
    const own = valueIn(base, wall);
    for (let bay = 0; bay + 1 < first.length; bay++)
      for (let n = first[bay]!; n < first[bay + 1]!; n++) {
        bayFrom[own + n] = own + first[bay]!;
        bayTo[own + n] = own + first[bay + 1]!;
        passage[own + n] = passages.indexOf(bays[bay]!.passes);
      }
    for (let n = first.at(-1) ?? 0; n < nodes.length; n++) bayFrom[own + n] = bayTo[own + n] = own + n;
  }
  return { bayFrom, bayTo, passage };
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
