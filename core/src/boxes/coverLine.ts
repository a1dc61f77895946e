import { nth } from '../lookups/index.ts';
import { type FloorLine, type Along, unservedLength } from '../rooms/index.ts';
import type { Candidate } from './candidates.ts';
import { senseOf } from './lineSense.ts';
import { type Shortfall, fewestCover } from './cover.ts';

const doorPenalty = 10;

/** What a line still owes between two of its receptacles: the code's reach, and each required straight wall by itself. */
function shortfallOf(line: FloorLine, maxGap: number, straight: readonly Along[]): Shortfall {
  const half = maxGap / 2;
  const turns = line.ring ? [0, line.length] : [0];
  const walls = straight.flatMap((s) => turns.map((t) => ({ from: s.from + t, to: s.to + t })));
  return (from, to) => {
    const low = from === null ? 0 : from + half;
    const high = to === null ? line.length : to - half;
    const around = unservedLength(line, low, high);
    const alone = walls.map((w) => {
      const first = from !== null && from >= w.from - 1e-9 && from <= w.to + 1e-9;
      const last = to !== null && to >= w.from - 1e-9 && to <= w.to + 1e-9;
      if (first === last) {
        const between =
          (from ?? -Infinity) < w.from && (to ?? Infinity) > w.to && w.to <= (to ?? line.length);
        return !first && between ? unservedLength(line, w.from, w.to) : 0;
      }
      return first
        ? unservedLength(line, Math.max(w.from, low), w.to)
        : unservedLength(line, w.from, Math.min(w.to, high));
    });
    return around + alone.reduce((sum, inches) => sum + inches, 0);
  };
}

/** The fewest of some candidates that, with what is fixed, leave no gap over `maxGap` on a line, nor on `straight` walls of it. */
export function coverLine(
  given: FloorLine,
  fixed: readonly number[],
  candidates: readonly Candidate[],
  maxGap: number,
  straight: readonly Along[] = [],
) {
  const { line, placeOf, stretchesOf } = senseOf(given);
  const points = [
    ...fixed.map((along) => ({
      along: placeOf(along),
      fixed: true,
      penalty: 0,
      candidate: null as Candidate | null,
    })),
    ...candidates.map((c) => ({
      along: placeOf(c.along),
      fixed: false,
      penalty: c.behindDoor ? doorPenalty : 0,
      candidate: c as Candidate | null,
    })),
  ].sort((a, b) => a.along - b.along || Number(b.fixed) - Number(a.fixed));
  const cover = fewestCover(points, line, maxGap, shortfallOf(line, maxGap, stretchesOf(straight)));
  return {
    added: cover.chosen.flatMap((i) => nth(points, i).candidate ?? []).sort((a, b) => a.along - b.along),
    excess: cover.excess,
  };
}
