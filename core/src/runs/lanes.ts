import { panelSize } from '../materials/index.ts';
import { query } from '../incremental/index.ts';
import { entriesIn } from '../plan/index.ts';
import { bendRoom } from './bends.ts';
import { holeMargin, type Bay } from './bays.ts';
import { drillLine } from './drillLine.ts';
import { baysOf, clampTo, type Framed } from './framed.ts';

/** Heights a level run may take in a wall: the line of holes, and the middle of each space over a header. */
export const lanesOf = query('lanes of wall', (f: Framed, wall: string): readonly number[] => {
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

/** Kept between a box and a hole's centre: cable that comes out of the box has room to bend into it. Inches. */
const boxClearance = ({ rules }: Pick<Framed, 'rules'>): number => Math.max(1.5, bendRoom('12/2', rules));

/** Boxes and panels of a wall that stand in a line of holes, in order along it. Those that stand in none are left out, so that moving them changes nothing. */
const inTheLines = query('boxes in lines of wall', (f: Framed, wall: string): readonly InTheWay[] => {
  const clear = boxClearance(f);
  const boxes = (f.layout.onWall[wall] ?? []).map((b) => ({
    id: b.id,
    start: b.at - b.width / 2,
    end: b.at + b.width / 2,
    low: b.bottom - clear,
    high: b.top + clear,
  }));
  const panels = entriesIn(f.plan, 'panelsOnWall', wall)
    .filter(([, p]) => p.on.away === 0)
    .map(([id, p]) => ({
      id,
      start: p.on.at - panelSize.width / 2,
      end: p.on.at + panelSize.width / 2,
      low: panelSize.bottom - clear,
      high: panelSize.bottom + panelSize.height + clear,
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
export function lanesWithin(
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
export function standingAt(f: Framed, { wall, start, end }: Bay, at: 'start' | 'end'): InTheWay[] {
  const isAtOther = (x: InTheWay) =>
    at === 'end'
      ? x.start <= start + against && x.end < end - against
      : x.end >= end - against && x.start > start + against;
  return inTheLines(f, wall).filter((x) => x.end > start && x.start < end && !isAtOther(x));
}
