import { lastOf, nth } from '../lookups/index.ts';
import { compareIds } from '../plan/ids.ts';
import type { Along, FloorLine, SpacePiece } from '../rooms/index.ts';
import { alongPiece } from './reach.ts';

/** A floor line with where it is counted from and which way, so that a house drawn the other way about counts alike. Inches. */
export interface LineSense {
  readonly line: FloorLine;
  /** The same place as it is counted. */
  readonly placeOf: (along: number) => number;
  /** The same stretches as they are counted; one that goes past the beginning of a ring is two. */
  readonly stretchesOf: (stretches: readonly Along[]) => Along[];
}

interface LineEnd {
  readonly wall: string;
  readonly at: number;
}
const beginning = (p: SpacePiece): LineEnd => ({ wall: p.wall, at: p.side === 'left' ? p.start : p.end });
const end = (p: SpacePiece): LineEnd => ({ wall: p.wall, at: p.side === 'left' ? p.end : p.start });
const compare = (a: LineEnd, b: LineEnd): number => compareIds(a.wall, b.wall) || a.at - b.at;

/** Where a ring is counted from: the beginning of its first wall by id, and whether that wall is walked backwards. */
export function ringBeginning(pieces: readonly SpacePiece[]): { origin: number; isBack: boolean } {
  const [first] = [...pieces].sort((a, b) => compareIds(a.wall, b.wall) || a.start - b.start);
  return first
    ? { origin: alongPiece(first, first.start), isBack: first.side === 'right' }
    : { origin: 0, isBack: false };
}

/** A line counted from the end that is the first by its wall and place; a ring from its first wall, the way that wall was drawn. */
export function senseOf(line: FloorLine): LineSense {
  const { ring, length, pieces } = line;
  const own = ring ? ringBeginning(pieces) : { origin: 0, isBack: false };
  const isBack =
    ring || pieces.length === 0 ? own.isBack : compare(beginning(nth(pieces, 0)), end(lastOf(pieces))) > 0;
  const placeOf = (along: number): number => {
    if (!ring) return isBack ? length - along : along;
    const counted = isBack ? own.origin - along : along - own.origin;
    const around = ((counted % length) + length) % length;
    return length - around < 1e-6 ? 0 : around;
  };
  const stretchesOf = (stretches: readonly Along[]): Along[] =>
    stretches
      .flatMap(({ from, to }): Along[] => {
        const begins = placeOf(isBack ? to : from);
        const ends = begins + to - from;
        if (!ring || ends <= length + 1e-6) return [{ from: begins, to: ends }];
        return [
          { from: begins, to: length },
          { from: 0, to: ends - length },
        ];
      })
      .sort((a, b) => a.from - b.from);
  return {
    line: { ...line, ...(line.served ? { served: stretchesOf(line.served) } : {}) },
    placeOf,
    stretchesOf,
  };
}
