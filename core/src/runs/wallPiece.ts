import { entryOf, nth } from '../lookups/index.ts';
import { add, alongLine, distance, scale, type XYZ } from '../geometry/index.ts';
import type { Framing, Member, WallCrossing, WallFrame } from '../framing/index.ts';
import { idsOf, query } from '../incremental/index.ts';
import { valuesIn, type Plan } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { findBays, findCrossings, holeMargin, type Bay } from './bays.ts';
import {
  overPlates,
  underFloor,
  type DrilledStep,
  type Meeting,
  type Range,
  type RouteNode,
  type Spot,
  type Step,
  type WallPiece,
} from './graph.ts';

/** What a wall's piece of the route graph is made from. */
export interface Framed {
  readonly plan: Plan;
  readonly framing: Framing;
  readonly rules: RuleBook;
}

/** How far past the edge of its bay a wall's end uprights may reach. */
const nearestUprights = 8;

const clampTo = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

const baysOf = query('bays of wall', ({ plan, framing }: Framed, wall: string): readonly Bay[] =>
  findBays(entryOf(framing.walls, wall), valuesIn(plan, 'obstaclesInWall', wall)),
);

/** Heights a level run may take in a wall: the drilling height, and the middle of each space over a header. */
const lanesOf = query('lanes of wall', (f: Framed, wall: string): readonly number[] => {
  const overHeaders = baysOf(f, wall)
    .filter((bay) => !bay.meetsBottom && bay.meetsTop)
    .map((bay) => (bay.low + bay.high) / 2);
  return [...new Set([f.rules('drill.height'), ...overHeaders])];
});

function lanesWithin(lanes: readonly number[], low: number, high: number): number[] {
  return [...new Set(lanes.map((z) => clampTo(z, low + holeMargin, high - holeMargin)))];
}

/** How a wall may be gone through: freely, fished, by an opened strip, or not at all. */
function passageOf({ plan }: Framed, wall: string): 'free' | 'fish' | 'open' | null {
  const { cover, access } = entryOf(plan.walls, wall);
  if (cover === 'open') return 'free';
  return access === 'leave' ? null : access;
}

/** Places of a wall by how far along and how high above its subfloor they are. */
function placing({ framing, plan }: Framed, wall: string): (along: number, z: number) => XYZ {
  const { from, unit, level } = entryOf(framing.lines, wall);
  const { elevation } = entryOf(plan.levels, level);
  return (along, z) => ({ ...add(from, scale(unit, along)), z: z + elevation });
}

/** Bays that stand on the bottom plate, by their numbers. */
const standingBays = (bays: readonly Bay[]): number[] =>
  bays.flatMap((bay, n) => (bay.meetsBottom ? [n] : []));

/** Where a wall's bay meets another wall: `meets` along that one. */
interface Met {
  readonly bay: number | undefined;
  /** The side of the meeting the bay lies on. */
  readonly end: 'from' | 'to';
  readonly other: string;
  readonly meets: number;
  /** Whether the two walls run on in one line. */
  readonly straight: boolean;
}

/** Corners and T's: through the end uprights of the wall that stops, into the bay of the wall it stands against. */
function endMet(f: Framed, wall: string, end: 'from' | 'to'): Met[] {
  const { against, kind } = entryOf(f.framing.junctions, wall)[end];
  if (!against || !passageOf(f, against) || (kind === 'straight' && wall > against)) return [];
  const line = entryOf(f.framing.lines, against);
  const meets = alongLine(entryOf(f.framing.lines, wall)[end], line.from, line.to);
  const own = standingBays(baysOf(f, wall));
  const bay = end === 'from' ? own[0] : own.at(-1);
  return [{ bay, end, other: against, meets, straight: kind === 'straight' }];
}

/** A crossing: from either side of the wall that is interrupted into the bay of the one that runs through. */
function crossingMet(f: Framed, wall: string, crossing: WallCrossing): Met[] {
  if (crossing.through || !passageOf(f, crossing.wall)) return [];
  const line = entryOf(f.framing.lines, crossing.wall);
  const own = entryOf(f.framing.lines, wall);
  const meets = alongLine(add(own.from, scale(own.unit, crossing.at)), line.from, line.to);
  const bays = baysOf(f, wall);
  const standing = standingBays(bays);
  const shared = { other: crossing.wall, meets, straight: false };
  return [
    { ...shared, bay: standing.findLast((n) => nth(bays, n).end <= crossing.at), end: 'to' },
    { ...shared, bay: standing.find((n) => nth(bays, n).start >= crossing.at), end: 'from' },
  ];
}

function holesInto(f: Framed, wall: string, { bay, end, other, meets, straight }: Met): Meeting[] {
  const theirs = baysOf(f, other);
  const away = (n: number) => Math.max(nth(theirs, n).start - meets, meets - nth(theirs, n).end, 0);
  const their = standingBays(theirs).sort((x, y) => away(x) - away(y))[0];
  if (bay === undefined || their === undefined) return [];
  const [ownBay, theirBay] = [nth(baysOf(f, wall), bay), nth(theirs, their)];
  const edge = end === 'from' ? ownBay.start : ownBay.end;
  const entry = clampTo(meets, theirBay.start, theirBay.end);
  const near = (m: Member) => Math.abs(m.at - edge) < nearestUprights;
  const uprights = entryOf(f.framing.walls, wall).standing.filter(
    (m) => near(m) && (end === 'from' ? m.at < edge : m.at > edge),
  );
  const between = straight
    ? entryOf(f.framing.walls, other).standing.filter((m) =>
        meets < theirBay.start ? m.at < theirBay.start : m.at > theirBay.end,
      )
    : [];
  const [low, high] = [Math.max(ownBay.low, theirBay.low), Math.min(ownBay.high, theirBay.high)];
  if (high - low < 2 * holeMargin) return [];
  const [own, others] = [placing(f, wall), placing(f, other)];
  return lanesWithin([...lanesOf(f, wall), ...lanesOf(f, other)], low, high).map((z) => ({
    own: { bay, along: edge, z },
    other,
    theirs: { bay: their, along: entry, z },
    kind: 'bore',
    length: distance(own(edge, z), others(entry, z)),
    members: [...uprights, ...between].filter((m) => m.low <= z && m.high >= z),
    joists: 0,
  }));
}

/** Holes from a wall's ends, and where it is interrupted, into the walls there. */
const meetingsOf = query('meetings of wall', (f: Framed, wall: string): readonly Meeting[] => {
  if (!passageOf(f, wall)) return [];
  const { crossings } = entryOf(f.framing.junctions, wall);
  const met = [
    ...endMet(f, wall, 'from'),
    ...endMet(f, wall, 'to'),
    ...crossings.flatMap((c) => crossingMet(f, wall, c)),
  ];
  return met.flatMap((m) => holesInto(f, wall, m));
});

/** By wall, the walls that end against it or are interrupted by it, in the order of their ids. */
const metBy = query('walls met', ({ framing }: Framed): Map<string, string[]> => {
  const by = new Map<string, Set<string>>();
  for (const wall of idsOf(framing.junctions)) {
    const { from, to, crossings } = entryOf(framing.junctions, wall);
    const met = [from.against, to.against, ...crossings.flatMap((c) => (c.through ? [] : [c.wall]))];
    for (const other of met) if (other) by.set(other, (by.get(other) ?? new Set<string>()).add(wall));
  }
  return new Map([...by].map(([wall, others]) => [wall, [...others]]));
});
const wallsMeeting = query('walls meeting wall', (f: Framed, wall: string) => metBy(f).get(wall) ?? []);

/** Bays of a wall side by side, drilled through the uprights between them. */
function drilledBays(f: Framed, wall: string, bays: readonly Bay[]): { from: Spot; to: Spot; step: Step }[] {
  const passage = passageOf(f, wall);
  if (!passage) return [];
  const lanes = lanesOf(f, wall);
  return findCrossings(entryOf(f.framing.walls, wall), bays).flatMap((c) =>
    lanesWithin(lanes, c.low, c.high).map((z) => ({
      from: { bay: c.from, along: c.start, z },
      to: { bay: c.to, along: c.end, z },
      step: {
        kind: 'bore' as const,
        length: c.end - c.start,
        members: c.uprights.filter((m) => m.low <= z && m.high >= z),
        joists: 0,
        ...(passage === 'free' ? {} : { closed: passage }),
      },
    })),
  );
}

/** A way out of a bay through a plate: up or down in the middle of the bay. */
interface Exit {
  readonly side: 'over' | 'under';
  readonly inside: Spot;
  readonly z: number;
  readonly step: Step;
}

function exitsOf({ plan }: Framed, frame: WallFrame, bays: readonly Bay[]): Exit[] {
  const level = entryOf(plan.levels, frame.line.level);
  const top = frame.members.find((m) => m.part.kind === 'top-plate' && m.part.layer === 1);
  const bottom = frame.members.filter((m) => m.part.kind === 'bottom-plate');
  const opensUp = frame.top > level.ceiling - 1 && level.above !== 'closed';
  return bays.flatMap((bay, n): Exit[] => {
    const along = (bay.start + bay.end) / 2;
    const plate = (length: number, members: Member[]): Step => ({
      kind: 'plate',
      length,
      members,
      joists: 0,
    });
    const z = frame.top + overPlates;
    const up: Exit = {
      side: 'over',
      inside: { bay: n, along, z: bay.high },
      z,
      step: plate(z - bay.high, top ? [top] : []),
    };
    const below = bottom.find((m) => Math.abs(m.at - along) <= m.width / 2);
    const down: Exit = {
      side: 'under',
      inside: { bay: n, along, z: bay.low },
      z: -underFloor,
      step: plate(bay.low + underFloor, below ? [below] : []),
    };
    return [
      ...(bay.meetsTop && opensUp ? [up] : []),
      ...(bay.meetsBottom && level.below !== 'slab' ? [down] : []),
    ];
  });
}

const same = 1e-6;
const isSame = (a: Spot, b: Spot) =>
  a.bay === b.bay && Math.abs(a.along - b.along) < same && Math.abs(a.z - b.z) < same;

/** Spots in order, bay after bay, each place once. */
function placesOf(spots: readonly Spot[]): Spot[] {
  const kept: Spot[] = [];
  for (const spot of [...spots].sort((a, b) => a.bay - b.bay || a.along - b.along || a.z - b.z)) {
    let at = kept.length - 1;
    while (at >= 0 && nth(kept, at).bay === spot.bay && spot.along - nth(kept, at).along < same) {
      if (isSame(nth(kept, at), spot)) break;
      at--;
    }
    if (at < 0 || !isSame(nth(kept, at), spot)) kept.push(spot);
  }
  return kept;
}

/** The number of a spot among the places of a wall. */
export function spotIn({ nodes, first }: Pick<WallPiece, 'nodes' | 'first'>, spot: Spot): number {
  for (let n = nth(first, spot.bay); n < nth(first, spot.bay + 1); n++) {
    const { along, at, floor, bay } = nth(nodes, n);
    if (isSame({ bay, along, z: at.z - floor }, spot)) return n;
  }
  throw new Error(`no place at ${spot.along}, ${spot.z} in bay ${spot.bay}`);
}

/** The wall's piece of the route graph. Closed walls are left alone, but for up or down inside a bay, unless they may be fished or opened. */
export const wallPiece = query('route piece of wall', (f: Framed, wall: string): WallPiece => {
  const frame = entryOf(f.framing.walls, wall);
  const bays = baysOf(f, wall);
  const meetings = meetingsOf(f, wall);
  const arriving = wallsMeeting(f, wall).flatMap((other) =>
    meetingsOf(f, other).flatMap((m) => (m.other === wall ? [m.theirs] : [])),
  );
  const drilled = drilledBays(f, wall, bays);
  const exits = exitsOf(f, frame, bays);
  const spots = placesOf([
    ...drilled.flatMap((d) => [d.from, d.to]),
    ...meetings.map((m) => m.own),
    ...arriving,
    ...exits.map((e) => e.inside),
  ]);
  const floor = entryOf(f.plan.levels, frame.line.level).elevation;
  const placed = placing(f, wall);
  const nodes: RouteNode[] = spots.map(({ bay, along, z }, local) => ({
    wall,
    local,
    bay,
    along,
    at: placed(along, z),
    floor,
  }));
  const first: number[] = [];
  for (let bay = 0, at = 0; bay <= bays.length; bay++) {
    while (at < spots.length && nth(spots, at).bay < bay) at++;
    first.push(at);
  }
  const inBays = { nodes, first };
  const steps: DrilledStep[] = drilled.map(({ from, to, step }) => ({
    ...step,
    from: spotIn(inBays, from),
    to: spotIn(inBays, to),
  }));
  const leave = (side: Exit['side']): Range => {
    const from = nodes.length;
    for (const { inside, z, step } of exits.filter((e) => e.side === side)) {
      const local = nodes.length;
      const at = placed(inside.along, z);
      steps.push({ ...step, from: spotIn(inBays, inside), to: local });
      nodes.push({ wall, local, bay: -1, along: inside.along, at, floor });
    }
    return [from, nodes.length];
  };
  const [over, under] = [leave('over'), leave('under')];
  return { wall, level: frame.line.level, bays, nodes, first, drilled: steps, meetings, over, under };
});
