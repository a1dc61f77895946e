import { receptacleCandidates, type Candidate } from '../../boxes/candidates.ts';
import { dot, subtract, type XYZ } from '../../geometry/index.ts';
import { entriesOf, idsOf } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
import type { Box, Plan } from '../../plan/index.ts';
import { roomHolding, sideSeen } from '../../rooms/seeing.ts';
import type { House } from '../../stages/index.ts';

/** A splice box stands this near the place it was asked at, along its wall. Inches. */
const within = 40;

interface Place {
  readonly on: Box['on'];
  readonly exact?: boolean;
}

/** Where a splice box goes that is asked for at a point of a cable: in the nearest bay of the open wall the cable is in, on a side a room sees; over the walls, in the ceiling of the room below. Null where nothing there stays in reach. */
export function splicePlace(at: XYZ, house: House): Place | null {
  return inWall(at, house) ?? inCeiling(at, house);
}

function inWall(at: XYZ, house: House): Place | null {
  const { plan, framing, rooms } = house;
  const found = entriesOf(framing.lines).flatMap(([wall, line]) => {
    const level = entryOf(plan.levels, line.level);
    const from = subtract(at, line.from);
    const along = dot(from, line.unit);
    const off = Math.abs(from.x * line.unit.y - from.y * line.unit.x);
    const inside = off <= line.depth / 2 + 0.5 && along >= 0 && along <= line.length;
    const height = at.z - level.elevation;
    if (!inside || height < 0 || height > level.ceiling || entryOf(plan.walls, wall).cover === 'closed')
      return [];
    return (['left', 'right'] as const).flatMap((side) =>
      sideSeen(rooms, wall, side).flatMap((seen) => {
        const start = Math.max(seen.start, along - within);
        const end = Math.min(seen.end, along + within);
        if (end - start < 4) return [];
        const line = {
          length: end - start,
          ring: false,
          pieces: [{ wall, side, start, end, offset: 0 }],
        };
        return receptacleCandidates(line, house).map((c) => ({ c, away: Math.abs(c.at - along) }));
      }),
    );
  });
  const best = found.reduce<{ c: Candidate; away: number } | null>(
    (near, f) => (!near || f.away < near.away - 1e-9 ? f : near),
    null,
  );
  return best && { on: { wall: best.c.wall, side: best.c.side, at: best.c.at }, exact: best.c.exact };
}

function inCeiling(at: XYZ, { plan }: House): Place | null {
  const room = levelsUnder(plan, at.z).flatMap((level) => roomHolding(plan, level, at) ?? [])[0];
  if (room === undefined) return null;
  const { level, above } = entryOf(plan.rooms, room);
  if ((above ?? entryOf(plan.levels, level).above) === 'closed') return null;
  return { on: { ceiling: room, x: Math.round(at.x * 4) / 4, y: Math.round(at.y * 4) / 4 } };
}

/** Levels whose ceiling a height is at or over, the nearest first. */
const levelsUnder = (plan: Plan, z: number): string[] =>
  [...idsOf(plan.levels)]
    .filter((id) => {
      const { elevation, ceiling } = entryOf(plan.levels, id);
      return z >= elevation + ceiling - 2;
    })
    .sort((a, b) => entryOf(plan.levels, b).elevation - entryOf(plan.levels, a).elevation);
