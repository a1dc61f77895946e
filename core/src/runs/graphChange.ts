import { dequal } from 'dequal';
import { query } from '../incremental/index.ts';
import { nth } from '../lookups/index.ts';
import { OpenGround, type Ground } from './openGround.ts';
import {
  nodesOnSide,
  numberOf,
  type DrilledStep,
  type Meeting,
  type OpenSpace,
  type RouteGraph,
  type RouteNode,
  type Step,
  type WallPiece,
} from './graph.ts';

/** What became of the places of one wall: those that stand as they did, by their places before; those that are gone, and those that came. */
interface PieceChange {
  readonly same: ReadonlyMap<RouteNode, RouteNode>;
  readonly gone: readonly RouteNode[];
  readonly came: readonly RouteNode[];
}

/** Whether a place stands as it did: where, and in a hollow of which size. */
function isStanding(before: WallPiece, was: RouteNode, after: WallPiece, is: RouteNode): boolean {
  if (was.along !== is.along || was.at.x !== is.at.x || was.at.y !== is.at.y || was.at.z !== is.at.z)
    return false;
  const [a, b] = [before.bays[was.bay], after.bays[is.bay]];
  if (!a || !b) return a === b;
  return (
    a.start === b.start && a.end === b.end && a.low === b.low && a.high === b.high && a.passes === b.passes
  );
}

/** The places of a piece that stand as they did, by those before. */
function standingStill(before: WallPiece, after: WallPiece): Map<RouteNode, RouteNode> {
  const byAlong = new Map<number, RouteNode[]>();
  for (const node of after.nodes) {
    const list = byAlong.get(node.along);
    if (list) list.push(node);
    else byAlong.set(node.along, [node]);
  }
  const same = new Map<RouteNode, RouteNode>();
  for (const node of before.nodes) {
    const found = byAlong.get(node.along)?.find((n) => isStanding(before, node, after, n));
    if (found) same.set(node, found);
  }
  return same;
}

const priced = ({ kind, length, members, closed }: Step): string =>
  [kind, length, members.length, closed].join(' ');

/** Steps by the two places they join, as those are called by `name`, with all that they are priced by. */
function stepsBy<S extends Step>(list: readonly S[], name: (step: S) => string): Map<string, string> {
  const by = new Map<string, string>();
  for (const step of list) by.set(name(step), `${by.get(name(step)) ?? ''}${priced(step)};`);
  return by;
}

/** Places, by their numbers as they are now, that a drilled step between places which stood still was added to or taken from, or costs otherwise. */
function stepsChanged(
  before: WallPiece,
  after: WallPiece,
  same: ReadonlyMap<RouteNode, RouteNode>,
): Set<number> {
  const span = after.nodes.length;
  const changed = new Set<number>();
  const was = new Map<number, DrilledStep>();
  for (const step of before.drilled) {
    const from = same.get(nth(before.nodes, step.from))?.local;
    const to = same.get(nth(before.nodes, step.to))?.local;
    if (from !== undefined && to !== undefined) was.set(from * span + to, step);
  }
  const known = new Set([...same.values()].map((n) => n.local));
  for (const step of after.drilled) {
    if (!known.has(step.from) || !known.has(step.to)) continue;
    const key = step.from * span + step.to;
    const old = was.get(key);
    was.delete(key);
    if (!old || !isPricedAlike(old, step)) for (const end of [step.from, step.to]) changed.add(end);
  }
  for (const key of was.keys()) for (const end of [Math.floor(key / span), key % span]) changed.add(end);
  return changed;
}

const isPricedAlike = (a: Step, b: Step): boolean =>
  a.kind === b.kind &&
  a.length === b.length &&
  a.members.length === b.members.length &&
  a.closed === b.closed;

/** Names of steps that one side has and the other has not, or not at the same price. */
const differing = (a: ReadonlyMap<string, string>, b: ReadonlyMap<string, string>): Set<string> =>
  new Set([...a, ...b].flatMap(([name]) => (a.get(name) === b.get(name) ? [] : [name])));

/** Compares two pieces of one wall. A place whose steps have changed counts as gone, and as come again. */
const pieceChange = query(
  'change of piece',
  (before: WallPiece, after: WallPiece): PieceChange => {
    const same = standingStill(before, after);
    const touched = stepsChanged(before, after, same);
    const met = (piece: WallPiece) => (m: Meeting) =>
      [spotOf(piece, m), m.other, m.theirs.along, m.theirs.z].join(' ');
    const meetings = differing(stepsBy(before.meetings, met(before)), stepsBy(after.meetings, met(after)));
    for (const piece of [before, after])
      for (const m of piece.meetings)
        if (meetings.has(met(piece)(m)))
          for (const [old, node] of same)
            if ((piece === before ? old : node).along === m.own.along) touched.add(node.local);
    for (const [old, node] of same) if (touched.has(node.local)) same.delete(old);
    const kept = new Set(same.values());
    return {
      same,
      gone: before.nodes.filter((n) => !same.has(n)),
      came: after.nodes.filter((n) => !kept.has(n)),
    };
  },
  Object.is,
);

const spotOf = ({ bays }: WallPiece, { own }: Meeting): string => {
  const bay = bays[own.bay];
  return [bay?.start, bay?.low, own.along, own.z].join(' ');
};

type InSpace = OpenSpace['walls'][number];

const nodesOn = ({ pieces }: RouteGraph, { wall, side }: InSpace): readonly RouteNode[] => {
  const piece = pieces.get(wall);
  return piece ? nodesOnSide(piece, side) : [];
};

/** Walls that left a space and that came into it, all of them where it is another kind of space now; and ground that opened or closed in it. */
function spaceChange(
  was?: OpenSpace,
  is?: OpenSpace,
): { gone: InSpace[]; came: InSpace[]; ground: Ground[] } {
  const names = (s?: OpenSpace) => new Map((s?.walls ?? []).map((w) => [`${w.side} ${w.wall}`, w]));
  const [old, now] = [names(was), names(is)];
  const isOther =
    !was || !is || was.kind !== is.kind || was.climb !== is.climb || !dequal(was.joists, is.joists);
  const missing = (a: Map<string, InSpace>, b: Map<string, InSpace>) =>
    [...a].filter(([name]) => isOther || !b.has(name)).map(([, w]) => w);
  const ground = was && is && !isOther ? OpenGround.differing(was.ground, is.ground) : [];
  return { gone: missing(old, now), came: missing(now, old), ground };
}

/** Where one graph differs from another. */
export interface GraphChange {
  /** Places that are gone, have other steps, or left a space. */
  readonly gone: ReadonlySet<RouteNode>;
  /** Numbers of the places that came, have other steps, or came into a space. */
  readonly came: readonly number[];
  /** The ground of both, wall by wall, and what opened or closed in a space. */
  readonly ground: readonly Ground[];
  /** Whether ground opened or closed in a space, so that places which stood still may be steps apart now, or no longer. */
  readonly opened: boolean;
  /** A place as it is now; the same one where its wall has not changed. Nothing for one that is gone. */
  readonly now: (node: RouteNode) => RouteNode | undefined;
}

function groundOf(nodes: readonly RouteNode[]): Ground[] {
  if (nodes.length === 0) return [];
  const [xs, ys] = [nodes.map((n) => n.at.x), nodes.map((n) => n.at.y)];
  return [{ x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) }];
}

const lone = (gone: readonly RouteNode[], came: readonly RouteNode[]): PieceChange => ({
  same: new Map(),
  gone,
  came,
});

/** Compares two graphs, wall by wall and space by space. */
export const changeBetween = query(
  'change of graph',
  (before: RouteGraph, after: RouteGraph): GraphChange => {
    const changes = new Map<string, PieceChange>();
    for (const [wall, piece] of before.pieces) {
      const next = after.pieces.get(wall);
      if (next !== piece) changes.set(wall, next ? pieceChange(piece, next) : lone(piece.nodes, []));
    }
    for (const [wall, piece] of after.pieces)
      if (!before.pieces.has(wall)) changes.set(wall, lone([], piece.nodes));
    const [was, is] = [before, after].map((g) => new Map(g.spaces.map((s) => [s.key, s])));
    const keys = [...new Set([...(was?.keys() ?? []), ...(is?.keys() ?? [])])];
    const spaces = keys.map((key) => spaceChange(was?.get(key), is?.get(key)));
    const gone = [
      ...[...changes.values()].map((c) => c.gone),
      ...spaces.flatMap((s) => s.gone).map((w) => nodesOn(before, w)),
    ];
    const came = [
      ...[...changes.values()].map((c) => c.came),
      ...spaces.flatMap((s) => s.came).map((w) => nodesOn(after, w)),
    ];
    return {
      gone: new Set(gone.flat()),
      came: came.flat().map((n) => numberOf(after, n)),
      ground: [...[...gone, ...came].flatMap(groundOf), ...spaces.flatMap((s) => s.ground)],
      opened: spaces.some((s) => s.ground.length > 0),
      now: (node) => {
        const change = changes.get(node.wall);
        return change ? change.same.get(node) : node;
      },
    };
  },
  Object.is,
);
