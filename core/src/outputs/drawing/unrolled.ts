import { entryOf, nth } from '../../lookups/index.ts';
import { reachProfile } from '../../boxes/index.ts';
import { gathered, idsOf, query } from '../../incremental/index.ts';
import type { House } from '../../stages/index.ts';
import { otherSide, type Side } from '../../plan/index.ts';
import type { Along, SpacePiece } from '../../rooms/index.ts';
import { lettersOf } from '../../rooms/letters.ts';
import { readWalk, walkedFaces, type WalkedStretch } from '../../rooms/walked.ts';

/**
 * A room unrolled: its walls side by side as seen by someone turning to the right on the spot. `x` runs left to right over the
 * ribbon in inches; heights are above the subfloor. Boundaries run counter-clockwise, so the ribbon is the walk reversed.
 */
export interface UnrolledWall {
  readonly wall: string;
  readonly side: Side;
  readonly letter: string;
  readonly x: number;
  readonly length: number;
  /** Where the stretch's left edge lies along the wall, and +1 or −1: which way the wall's own measure runs on the ribbon. */
  readonly origin: number;
  readonly sign: 1 | -1;
  readonly ceiling: number;
}

export interface ProfilePoint {
  readonly x: number;
  readonly distance: number;
}

export interface Unrolled {
  readonly walls: readonly UnrolledWall[];
  readonly width: number;
  readonly height: number;
  /** How high counters stand here, in inches. */
  readonly counterTop: number;
  /** Distance to the nearest receptacle, one polyline for each stretch of floor line on one wall. */
  readonly profile: readonly {
    readonly required: boolean;
    /** Along a counter, which has receptacles of its own. */
    readonly served: boolean;
    readonly points: readonly ProfilePoint[];
  }[];
  readonly worst: readonly { readonly x: number; readonly distance: number; readonly broken: boolean }[];
}

export function onRibbon(wall: UnrolledWall, at: number): number {
  return wall.x + (at - wall.origin) * wall.sign;
}

export function alongWall(wall: UnrolledWall, x: number): number {
  return wall.origin + (x - wall.x) * wall.sign;
}

/**
 * Those walls of an unrolled room that pass a test, as someone outside sees them: their other faces, what was left to the right. No reach is measured out there.
 */
export function seenFromOutside(inside: Unrolled, isSeen: (wall: UnrolledWall) => boolean): Unrolled {
  let x = 0;
  const walls = inside.walls
    .filter(isSeen)
    .reverse()
    .map((w): UnrolledWall => {
      const at = x;
      x += w.length;
      return {
        ...w,
        side: otherSide(w.side),
        x: at,
        origin: w.origin + w.sign * w.length,
        sign: w.sign === 1 ? -1 : 1,
      };
    });
  return { ...inside, walls, width: x, profile: [], worst: [] };
}

/** The room's stretches of wall, left to right as someone turning to the right sees them; while it is open, as it was walked. */
function stretchesOf({ plan, rooms, framing }: House, roomId: string): readonly WalkedStretch[] {
  const boundary = rooms[roomId]?.boundary;
  if (!boundary) return (readWalk(plan, roomId)?.stretches ?? []).filter((s) => framing.walls[s.wall]);
  return walkedFaces(boundary).flatMap((f) =>
    f.wall === null ? [] : [{ wall: f.wall, side: f.side, start: f.endAt, end: f.startAt }],
  );
}

/** Lays a room out as a ribbon with its reach profile. */
export const unrollRoom = query('unrolled room', (house: House, roomId: string): Unrolled => {
  const { framing, layout, rules } = house;
  const limit = rules('spacing.maxGap') / 2;
  let x = 0;
  const stretches = stretchesOf(house, roomId);
  const letters = lettersOf(house.plan, roomId, stretches);
  const walls = stretches.map((s, i): UnrolledWall => {
    const length = Math.abs(s.end - s.start);
    const wall: UnrolledWall = {
      wall: s.wall,
      side: s.side,
      letter: nth(letters, i),
      x,
      length,
      origin: s.start,
      sign: s.end >= s.start ? 1 : -1,
      ceiling: entryOf(framing.walls, s.wall).top,
    };
    x += length;
    return wall;
  });
  const find = (wall: string, side: Side, at: number) =>
    walls.find(
      (w) =>
        w.wall === wall &&
        w.side === side &&
        (at - w.origin) * w.sign > -0.01 &&
        (at - w.origin) * w.sign < w.length + 0.01,
    );
  const spaces = layout.proofs[roomId]?.spaces ?? [];
  const profile = spaces.flatMap((space) => {
    const turns = reachProfile(space.line, space.points);
    return space.line.pieces.flatMap((piece) => {
      const at = (along: number) =>
        piece.side === 'left' ? piece.start + along - piece.offset : piece.end - (along - piece.offset);
      return partsOf(piece, space.line.served ?? []).map(({ from, to, served }) => {
        const inside = turns.filter((t) => t.along > from && t.along < to);
        const ends = [from, to].map((along) => ({ along, distance: between(turns, along) }));
        const points = [nth(ends, 0), ...inside, nth(ends, 1)].flatMap((t): ProfilePoint[] => {
          const wall = find(piece.wall, piece.side, at(t.along));
          return wall && t.distance !== null
            ? [{ x: onRibbon(wall, at(t.along)), distance: t.distance }]
            : [];
        });
        const required = space.line.required && !served;
        return { required, served, points: points.sort((a, b) => a.x - b.x) };
      });
    });
  });
  const worst = spaces.flatMap((space) => {
    if (!space.farthest || !space.line.required) return [];
    const { along, distance } = space.farthest;
    const piece = space.line.pieces.findLast((p) => along >= p.offset - 1e-6) ?? nth(space.line.pieces, 0);
    const at =
      piece.side === 'left' ? piece.start + along - piece.offset : piece.end - (along - piece.offset);
    const wall = find(piece.wall, piece.side, at);
    return wall ? [{ x: onRibbon(wall, at), distance, broken: distance > limit + 1e-6 }] : [];
  });
  return {
    walls,
    width: x,
    height: Math.max(97, ...walls.map((w) => w.ceiling)),
    counterTop: rules('counter.top'),
    profile,
    worst,
  };
});

/** Every room laid out. */
export const unrolledRooms = query('unrolled rooms', (house: House): Readonly<Record<string, Unrolled>> =>
  gathered(idsOf(house.plan.rooms), (id) => unrollRoom(house, id)),
);

/** A piece of floor line cut where counters stand along it. */
function partsOf(piece: SpacePiece, served: readonly Along[]): (Along & { served: boolean })[] {
  const last = piece.offset + piece.end - piece.start;
  const cuts = served.flatMap((s) => [s.from, s.to]).filter((c) => c > piece.offset && c < last);
  const marks = [piece.offset, ...cuts, last].sort((a, b) => a - b);
  return marks.slice(1).map((to, i) => {
    const middle = (nth(marks, i) + to) / 2;
    return { from: nth(marks, i), to, served: served.some((s) => middle > s.from && middle < s.to) };
  });
}

function between(turns: readonly { along: number; distance: number }[], along: number): number | null {
  const after = turns.findIndex((t) => t.along >= along - 1e-9);
  if (after < 0) return turns.at(-1)?.distance ?? null;
  const b = nth(turns, after);
  const a = turns[after - 1];
  if (!a || b.along - a.along < 1e-9) return b.distance;
  return a.distance + ((b.distance - a.distance) * (along - a.along)) / (b.along - a.along);
}
