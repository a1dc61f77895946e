import { entryOf, nth } from '../lookups/index.ts';
import { add, alongLine, distance, scale } from '../geometry/index.ts';
import type { Framing, Member, WallCrossing } from '../framing/index.ts';
import { idsOf } from '../incremental/index.ts';
import { valuesIn, type Plan } from '../plan/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { findBays, findCrossings, holeMargin } from './bays.ts';
import { overPlates, underFloor, type RouteGraph, type Step } from './graph.ts';
import { GraphBuilder } from './graphBuilder.ts';
import { addCeilingAndFloor } from './openSpaces.ts';

/** How far past the edge of its bay a wall's end uprights may reach. */
const nearestUprights = 8;

const clampTo = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

function addWall(b: GraphBuilder, plan: Plan, wallId: string): number[] {
  const frame = entryOf(b.framing.walls, wallId);
  const bays = findBays(frame, valuesIn(plan, 'obstaclesInWall', wallId));
  const numbers = bays.map((bay) => {
    b.nodesOfBay.push([]);
    return b.bays.push(bay) - 1;
  });
  b.baysOfWall[wallId] = numbers;
  return numbers;
}

/** Heights a level run may take in a wall: the drilling height, and the middle of each space over a header. */
function laneHeights(b: GraphBuilder, wallId: string, rules: RuleBook): number[] {
  const overHeaders = entryOf(b.baysOfWall, wallId)
    .map((n) => nth(b.bays, n))
    .filter((bay) => !bay.meetsBottom && bay.meetsTop)
    .map((bay) => (bay.low + bay.high) / 2);
  return [...new Set([rules('drill.height'), ...overHeaders])];
}

function lanesWithin(lanes: readonly number[], low: number, high: number): number[] {
  return [...new Set(lanes.map((z) => clampTo(z, low + holeMargin, high - holeMargin)))];
}

function addCrossings(
  b: GraphBuilder,
  wallId: string,
  lanes: readonly number[],
  closed: Step['closed'],
): void {
  const numbers = entryOf(b.baysOfWall, wallId);
  const bays = numbers.map((n) => nth(b.bays, n));
  for (const c of findCrossings(entryOf(b.framing.walls, wallId), bays)) {
    for (const z of lanesWithin(lanes, c.low, c.high)) {
      const members = c.uprights.filter((m) => m.low <= z && m.high >= z);
      b.join(b.wallNode(nth(numbers, c.from), c.start, z), b.wallNode(nth(numbers, c.to), c.end, z), {
        kind: 'bore',
        length: c.end - c.start,
        members,
        joists: 0,
        ...(closed ? { closed } : {}),
      });
    }
  }
}

/** Corners and T's: through the end uprights of the wall that stops, into the bay of the wall it stands against. */
function addJoint(
  b: GraphBuilder,
  wallId: string,
  end: 'from' | 'to',
  lanesOf: Record<string, number[]>,
): void {
  const joint = entryOf(b.framing.junctions, wallId)[end];
  const other = joint.against;
  if (!other || (joint.kind === 'straight' && wallId > other)) return;
  const line = entryOf(b.framing.lines, other);
  const meets = alongLine(entryOf(b.framing.lines, wallId)[end], line.from, line.to);
  const own = standingBays(b, wallId);
  const straight = joint.kind === 'straight';
  addMeeting(
    b,
    { wall: wallId, bay: end === 'from' ? own[0] : own.at(-1), end, other, meets, straight },
    lanesOf,
  );
}

/** A crossing: from either side of the wall that is interrupted into the bay of the one that runs through. */
function addCrossedWall(
  b: GraphBuilder,
  wallId: string,
  crossing: WallCrossing,
  lanesOf: Record<string, number[]>,
): void {
  const line = entryOf(b.framing.lines, crossing.wall);
  const own = entryOf(b.framing.lines, wallId);
  const meets = alongLine(add(own.from, scale(own.unit, crossing.at)), line.from, line.to);
  const bays = standingBays(b, wallId);
  const before = bays.findLast((n) => nth(b.bays, n).end <= crossing.at);
  const after = bays.find((n) => nth(b.bays, n).start >= crossing.at);
  const shared = { wall: wallId, other: crossing.wall, meets, straight: false };
  addMeeting(b, { ...shared, bay: before, end: 'to' }, lanesOf);
  addMeeting(b, { ...shared, bay: after, end: 'from' }, lanesOf);
}

function standingBays(b: GraphBuilder, wallId: string): number[] {
  return entryOf(b.baysOfWall, wallId).filter((n) => nth(b.bays, n).meetsBottom);
}

/** Where a wall's bay meets another wall: `meets` along that one. */
interface Meeting {
  readonly wall: string;
  readonly bay: number | undefined;
  readonly end: 'from' | 'to';
  readonly other: string;
  readonly meets: number;
  /** Whether the two walls run on in one line. */
  readonly straight: boolean;
}

/** Joins a wall's bay, on the side of the meeting its `end` faces, with the other wall's bay there. */
function addMeeting(
  b: GraphBuilder,
  { wall: wallId, bay: ownNumber, end, other, meets, straight }: Meeting,
  lanesOf: Record<string, number[]>,
): void {
  const away = (n: number) => Math.max(nth(b.bays, n).start - meets, meets - nth(b.bays, n).end, 0);
  const theirNumber = standingBays(b, other).sort((x, y) => away(x) - away(y))[0];
  if (ownNumber === undefined || theirNumber === undefined) return;
  const [ownBay, their] = [nth(b.bays, ownNumber), nth(b.bays, theirNumber)];
  const frame = entryOf(b.framing.walls, wallId);
  const edge = end === 'from' ? ownBay.start : ownBay.end;
  const entry = clampTo(meets, their.start, their.end);
  const near = (m: Member) => Math.abs(m.at - edge) < nearestUprights;
  const uprights = frame.standing.filter((m) => near(m) && (end === 'from' ? m.at < edge : m.at > edge));
  const between = straight
    ? entryOf(b.framing.walls, other).standing.filter((m) =>
        meets < their.start ? m.at < their.start : m.at > their.end,
      )
    : [];
  const [low, high] = [Math.max(ownBay.low, their.low), Math.min(ownBay.high, their.high)];
  if (high - low < 2 * holeMargin) return;
  for (const z of lanesWithin([...entryOf(lanesOf, wallId), ...entryOf(lanesOf, other)], low, high)) {
    const a = b.wallNode(ownNumber, edge, z);
    const c = b.wallNode(theirNumber, entry, z);
    const members = [...uprights, ...between].filter((m) => m.low <= z && m.high >= z);
    b.join(a, c, {
      kind: 'bore',
      length: distance(nth(b.nodes, a).at, nth(b.nodes, c).at),
      members,
      joists: 0,
    });
  }
}

function addPlates(b: GraphBuilder, plan: Plan, wallId: string): void {
  const frame = entryOf(b.framing.walls, wallId);
  const level = entryOf(plan.levels, frame.line.level);
  b.over[wallId] = [];
  b.under[wallId] = [];
  const top = frame.members.filter((m) => m.part.kind === 'top-plate' && m.part.layer === 1);
  const bottom = frame.members.filter((m) => m.part.kind === 'bottom-plate');
  for (const number of entryOf(b.baysOfWall, wallId)) {
    const bay = nth(b.bays, number);
    const middle = (bay.start + bay.end) / 2;
    const reachesCeiling = frame.top > level.ceiling - 1;
    if (bay.meetsTop && reachesCeiling && level.above !== 'closed') {
      const inside = b.wallNode(number, middle, bay.high);
      const z = frame.top + overPlates;
      const outside = b.node(-1, wallId, middle, b.place(wallId, middle, z));
      b.join(inside, outside, {
        kind: 'plate',
        length: z - bay.high,
        members: top.slice(0, 1),
        joists: 0,
      });
      entryOf(b.over, wallId).push(outside);
    }
    if (bay.meetsBottom && level.below !== 'slab') {
      const inside = b.wallNode(number, middle, bay.low);
      const outside = b.node(-1, wallId, middle, b.place(wallId, middle, -underFloor));
      const members = bottom.filter((m) => Math.abs(m.at - middle) <= m.width / 2).slice(0, 1);
      b.join(inside, outside, { kind: 'plate', length: bay.low + underFloor, members, joists: 0 });
      entryOf(b.under, wallId).push(outside);
    }
  }
}

function insideBays(b: GraphBuilder): void {
  for (const nodes of b.nodesOfBay) {
    for (const [i, a] of nodes.entries()) {
      for (const c of nodes.slice(i + 1)) {
        const [na, nc] = [nth(b.nodes, a), nth(b.nodes, c)];
        const length = Math.abs(na.along - nc.along) + Math.abs(na.at.z - nc.at.z);
        b.join(a, c, { kind: 'inside', length, members: [], joists: 0 });
      }
    }
  }
}

/** Builds the graph of everywhere a cable may go. Closed walls are left alone, but for up or down inside a bay, unless they may be fished or opened. */
export function buildRouteGraph(
  plan: Plan,
  framing: Framing,
  rooms: Readonly<Record<string, FoundRoom>>,
  rules: RuleBook,
): RouteGraph {
  const walls = idsOf(framing.walls);
  const elevation = Object.fromEntries(
    walls.map((id) => [id, entryOf(plan.levels, entryOf(framing.lines, id).level).elevation]),
  );
  const b = new GraphBuilder(framing, elevation);
  const lanesOf: Record<string, number[]> = {};
  for (const id of walls) addWall(b, plan, id);
  for (const id of walls) lanesOf[id] = laneHeights(b, id, rules);
  const closedAs = (id: string): Step['closed'] => {
    const { cover, access } = entryOf(plan.walls, id);
    return cover === 'closed' && access !== 'leave' ? access : undefined;
  };
  const open = (id: string | null) =>
    id !== null && (entryOf(plan.walls, id).cover === 'open' || closedAs(id) !== undefined);
  for (const id of walls) {
    if (open(id)) addCrossings(b, id, entryOf(lanesOf, id), closedAs(id));
    for (const end of ['from', 'to'] as const)
      if (open(id) && open(entryOf(framing.junctions, id)[end].against)) addJoint(b, id, end, lanesOf);
    for (const crossing of entryOf(framing.junctions, id).crossings)
      if (!crossing.through && open(id) && open(crossing.wall)) addCrossedWall(b, id, crossing, lanesOf);
    addPlates(b, plan, id);
  }
  insideBays(b);
  for (let n = 0; n < b.nodes.length; n++) b.spacesOf.push([]);
  addCeilingAndFloor(b, plan, rooms);
  return b;
}
