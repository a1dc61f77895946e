import { nth } from '../lookups/index.ts';
import type { Member, WallFrame } from '../framing/index.ts';
import { isChase, type Obstacle } from '../plan/index.ts';
import { isThroughWall } from '../plan/kinds.ts';

/** A hollow of a wall that cable can pass along: between two uprights, under a sill or over a header. Lengths along the wall, heights above the subfloor. */
export interface Bay {
  readonly wall: string;
  readonly start: number;
  readonly end: number;
  readonly low: number;
  readonly high: number;
  /** Bounded by the bottom plate, or by the top plates: where a hole up or down can be drilled. */
  readonly meetsBottom: boolean;
  readonly meetsTop: boolean;
  /** How cable goes within it: freely, level only as through an air return, or in a groove cut into foam block. */
  readonly passes: 'free' | 'level' | 'groove';
  /** Whether a block cuts it off from the rest of the hollow between its uprights. */
  readonly isCut?: true;
}

/** A block between two bays one over the other, through which cable is drilled up or down. */
export interface Climb {
  readonly from: number;
  readonly to: number;
  readonly block: Member;
}

/** Two bays side by side and the uprights a hole between them goes through, in order along the wall. */
export interface Crossing {
  readonly from: number;
  readonly to: number;
  readonly start: number;
  readonly end: number;
  readonly low: number;
  readonly high: number;
  readonly uprights: readonly Member[];
}

const smallest = 0.25;
const widestPack = 6.1;
/** Wood kept between a hole's centre and the end of what it goes through. */
export const holeMargin = 1.25;

function framedOpenings(frame: WallFrame) {
  return frame.openings.filter((o) => isThroughWall(o.opening));
}

function standingBays(frame: WallFrame): Bay[] {
  const bays: Bay[] = [];
  const { standing } = frame;
  for (let i = 0; i + 1 < standing.length; i++) {
    const start = nth(standing, i).at + nth(standing, i).width / 2;
    const end = nth(standing, i + 1).at - nth(standing, i + 1).width / 2;
    if (end - start < smallest) continue;
    const middle = (start + end) / 2;
    const opening = framedOpenings(frame).find((o) => middle > o.start && middle < o.end);
    if (!opening)
      bays.push({
        wall: frame.wall,
        start,
        end,
        low: frame.low,
        high: frame.high,
        meetsBottom: true,
        meetsTop: true,
        passes: 'free',
      });
    else if (opening.low - 1.5 > frame.low + 1)
      bays.push({
        wall: frame.wall,
        start,
        end,
        low: frame.low,
        high: opening.low - 1.5,
        meetsBottom: true,
        meetsTop: false,
        passes: 'free',
      });
  }
  return bays;
}

function headerBays(frame: WallFrame): Bay[] {
  return framedOpenings(frame).flatMap((o): Bay[] => {
    const header = frame.members.find((m) => m.part.kind === 'header' && m.part.opening === o.id);
    if (!header || frame.high - header.high < 2 * holeMargin) return [];
    const [start, end] = [o.start - 1.5, o.end + 1.5];
    const cripples = frame.members
      .filter((m) => m.role === 'cripple' && m.number === null && m.at > start && m.at < end)
      .sort((a, b) => a.at - b.at);
    const edges = [start, ...cripples.flatMap((c) => [c.at - c.width / 2, c.at + c.width / 2]), end];
    const bays: Bay[] = [];
    for (let i = 0; i + 1 < edges.length; i += 2)
      if (nth(edges, i + 1) - nth(edges, i) >= smallest)
        bays.push({
          wall: frame.wall,
          start: nth(edges, i),
          end: nth(edges, i + 1),
          low: header.high,
          high: frame.high,
          meetsBottom: false,
          meetsTop: true,
          passes: 'free',
        });
    return bays;
  });
}

/** Foam block has no uprights: long stretches to cut grooves in from opening to opening, and under the windows. Over openings it is full of steel and concrete. */
function solidWallBays(frame: WallFrame): Bay[] {
  const openings = framedOpenings(frame).toSorted((a, b) => a.start - b.start);
  const edges = [frame.start, ...openings.flatMap((o) => [o.start, o.end]), frame.end];
  const bay = (start: number, end: number, low: number, high: number): Bay[] =>
    end - start < smallest || high - low < 2 * holeMargin
      ? []
      : [
          {
            wall: frame.wall,
            start,
            end,
            low,
            high,
            meetsBottom: low === frame.low,
            meetsTop: high === frame.high,
            passes: 'groove',
          },
        ];
  const between = Array.from({ length: openings.length + 1 }, (_, i) =>
    bay(nth(edges, 2 * i), nth(edges, 2 * i + 1), frame.low, frame.high),
  );
  const under = openings.flatMap((o) => bay(o.start, o.end, frame.low, o.low));
  return [...between.flat(), ...under];
}

/** Air that returns to the furnace through a bay; in dwellings cable may cross it square, and never follow it: NEC 300.22(C) exception (from memory). */
export const isAirReturn = ({ kind }: Pick<Obstacle, 'kind'>): boolean =>
  /air[ -]?return|return[ -]?air/i.test(kind);

/** A full-height obstacle splits a bay; a lower one shortens it from the side that leaves more room. */
function aroundObstacles(bay: Bay, obstacles: readonly Obstacle[]): Bay[] {
  const inside = obstacles.find(
    (x) => x.at < bay.end && x.at + x.width > bay.start && x.low < bay.high && x.high > bay.low,
  );
  if (!inside) return [bay];
  const rest = obstacles.filter((x) => x !== inside);
  const isFilled = inside.at < bay.start + 1 && inside.at + inside.width > bay.end - 1;
  if (isAirReturn(inside) && isFilled)
    return aroundObstacles({ ...bay, passes: 'level', meetsBottom: false, meetsTop: false }, rest);
  const below = Math.max(0, inside.low - bay.low);
  const above = Math.max(0, bay.high - inside.high);
  if (below < 6 && above < 6) {
    const parts = [
      { ...bay, end: inside.at },
      { ...bay, start: inside.at + inside.width },
    ];
    return parts.filter((b) => b.end - b.start >= 1).flatMap((b) => aroundObstacles(b, rest));
  }
  const kept =
    below >= above
      ? { ...bay, high: inside.low, meetsTop: false }
      : { ...bay, low: inside.high, meetsBottom: false };
  return aroundObstacles(kept, rest);
}

/** Blocks that lie across a bay from one upright to the other, lowest first. */
const blocksIn = (bay: Bay, frame: WallFrame): Member[] =>
  frame.members
    .filter(
      (m) =>
        m.role === 'block' &&
        m.at > bay.start &&
        m.at < bay.end &&
        m.width > bay.end - bay.start - 1 &&
        m.low > bay.low &&
        m.high < bay.high,
    )
    .sort((a, b) => a.low - b.low);

/** A bay with blocks in it is one bay under each, and one over the last. */
function betweenBlocks(bay: Bay, frame: WallFrame): Bay[] {
  const blocks = blocksIn(bay, frame);
  if (blocks.length === 0) return [bay];
  const lows = [bay.low, ...blocks.map((b) => b.high)];
  const highs = [...blocks.map((b) => b.low), bay.high];
  return lows.map((low, k) => ({
    ...bay,
    low,
    high: nth(highs, k),
    meetsBottom: bay.meetsBottom && k === 0,
    meetsTop: bay.meetsTop && k === blocks.length,
    isCut: true,
  }));
}

/** Bays one over the other with a block between them. Indices into `bays`. */
export function findClimbs(frame: WallFrame, bays: readonly Bay[]): Climb[] {
  return bays.flatMap((below, from) => {
    const to = bays.findIndex((b) => b.start === below.start && b.end === below.end && b.low > below.high);
    const over = bays[to];
    if (!over || !below.isCut) return [];
    const block = frame.members.find(
      (m) =>
        m.role === 'block' &&
        m.low === below.high &&
        m.high === over.low &&
        Math.abs(m.at - (below.start + below.end) / 2) < 1,
    );
    return block ? [{ from, to, block }] : [];
  });
}

/** All bays of a wall, in order along it. */
export function findBays(frame: WallFrame, all: readonly Obstacle[]): Bay[] {
  const obstacles = all.filter((x) => !isChase(x));
  const bays =
    frame.standing.length === 0 ? solidWallBays(frame) : [...standingBays(frame), ...headerBays(frame)];
  return bays
    .flatMap((bay) => betweenBlocks(bay, frame))
    .flatMap((bay) => aroundObstacles(bay, obstacles))
    .sort((a, b) => a.start - b.start || a.low - b.low);
}

/** Bays, in order along their wall, that start near a place: no farther past it than uprights stand side by side. */
function near(starts: readonly number[], end: number): number[] {
  const first = starts.findIndex((s) => s >= end);
  const list: number[] = [];
  for (let n = first < 0 ? starts.length : first; n < starts.length; n++) {
    if (nth(starts, n) - end > widestPack) break;
    list.push(n);
  }
  return list;
}

/** Pairs of bays with nothing but uprights between them, where a level hole can be drilled, or a groove goes on. Indices into `bays`. */
export function findCrossings(frame: WallFrame, bays: readonly Bay[]): Crossing[] {
  const upright = frame.members.filter((m) => m.number !== null || m.role === 'cripple');
  const starts = bays.map((b) => b.start);
  return bays.flatMap((a, from) =>
    near(starts, a.end).flatMap((to): Crossing[] => {
      const b = nth(bays, to);
      const [low, high] = [Math.max(a.low, b.low), Math.min(a.high, b.high)];
      const gap = b.start - a.end;
      // A groove goes on from one stretch of foam block into the next, with nothing between.
      const isOneGroove = a.passes === 'groove' && b.passes === 'groove' && gap < smallest;
      if (isOneGroove && high - low >= 2 * holeMargin)
        return [{ from, to, start: a.end, end: b.start, low, high, uprights: [] }];
      if (gap < smallest || gap > widestPack || high - low < 2 * holeMargin) return [];
      const between = upright.filter(
        (m) => m.at > a.end && m.at < b.start && m.low < high - holeMargin && m.high > low + holeMargin,
      );
      const filled = between.reduce((sum, m) => sum + m.width, 0);
      return filled < gap - 0.6
        ? []
        : [
            {
              from,
              to,
              start: a.end,
              end: b.start,
              low,
              high,
              uprights: between.sort((x, y) => x.at - y.at),
            },
          ];
    }),
  );
}
