import { entryOf, nth } from '../lookups/index.ts';
import { add, alongLine, distance, scale, type XY, type XYZ } from '../geometry/index.ts';
import type { Framing, Member, WallCrossing } from '../framing/index.ts';
import type { Plan } from '../plan/index.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { findBays, findCrossings, holeMargin, type Bay } from './bays.ts';

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

/** How far past the edge of its bay a wall's end uprights may reach. */
const nearestUprights = 8;
/** How far past a room's own walls an upper wall may stand and still be over it. */
const overhang = 12;
export const overPlates = 1.5;
export const underFloor = 2.25;

class Builder {
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

const clampTo = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

function addWall(b: Builder, plan: Plan, wallId: string): number[] {
  const frame = entryOf(b.framing.walls, wallId);
  const bays = findBays(
    frame,
    Object.values(plan.obstacles).filter((x) => x.wall === wallId),
  );
  const numbers = bays.map((bay) => {
    b.nodesOfBay.push([]);
    return b.bays.push(bay) - 1;
  });
  b.baysOfWall[wallId] = numbers;
  return numbers;
}

/** Heights a level run may take in a wall: the drilling height, and the middle of each space over a header. */
function laneHeights(b: Builder, wallId: string, rules: RuleBook): number[] {
  const overHeaders = entryOf(b.baysOfWall, wallId)
    .map((n) => nth(b.bays, n))
    .filter((bay) => !bay.meetsBottom && bay.meetsTop)
    .map((bay) => (bay.low + bay.high) / 2);
  return [...new Set([rules('drill.height'), ...overHeaders])];
}

function lanesWithin(lanes: readonly number[], low: number, high: number): number[] {
  return [...new Set(lanes.map((z) => clampTo(z, low + holeMargin, high - holeMargin)))];
}

function addCrossings(b: Builder, wallId: string, lanes: readonly number[], closed: Step['closed']): void {
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
function addJoint(b: Builder, wallId: string, end: 'from' | 'to', lanesOf: Record<string, number[]>): void {
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
  b: Builder,
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

function standingBays(b: Builder, wallId: string): number[] {
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
  b: Builder,
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

function addPlates(b: Builder, plan: Plan, wallId: string): void {
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

function insideBays(b: Builder): void {
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

function addCeilingAndFloor(b: Builder, plan: Plan, rooms: Record<string, FoundRoom>): void {
  const groups = Object.values(rooms).map((room) => ({
    walls: [...new Set(room.boundary?.faces.flatMap((f) => f.wall ?? []))],
    ...overAndUnder(plan, room.id),
  }));
  const grouped = new Set(groups.flatMap((g) => g.walls));
  for (const id of Object.keys(b.baysOfWall)) {
    const level = entryOf(plan.levels, entryOf(b.framing.lines, id).level);
    if (!grouped.has(id)) groups.push({ walls: [id], level, above: level.above, below: level.below });
  }
  for (const { walls, level, above, below } of groups) {
    for (const [kind, lists, passable, bored] of [
      ['above', b.over, above !== 'closed', above === 'joists'],
      ['below', b.under, below !== 'slab', below === 'joists'],
    ] as const) {
      const upstairs = kind === 'above' ? floorsOver(b, plan, walls) : [];
      const nodes = passable
        ? [...walls, ...upstairs].flatMap((w) => (upstairs.includes(w) ? b.under : lists)[w] ?? [])
        : [];
      if (nodes.length < 2) continue;
      const index = b.spaces.push({ kind, nodes, joists: bored ? level.joists : null }) - 1;
      for (const node of nodes) nth(b.spacesOf, node).push(index);
    }
  }
}

/** Walls of the next level up that stand over a room: what is over the room is under them. */
function floorsOver(b: Builder, plan: Plan, walls: readonly string[]): string[] {
  const own = plan.levels[b.framing.lines[walls[0] ?? '']?.level ?? ''];
  if (!own) return [];
  const higher = Object.entries(plan.levels).filter(([, l]) => l.elevation > own.elevation);
  const next = higher.sort((x, y) => x[1].elevation - y[1].elevation)[0];
  if (!next || next[1].below === 'slab') return [];
  const ends = walls.flatMap((w) => [entryOf(b.framing.lines, w).from, entryOf(b.framing.lines, w).to]);
  const [xs, ys] = [ends.map((p) => p.x), ends.map((p) => p.y)];
  const within = (p: XY) =>
    p.x > Math.min(...xs) - overhang &&
    p.x < Math.max(...xs) + overhang &&
    p.y > Math.min(...ys) - overhang &&
    p.y < Math.max(...ys) + overhang;
  return Object.values(b.framing.lines)
    .filter((l) => l.level === next[0] && within({ x: (l.from.x + l.to.x) / 2, y: (l.from.y + l.to.y) / 2 }))
    .map((l) => l.id);
}

/** What lies over and under a room: its own, or its level's. */
function overAndUnder(plan: Plan, roomId: string) {
  const room = entryOf(plan.rooms, roomId);
  const level = entryOf(plan.levels, room.level);
  return { level, above: room.above ?? level.above, below: room.below ?? level.below };
}

/** Builds the graph of everywhere a cable may go. Closed walls are left alone, but for up or down inside a bay, unless they may be fished or opened. */
export function buildRouteGraph(
  plan: Plan,
  framing: Framing,
  rooms: Record<string, FoundRoom>,
  rules: RuleBook,
): RouteGraph {
  const walls = Object.keys(framing.walls);
  const elevation = Object.fromEntries(
    walls.map((id) => [id, entryOf(plan.levels, entryOf(framing.lines, id).level).elevation]),
  );
  const b = new Builder(framing, elevation);
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
