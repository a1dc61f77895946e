import { entryOf, nth } from '../lookups/index.ts';
import {
  add,
  alongLine,
  cross,
  distance,
  dot,
  scale,
  subtract,
  type XY,
  type XYZ,
} from '../geometry/index.ts';
import type { Framing, Member, WallCrossing, WallFrame } from '../framing/index.ts';
import { idsOf, query } from '../incremental/index.ts';
import type { BoxLayout } from '../boxes/index.ts';
import { panelSize } from '../materials/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entriesIn, valuesIn, type Plan } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { opensAt } from './openSpaces.ts';
import { findBays, findClimbs, findCrossings, holeMargin, type Bay } from './bays.ts';
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
  readonly layout: Pick<BoxLayout, 'onWall'>;
}

const clampTo = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

const baysOf = query('bays of wall', ({ plan, framing }: Framed, wall: string): readonly Bay[] =>
  findBays(entryOf(framing.walls, wall), valuesIn(plan, 'obstaclesInWall', wall)),
);

/** Above a receptacle box, and just below the hip: heights of a line of holes by school, inches. Common practice, no source. */
const aboveBox = 12;
const belowHip = 34;
const halfBox = 1.875;

/** The height of a house's line of holes above the subfloor, by its school. The boxes it clears are those at the house's receptacle height. */
export function drillLine({ rules }: Pick<Framed, 'rules'>): number {
  const line = rules('drill.line');
  switch (line) {
    case 'fixed':
      return rules('drill.height');
    case 'above-box':
      return rules('height.receptacle').value + halfBox + aboveBox;
    case 'below-hip':
      return belowHip;
    default:
      return line satisfies never;
  }
}

/** Heights a level run may take in a wall: the line of holes, and the middle of each space over a header. */
const lanesOf = query('lanes of wall', (f: Framed, wall: string): readonly number[] => {
  const overHeaders = baysOf(f, wall)
    .filter((bay) => !bay.meetsBottom && bay.meetsTop)
    .map((bay) => (bay.low + bay.high) / 2);
  return [...new Set([drillLine(f), ...overHeaders])];
});

/** Something that stands in a wall where cable would go past: its stretch along the wall and its heights, with room to spare. */
export interface InTheWay {
  readonly id: string;
  readonly start: number;
  readonly end: number;
  readonly low: number;
  readonly high: number;
}

/** Kept between a box and a hole's centre. */
const boxClearance = 1.5;

/** Boxes and panels of a wall that stand in a line of holes, in order along it. Those that stand in none are left out, so that moving them changes nothing. */
const inTheLines = query('boxes in lines of wall', (f: Framed, wall: string): readonly InTheWay[] => {
  const boxes = (f.layout.onWall[wall] ?? []).map((b) => ({
    id: b.id,
    start: b.at - b.width / 2,
    end: b.at + b.width / 2,
    low: b.bottom - boxClearance,
    high: b.top + boxClearance,
  }));
  const panels = entriesIn(f.plan, 'panelsOnWall', wall)
    .filter(([, p]) => p.on.away === 0)
    .map(([id, p]) => ({
      id,
      start: p.on.at - panelSize.width / 2,
      end: p.on.at + panelSize.width / 2,
      low: panelSize.bottom - boxClearance,
      high: panelSize.bottom + panelSize.height + boxClearance,
    }));
  const lanes = lanesOf(f, wall);
  return [...boxes, ...panels]
    .filter((x) => lanes.some((z) => z > x.low && z < x.high))
    .sort((a, b) => a.start - b.start || a.low - b.low);
});

/** A height a hole is drilled at, and what it was moved for. */
interface Lane {
  readonly z: number;
  readonly avoids?: string;
}

/** What holes are drilled between, by heights; `cut` where blocks end it, so that lanes beyond them are not its own. */
interface Stretch {
  readonly low: number;
  readonly high: number;
  readonly cut: boolean;
}

/** The heights of a stretch nearest to the lanes, each clear of what stands in the way: raised or dropped by the least. */
function lanesWithin(
  lanes: readonly number[],
  { low, high, cut }: Stretch,
  standing: readonly InTheWay[],
): Lane[] {
  const [from, to] = [low + holeMargin, high - holeMargin];
  if (to < from) return [];
  const inside = lanes.filter((z) => z >= from && z <= to);
  const own = inside.length > 0 || cut ? inside : lanes;
  const moved = own.map((lane): Lane => {
    const wanted = clampTo(lane, from, to);
    const hit = standing.find((x) => wanted > x.low && wanted < x.high);
    if (!hit) return { z: wanted };
    const clear = standing
      .flatMap((x) => [x.low, x.high])
      .filter((z) => z >= from && z <= to && !standing.some((x) => z > x.low && z < x.high))
      .sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted) || b - a);
    const [nearest] = clear;
    return nearest === undefined ? { z: wanted } : { z: nearest, avoids: hit.id };
  });
  return [...new Map(moved.map((lane) => [lane.z, lane])).values()];
}

/** What is nailed this near to an upright stands against it. */
const against = 1;

/** What stands in the way of a hole at one end of a bay: what stands there, or in the middle of the bay; not what stands against its other end. */
function standingAt(f: Framed, { wall, start, end }: Bay, at: 'start' | 'end'): InTheWay[] {
  const isAtOther = (x: InTheWay) =>
    at === 'end'
      ? x.start <= start + against && x.end < end - against
      : x.end >= end - against && x.start > start + against;
  return inTheLines(f, wall).filter((x) => x.end > start && x.start < end && !isAtOther(x));
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

/** A bay with those that blocks cut off over it, by their numbers. */
const columnOf = (bays: readonly Bay[], bay: number): number[] =>
  bays.flatMap((b, n) => (b.start === nth(bays, bay).start && b.end === nth(bays, bay).end ? [n] : []));

/** Where a wall's bay meets another wall: `meets` along that one, `at` along its own line. */
interface Met {
  readonly bay: number | undefined;
  /** The side of the meeting the bay lies on. */
  readonly end: 'from' | 'to';
  readonly at: number;
  readonly other: string;
  readonly meets: number;
}

/** Corners and T's: through the end uprights of the wall that stops, into the bay of the wall it stands against. */
function endMet(f: Framed, wall: string, end: 'from' | 'to'): Met[] {
  const { against, kind } = entryOf(f.framing.junctions, wall)[end];
  if (!against || !passageOf(f, against) || (kind === 'straight' && wall > against)) return [];
  const own = entryOf(f.framing.lines, wall);
  const line = entryOf(f.framing.lines, against);
  const meets = alongLine(own[end], line.from, line.to);
  const standing = standingBays(baysOf(f, wall));
  const bay = end === 'from' ? standing[0] : standing.at(-1);
  return [{ bay, end, at: end === 'from' ? 0 : own.length, other: against, meets }];
}

/** A crossing: from either side of the wall that is interrupted into the bay of the one that runs through. */
function crossingMet(f: Framed, wall: string, crossing: WallCrossing): Met[] {
  if (crossing.through || !passageOf(f, crossing.wall)) return [];
  const line = entryOf(f.framing.lines, crossing.wall);
  const own = entryOf(f.framing.lines, wall);
  const { at } = crossing;
  const meets = alongLine(add(own.from, scale(own.unit, at)), line.from, line.to);
  const bays = baysOf(f, wall);
  const standing = standingBays(bays);
  const shared = { at, other: crossing.wall, meets };
  return [
    { ...shared, bay: standing.findLast((n) => nth(bays, n).end <= at), end: 'to' },
    { ...shared, bay: standing.find((n) => nth(bays, n).start >= at), end: 'from' },
  ];
}

/** Between a bay and where its wall meets another there is no more than this that is not wood: another wall's side, and what framing leaves open. */
const mostHollow = 4.5;

/** Uprights between two places along a wall, where there is nothing else between them; null where there is. */
function onlyUprights(f: Framed, wall: string, a: number, b: number, hollow = mostHollow): Member[] | null {
  const [low, high] = [Math.min(a, b), Math.max(a, b)];
  const members = entryOf(f.framing.walls, wall).standing.filter(
    (m) => m.at + m.width / 2 > low + same && m.at - m.width / 2 < high - same,
  );
  const wood = members.reduce(
    (sum, m) => sum + Math.min(high, m.at + m.width / 2) - Math.max(low, m.at - m.width / 2),
    0,
  );
  return high - low - wood > hollow ? null : members;
}

/** The bays of a wall that another meets, on either side of where it does, with where along it each is entered. */
function baysMet(
  f: Framed,
  wall: string,
  meets: number,
): { bay: number; entry: number; uprights: Member[] }[] {
  const bays = baysOf(f, wall);
  const standing = standingBays(bays);
  const inside = standing.find((n) => nth(bays, n).start <= meets && nth(bays, n).end >= meets);
  const sides =
    inside !== undefined
      ? [{ bay: inside, entry: meets }]
      : [
          ...standing
            .filter((n) => nth(bays, n).end < meets)
            .slice(-1)
            .map((bay) => ({ bay, entry: nth(bays, bay).end })),
          ...standing
            .filter((n) => nth(bays, n).start > meets)
            .slice(0, 1)
            .map((bay) => ({ bay, entry: nth(bays, bay).start })),
        ];
  return sides.flatMap(({ bay, entry }) => {
    const uprights = onlyUprights(f, wall, meets, entry);
    return uprights ? columnOf(bays, bay).map((n) => ({ bay: n, entry, uprights })) : [];
  });
}

/** Whether a header, sill, block or obstacle lies in the way of level cable between two places along a wall. */
function isLyingAcross(f: Framed, wall: string, [a, b]: readonly [number, number], z: number): boolean {
  const [low, high] = [Math.min(a, b), Math.max(a, b)];
  const stands = valuesIn(f.plan, 'obstaclesInWall', wall).some(
    (x) => x.at < high + same && x.at + x.width > low - same && x.low < z && x.high > z,
  );
  if (stands) return true;
  return entryOf(f.framing.walls, wall).members.some(
    (m) =>
      (m.role === 'header' || m.role === 'sill' || m.role === 'block') &&
      m.at + m.width / 2 > low - same &&
      m.at - m.width / 2 < high + same &&
      m.low < z &&
      m.high > z,
  );
}

/** How far along another wall a skew one runs while it is inside it, from where their lines meet. */
function skewOf(f: Framed, wall: string, end: 'from' | 'to', other: string): number {
  const [own, line] = [entryOf(f.framing.lines, wall), entryOf(f.framing.lines, other)];
  const away = scale(own.unit, end === 'from' ? 1 : -1);
  const across = Math.abs(cross(line.unit, away));
  return across < 0.05 ? 0 : (dot(line.unit, away) / across) * (line.depth / 2);
}

/** Walls that end or start this near to where two others meet stand in their joint. */
const jointReach = 12;

/** Walls that meet either of two others, or that those stand against. */
function wallsAround(f: Framed, pair: readonly [string, string]): string[] {
  const against = pair.flatMap((own) => {
    const { from, to } = entryOf(f.framing.junctions, own);
    return [from.against, to.against].flatMap((w) => w ?? []);
  });
  const all = new Set([...pair.flatMap((own) => wallsMeeting(f, own)), ...against]);
  for (const own of pair) all.delete(own);
  return [...all];
}

/** The joint that two walls meet in, by the names of all that end there: the same for any two of them. */
function jointAt(f: Framed, pair: readonly [string, string], at: XY): string {
  const here = wallsAround(f, pair).filter((wall) => {
    const { from, to } = entryOf(f.framing.lines, wall);
    return Math.min(distance(from, at), distance(to, at)) < jointReach;
  });
  return [...pair, ...here].sort(compareIds).join(' ');
}

/** Uprights of other walls in the joint of two that a straight stretch of cable goes through. */
function uprightsOfOthers(
  f: Framed,
  pair: readonly [string, string],
  stretches: readonly (readonly [XY, XY])[],
): Member[] {
  return wallsAround(f, pair).flatMap((third) => {
    const { from, to, unit, length, depth } = entryOf(f.framing.lines, third);
    return stretches.flatMap(([a, b]) => {
      const [alongA, alongB] = [alongLine(a, from, to), alongLine(b, from, to)];
      const nearest = Math.min(alongA, alongB, length - alongA, length - alongB);
      const [offA, offB] = [cross(unit, subtract(a, from)), cross(unit, subtract(b, from))];
      if (nearest > jointReach || Math.min(offA, offB) > depth / 2 || Math.max(offA, offB) < -depth / 2)
        return [];
      const at = (off: number) =>
        offB === offA ? alongB : alongA + ((alongB - alongA) * (off - offA)) / (offB - offA);
      const inside = [offA, offB].map((off) => at(clampTo(off, -depth / 2, depth / 2)));
      const [low, high] = [Math.min(...inside), Math.max(...inside)];
      return entryOf(f.framing.walls, third).standing.filter(
        (m) => m.at + m.width / 2 > low + same && m.at - m.width / 2 < high - same,
      );
    });
  });
}

function holesInto(f: Framed, wall: string, { bay, end, at, other, meets }: Met): Meeting[] {
  if (bay === undefined) return [];
  const bays = baysOf(f, wall);
  const edge = end === 'from' ? nth(bays, bay).start : nth(bays, bay).end;
  const uprights = onlyUprights(f, wall, edge, at);
  if (!uprights) return [];
  const [own, others] = [placing(f, wall), placing(f, other)];
  const via = others(meets, 0);
  const skew = onlyUprights(f, other, meets, meets + skewOf(f, wall, end, other)) ?? [];
  return columnOf(bays, bay).flatMap((mine) =>
    baysMet(f, other, meets).flatMap((theirs): Meeting[] => {
      const thirds = uprightsOfOthers(
        f,
        [wall, other],
        [
          [own(edge, 0), via],
          [via, others(theirs.entry, 0)],
        ],
      );
      const [ownBay, theirBay] = [nth(bays, mine), nth(baysOf(f, other), theirs.bay)];
      const low = Math.max(ownBay.low, theirBay.low);
      const high = Math.min(ownBay.high, theirBay.high);
      const standing = [
        ...standingAt(f, ownBay, end === 'from' ? 'start' : 'end'),
        ...standingAt(f, theirBay, theirs.entry < (theirBay.start + theirBay.end) / 2 ? 'start' : 'end'),
      ];
      const cut = Boolean(ownBay.isCut ?? theirBay.isCut);
      const lanes = lanesWithin([...lanesOf(f, wall), ...lanesOf(f, other)], { low, high, cut }, standing);
      const clear = lanes.filter(({ z }) => !isLyingAcross(f, other, [meets, theirs.entry], z));
      return clear.map(({ z, avoids }) => ({
        own: { bay: mine, along: edge, z },
        other,
        theirs: { bay: theirs.bay, along: theirs.entry, z },
        kind: 'bore',
        length: distance(own(edge, 0), via) + Math.abs(theirs.entry - meets),
        members: [...new Set([...uprights, ...skew, ...thirds, ...theirs.uprights])].filter(
          (m) => m.low <= z && m.high >= z,
        ),
        joists: 0,
        within: [low + holeMargin, high - holeMargin],
        via: { x: via.x, y: via.y },
        joint: jointAt(f, [wall, other], via),
        ...(avoids === undefined ? {} : { avoids }),
      }));
    }),
  );
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
  return findCrossings(entryOf(f.framing.walls, wall), bays).flatMap((c) => {
    const standing = [...standingAt(f, nth(bays, c.from), 'end'), ...standingAt(f, nth(bays, c.to), 'start')];
    const cut = Boolean(nth(bays, c.from).isCut ?? nth(bays, c.to).isCut);
    return lanesWithin(lanes, { low: c.low, high: c.high, cut }, standing).map(({ z, avoids }) => ({
      from: { bay: c.from, along: c.start, z },
      to: { bay: c.to, along: c.end, z },
      step: {
        kind: 'bore' as const,
        length: c.end - c.start,
        members: c.uprights.filter((m) => m.low <= z && m.high >= z),
        joists: 0,
        within: [c.low + holeMargin, c.high - holeMargin] as const,
        ...(passage === 'free' ? {} : { closed: passage }),
        ...(avoids === undefined ? {} : { avoids }),
      },
    }));
  });
}

/** Up and down through the blocks that cut bays apart, in the middle of each. */
function climbsOf(f: Framed, wall: string, bays: readonly Bay[]): { from: Spot; to: Spot; step: Step }[] {
  return findClimbs(entryOf(f.framing.walls, wall), bays).map(({ from, to, block }) => {
    const { start, end } = nth(bays, from);
    const along = (start + end) / 2;
    return {
      from: { bay: from, along, z: block.low },
      to: { bay: to, along, z: block.high },
      step: {
        kind: 'block' as const,
        length: block.high - block.low,
        members: [block],
        joists: 0,
        within: [start + holeMargin, end - holeMargin] as const,
      },
    };
  });
}

/** A way out of a bay through a plate: up or down in the middle of the bay. */
interface Exit {
  readonly side: 'over' | 'under';
  readonly inside: Spot;
  readonly z: number;
  readonly step: Step;
}

/** Whether cable can come up through a wall's plates, and whether down through the floor under it. */
function opensOf(f: Framed, frame: WallFrame): { up: boolean; down: boolean } {
  const level = entryOf(f.plan.levels, frame.line.level);
  const { up, down } = opensAt(f, frame.line.level);
  // Foam block stands on concrete: cable drops into it from above.
  return { up: up && frame.top > level.ceiling - 1, down: down && frame.standing.length > 0 };
}

/** Between grooves up to the top of foam block where no box stands, inches. */
const grooveSpacing = 16;

/** Where cable leaves a bay up or down: in its middle; out of foam block over each box, and every so far between. */
function exitsAlong(f: Framed, bay: Bay): number[] {
  const { start, end, passes, wall } = bay;
  if (passes !== 'groove') return [(start + end) / 2];
  const count = Math.max(1, Math.round((end - start) / grooveSpacing));
  const even = Array.from({ length: count }, (_, k) => start + ((end - start) * (k + 0.5)) / count);
  const boxes = (f.layout.onWall[wall] ?? []).map((b) => b.at).filter((at) => at > start && at < end);
  return [...new Set([...boxes, ...even])].sort((a, b) => a - b);
}

function exitsOf(f: Framed, frame: WallFrame, bays: readonly Bay[]): Exit[] {
  const opens = opensOf(f, frame);
  const platesOver = (role: Member['role'], along: number) =>
    frame.members
      .filter((m) => m.role === role && Math.abs(m.at - along) <= m.width / 2)
      .sort((a, b) => a.low - b.low);
  const places = bays.flatMap((bay, n) => exitsAlong(f, bay).map((along) => ({ bay, n, along })));
  return places.flatMap(({ bay, n, along }): Exit[] => {
    const plate = (length: number, members: Member[]): Step => ({
      kind: 'plate',
      length,
      members,
      joists: 0,
      within: [bay.start + holeMargin, bay.end - holeMargin],
    });
    const z = frame.top + overPlates;
    const up: Exit = {
      side: 'over',
      inside: { bay: n, along, z: bay.high },
      z,
      step: plate(z - bay.high, platesOver('top-plate', along)),
    };
    const down: Exit = {
      side: 'under',
      inside: { bay: n, along, z: bay.low },
      z: -underFloor,
      step: plate(bay.low + underFloor, platesOver('bottom-plate', along)),
    };
    return [...(bay.meetsTop && opens.up ? [up] : []), ...(bay.meetsBottom && opens.down ? [down] : [])];
  });
}

/** Where cable over or under a wall may turn a corner: at its ends, and where another crosses it. Lengths along it. */
function turnsOf({ framing }: Framed, { wall, line }: WallFrame): number[] {
  return [0, line.length, ...entryOf(framing.junctions, wall).crossings.map((c) => c.at)];
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
  const drilled = [...drilledBays(f, wall, bays), ...climbsOf(f, wall, bays)];
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
  const turns = turnsOf(f, frame);
  const leave = (side: Exit['side']): Range => {
    const from = nodes.length;
    const own = exits.filter((e) => e.side === side);
    const z = side === 'over' ? frame.top + overPlates : -underFloor;
    const isOpen = opensOf(f, frame)[side === 'over' ? 'up' : 'down'];
    const places = [
      ...own.map((exit) => ({ along: exit.inside.along, exit })),
      ...(isOpen ? turns.map((along) => ({ along, exit: null })) : []),
    ];
    for (const { along, exit } of places.sort((a, b) => a.along - b.along)) {
      const local = nodes.length;
      const at = placed(along, z);
      if (exit) steps.push({ ...exit.step, from: spotIn(inBays, exit.inside), to: local });
      nodes.push({ wall, local, bay: -1, along, at, floor, ...(exit ? {} : { turns: true }) });
    }
    return [from, nodes.length];
  };
  const [over, under] = [leave('over'), leave('under')];
  return { wall, level: frame.line.level, bays, nodes, first, drilled: steps, meetings, over, under };
});
