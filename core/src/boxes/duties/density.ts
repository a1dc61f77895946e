import { nth } from '../../lookups/index.ts';
import { spacedUses } from '../../rooms/index.ts';
import { coverLine } from '../coverLine.ts';
import { keepApart, lineGaps, seenOn } from './lines.ts';
import {
  aboveFloor,
  boxAt,
  boxesSeen,
  candidatesOn,
  fixturesOf,
  pluggable,
  type DutyBox,
  type OpenDuty,
  type Setting,
} from './duty.ts';
import { thing } from '../../plan/things.ts';

const workRooms = new Set(['garage', 'workshop']);

/** A closer gap along the walls of garages and workshops: a company's own rule (common practice, no source). */
function closerGap(s: Setting): OpenDuty[] {
  const maxGap = s.rules('density.gap');
  return s.room.spaces.flatMap((line): OpenDuty[] => {
    if (line.length < s.rules('spacing.minWall')) return [];
    const fixed = seenOn(line, boxesSeen(s, pluggable));
    const widest = lineGaps(line, fixed);
    if (widest <= maxGap + 1e-6) return [];
    const { added } = coverLine(
      line,
      fixed,
      candidatesOn(s, [line], { height: s.rules('height.garage') }),
      maxGap,
    );
    const [first] = added;
    return [
      {
        rule: 'density.gap',
        room: s.room.id,
        about: [thing.room(s.room.id)],
        figures: { distance: Number.isFinite(widest) ? widest : -1, limit: maxGap },
        place: first ? { wall: first.wall, side: first.side, at: first.at } : null,
        boxes: added.map((c) => boxAt(c, 'receptacle', s.rules('height.garage'))),
      },
    ];
  });
}

/** A fixed count on every straight wall: a company's own rule (common practice, no source). */
function countPerWall(s: Setting): OpenDuty[] {
  const owed = s.rules('density.perWall');
  const seen = boxesSeen(s, pluggable);
  return s.room.straight
    .filter((line) => line.length >= s.rules('spacing.minWall') - 1e-6)
    .flatMap((line): OpenDuty[] => {
      const there = seenOn(line, seen);
      if (there.length >= owed) return [];
      const candidates = candidatesOn(s, [line], {});
      const chosen: DutyBox[] = [];
      const taken = [...there];
      for (let i = 0; i < owed && chosen.length < owed - there.length; i++) {
        const target = ((i + 0.5) * line.length) / owed;
        if (taken.some((at) => Math.abs(at - target) < line.length / owed / 2)) continue;
        const best = candidates
          .filter((c) => keepApart(c.along, taken))
          .sort((a, b) => Math.abs(a.along - target) - Math.abs(b.along - target))[0];
        if (!best) break;
        taken.push(best.along);
        chosen.push(boxAt(best, 'receptacle', null));
      }
      const piece = nth(line.pieces, 0);
      return [
        {
          rule: 'density.wall',
          room: s.room.id,
          about: [thing.room(s.room.id)],
          figures: { there: there.length, owed, length: line.length },
          place: { wall: piece.wall, side: piece.side, at: (piece.start + piece.end) / 2 },
          boxes: chosen,
        },
      ];
    });
}

/** What a bench is worked at between: a receptacle of the second row stands over its top and within reach. */
const benchTop = 34;
const benchHighest = 66;

/** A second row over every bench: a company's own rule (common practice, no source). */
function secondRow(s: Setting): OpenDuty[] {
  const maxGap = s.rules('bench.maxGap');
  const height = s.rules('height.bench');
  const seen = boxesSeen(s, pluggable).filter(
    (p) => aboveFloor(p, s) > benchTop && aboveFloor(p, s) <= benchHighest,
  );
  return fixturesOf(s).flatMap(([id, f]): OpenDuty[] => {
    if (f.kind !== 'bench') return [];
    const piece = { wall: f.wall, side: f.side, start: f.at, end: f.at + f.width, offset: 0 };
    const line = { length: f.width, ring: false, pieces: [piece] };
    const fixed = seenOn(line, seen);
    const widest = lineGaps(line, fixed);
    if (widest <= maxGap + 1e-6) return [];
    const faces = candidatesOn(s, [line], { height });
    const { added } = coverLine(line, fixed, faces, maxGap);
    return [
      {
        rule: 'bench.row',
        room: s.room.id,
        about: [thing.room(s.room.id), thing.fixture(id)],
        figures: { length: f.width, limit: maxGap },
        place: { wall: f.wall, side: f.side, at: f.at + f.width / 2 },
        boxes: added.map((c) => ({
          ...boxAt(c, 'receptacle', height),
          reason: 'Second row over the bench.',
        })),
      },
    ];
  });
}

/** What a company asks for beyond the code, by the school it keeps. */
export function densityDuties(s: Setting): OpenDuty[] {
  const school = s.rules('density.school');
  const counted = spacedUses.has(s.room.use) || workRooms.has(s.room.use);
  return [
    ...(school === 'gap' && workRooms.has(s.room.use) ? closerGap(s) : []),
    ...(school === 'per-wall' && counted ? countPerWall(s) : []),
    ...(s.rules('bench.row') === 'row' ? secondRow(s) : []),
  ];
}
