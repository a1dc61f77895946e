import { entryOf, nth } from '../lookups/index.ts';
import { add, alongLine, cross, distance, dot, scale, subtract, type XY } from '../geometry/index.ts';
import type { Member, WallCrossing } from '../framing/index.ts';
import { idsOf, query } from '../incremental/index.ts';
import { compareIds } from '../plan/ids.ts';
import { valuesIn } from '../plan/index.ts';
import { holeMargin, type Bay } from './bays.ts';
import { chaseLinks, chaseMeetings } from './chases.ts';
import { baysOf, clampTo, passageOf, placing, same, type Framed } from './framed.ts';
import type { Meeting, Spot } from './graph.ts';
import { onGrid } from './grid.ts';
import { lanesOf, lanesWithin, standingAt } from './lanes.ts';

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
function onlyUprights(f: Framed, wall: string, a: number, b: number): Member[] | null {
  const [low, high] = [Math.min(a, b), Math.max(a, b)];
  const members = entryOf(f.framing.walls, wall).standing.filter(
    (m) => m.at + m.width / 2 > low + same && m.at - m.width / 2 < high - same,
  );
  const wood = members.reduce(
    (sum, m) => sum + Math.min(high, m.at + m.width / 2) - Math.max(low, m.at - m.width / 2),
    0,
  );
  return high - low - wood > mostHollow ? null : members;
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

/** A cable along the face of a stud goes half in it: about as thick as two-conductor cable is wide. Inches. */
const halfCable = 0.2;

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
        (m) => m.at + m.width / 2 > low - halfCable && m.at - m.width / 2 < high + halfCable,
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

/** A hole from wall to wall as ways are priced. */
function meetingOnGrid(meeting: Meeting): Meeting {
  const spot = ({ bay, along, z }: Spot): Spot => ({ bay, along: onGrid(along), z: onGrid(z) });
  return {
    ...meeting,
    own: spot(meeting.own),
    theirs: spot(meeting.theirs),
    length: onGrid(meeting.length),
  };
}

/** Holes from a wall's ends, and where it is interrupted, into the walls there. */
export const meetingsOf = query('meetings of wall', (f: Framed, wall: string): readonly Meeting[] => {
  if (!passageOf(f, wall)) return chaseMeetings(f, wall).map(meetingOnGrid);
  const { crossings } = entryOf(f.framing.junctions, wall);
  const met = [
    ...endMet(f, wall, 'from'),
    ...endMet(f, wall, 'to'),
    ...crossings.flatMap((c) => crossingMet(f, wall, c)),
  ];
  return [...met.flatMap((m) => holesInto(f, wall, m)), ...chaseMeetings(f, wall)].map(meetingOnGrid);
});

/** By wall, the walls that end against it or are interrupted by it, in the order of their ids. */
const metBy = query('walls met', (f: Framed): Map<string, string[]> => {
  const { framing } = f;
  const by = new Map<string, Set<string>>();
  for (const wall of idsOf(framing.junctions)) {
    const { from, to, crossings } = entryOf(framing.junctions, wall);
    const met = [from.against, to.against, ...crossings.flatMap((c) => (c.through ? [] : [c.wall]))];
    for (const other of met) if (other) by.set(other, (by.get(other) ?? new Set<string>()).add(wall));
  }
  for (const { wall, other } of chaseLinks(f)) by.set(other, (by.get(other) ?? new Set<string>()).add(wall));
  return new Map([...by].map(([wall, others]) => [wall, [...others]]));
});
export const wallsMeeting = query(
  'walls meeting wall',
  (f: Framed, wall: string) => metBy(f).get(wall) ?? [],
);
