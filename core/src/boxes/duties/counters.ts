import { nth } from '../../lookups/index.ts';
import { type Fixture, thing } from '../../plan/index.ts';
import type { FloorLine } from '../../rooms/index.ts';
import { coverLine } from '../coverLine.ts';
import { lineGaps, seenOn } from './lines.ts';
import {
  aboveFloor,
  boxAt,
  boxesSeen,
  candidatesOn,
  fixturesOf,
  pluggable,
  type OpenDuty,
  type Setting,
} from './duty.ts';

const counterBreaks: ReadonlySet<Fixture['kind']> = new Set([
  'sink',
  'range',
  'cooktop',
  'refrigerator',
  'oven',
  'freezer',
]);

/** The stretches of wall counter left between sinks and ranges, each a line of its own. */
function counterLines(s: Setting): { line: FloorLine; fixture: string }[] {
  const all = fixturesOf(s);
  return all.flatMap(([id, f]) => {
    if (f.kind !== 'counter' && f.kind !== 'peninsula') return [];
    const breaks = all
      .filter(([, b]) => counterBreaks.has(b.kind) && b.wall === f.wall && b.side === f.side)
      .map(([, b]) => b)
      .sort((a, b) => a.at - b.at);
    const edges: [number, number][] = [];
    let from = f.at;
    for (const b of breaks) {
      if (b.at > from) edges.push([from, Math.min(b.at, f.at + f.width)]);
      from = Math.max(from, b.at + b.width);
    }
    edges.push([from, f.at + f.width]);
    return edges
      .filter(([a, b]) => b - a >= s.rules('counter.minWidth') - 1e-6)
      .map(([start, end]) => ({
        fixture: id,
        line: {
          length: end - start,
          ring: false,
          pieces: [{ wall: f.wall, side: f.side, start, end, offset: 0 }],
        },
      }));
  });
}

/** Wall counters: NEC 210.52(C)(1), (3) (from memory). */
export function counterDuties(s: Setting): OpenDuty[] {
  const { rules } = s;
  const [low, high] = [rules('counter.top'), rules('counter.top') + rules('counter.highest')];
  const seen = boxesSeen(s, pluggable).filter(
    (p) => aboveFloor(p, s) > low && aboveFloor(p, s) <= high + 1e-6,
  );
  return counterLines(s).flatMap(({ line, fixture }): OpenDuty[] => {
    const piece = nth(line.pieces, 0);
    const fixed = seenOn(line, seen);
    const maxGap = rules('counter.maxGap');
    const widest = lineGaps(line, fixed);
    if (widest <= maxGap + 1e-6) return [];
    const height = rules('height.counter');
    const onFaces = coverLine(line, fixed, candidatesOn(s, [line], { height }), maxGap);
    const cover =
      onFaces.excess <= 1e-6
        ? onFaces
        : coverLine(
            line,
            fixed,
            [
              ...candidatesOn(s, [line], { height }),
              ...candidatesOn(s, [line], { height, exact: true }),
            ].sort((a, b) => a.along - b.along),
            maxGap,
          );
    const figures = {
      length: line.length,
      distance: Number.isFinite(widest) ? widest / 2 : -1,
      limit: maxGap / 2,
    };
    return [
      {
        rule: 'counter.maxGap',
        room: s.room.id,
        about: [thing.room(s.room.id), thing.fixture(fixture)],
        figures,
        place: {
          wall: piece.wall,
          side: piece.side,
          at: (piece.start + piece.end) / 2,
        },
        boxes: cover.added.map((c) => boxAt(c, 'counter-receptacle', null)),
      },
    ];
  });
}
