import { entryOf, nth } from '../../lookups/index.ts';
import type { Candidate } from '../candidates.ts';
import { ringBeginning } from '../lineSense.ts';
import { alongPiece } from '../reach.ts';
import type { FloorLine, SpacePiece } from '../../rooms/index.ts';
import { compareIds } from '../../plan/ids.ts';
import { distance, dot, subtract } from '../../geometry/index.ts';
import { facePoint } from '../../framing/faces.ts';
import { type DeviceKind, type Side, thing, valuesIn } from '../../plan/index.ts';
import type { Height } from '../../rules/index.ts';
import {
  aboveFloor,
  boxAt,
  boxesSeen,
  candidatesOn,
  pluggable,
  type DutyBox,
  type DutyRule,
  type OpenDuty,
  type Setting,
} from './duty.ts';

/** The middle of the longest wall of a line, along the line. */
function middleOfLongest({ pieces }: FloorLine): number {
  const lengthOf = ({ start, end }: SpacePiece) => Math.round((end - start) * 64);
  const [longest] = [...pieces].sort(
    (a, b) => lengthOf(b) - lengthOf(a) || compareIds(a.wall, b.wall) || a.start - b.start,
  );
  return longest ? alongPiece(longest, (longest.start + longest.end) / 2) : 0;
}

/** `count` places as even as can be along the longest lines; one alone on a line in the middle of its longest wall. */
function spread(s: Setting, count: number, height: Height): DutyBox[] {
  const lines = [...s.room.spaces].sort((a, b) => b.length - a.length);
  const chosen: DutyBox[] = [];
  for (let i = 0; i < count; i++) {
    const line = lines[i % Math.max(1, lines.length)];
    if (!line) break;
    const share = Math.ceil(count / lines.length);
    const begins = line.ring ? ringBeginning(line.pieces).origin : 0;
    const even = begins + (line.length * (Math.floor(i / lines.length) + 0.5)) / share;
    const wanted = share === 1 ? middleOfLongest(line) : even;
    const off = ({ along }: Candidate) => {
      const apart = Math.abs(along - (wanted % line.length));
      return line.ring ? Math.min(apart, line.length - apart) : apart;
    };
    const free = candidatesOn(s, [line], { height }).filter(
      (c) => !chosen.some((b) => b.wall === c.wall && Math.abs(b.at - c.at) < 12),
    );
    const best = free.sort(
      (a, b) =>
        (Math.abs(off(a) - off(b)) < 1e-6 ? 0 : off(a) - off(b)) || compareIds(a.wall, b.wall) || a.at - b.at,
    )[0];
    if (best) chosen.push(boxAt(best, 'receptacle', height));
  }
  return chosen;
}

function longSide({ room }: Setting): number {
  const polygon = room.boundary?.polygon ?? [];
  return Math.max(0, ...polygon.map((p, i) => distance(p, nth(polygon, (i + 1) % polygon.length))));
}

interface CountOwed {
  readonly owed: number;
  /** Above the finished floor; those over it do not count. */
  readonly highest?: number;
  readonly height: Height;
  readonly figures?: OpenDuty['figures'];
}

/** Rooms that owe at least so many receptacles, wherever they stand. */
function countDuty(
  s: Setting,
  rule: DutyRule,
  { owed, highest = Infinity, height, figures = {} }: CountOwed,
): OpenDuty[] {
  const there = boxesSeen(s, new Set<DeviceKind>([...pluggable, 'appliance-receptacle'])).filter(
    (p) => aboveFloor(p, s) <= highest,
  ).length;
  if (there >= owed) return [];
  const boxes = spread(s, owed - there, height);
  const place = boxes[0] ? { wall: boxes[0].wall, side: boxes[0].side, at: boxes[0].at } : null;
  return [
    {
      rule,
      room: s.room.id,
      about: [thing.room(s.room.id)],
      figures: { ...figures, owed, there },
      place,
      boxes,
    },
  ];
}

function foyerDuties(s: Setting): OpenDuty[] {
  if (s.room.area / 144 <= s.rules('foyer.area')) return [];
  const seen = boxesSeen(s, pluggable);
  return s.room.straight
    .filter((l) => l.length >= s.rules('foyer.wall') - 1e-6)
    .flatMap((line): OpenDuty[] => {
      const [piece] = line.pieces;
      if (
        !piece ||
        seen.some(
          (p) => p.wall === piece.wall && p.side === piece.side && p.at >= piece.start && p.at <= piece.end,
        )
      )
        return [];
      const best = candidatesOn(s, [line]).sort(
        (a, b) => Math.abs(a.along - line.length / 2) - Math.abs(b.along - line.length / 2),
      )[0];
      return [
        {
          rule: 'foyer.wall',
          room: s.room.id,
          about: [thing.room(s.room.id)],
          figures: { length: line.length },
          place: { wall: piece.wall, side: piece.side, at: (piece.start + piece.end) / 2 },
          boxes: best ? [boxAt(best, 'receptacle', null)] : [],
        },
      ];
    });
}

/** A vehicle's bay: what lies before its door, as far as half way to the next door in the same wall. Along that wall, inches. */
interface Bay {
  readonly wall: string;
  readonly start: number;
  readonly end: number;
  /** The middle of its door. */
  readonly middle: number;
}

function baysOf({ plan, room }: Setting): Bay[] {
  const walls = [...new Set(room.boundary?.faces.flatMap((f) => f.wall ?? []))];
  return walls.flatMap((wall) => {
    const doors = valuesIn(plan, 'openingsInWall', wall)
      .filter((o) => o.kind === 'garage-door')
      .sort((a, b) => a.at - b.at);
    const between = doors.slice(1).map((door, i) => {
      const before = nth(doors, i);
      return (before.at + before.width + door.at) / 2;
    });
    const edges = [-Infinity, ...between, Infinity];
    return doors.map(({ at, width }, i) => ({
      wall,
      start: nth(edges, i),
      end: nth(edges, i + 1),
      middle: at + width / 2,
    }));
  });
}

/** A receptacle in each vehicle bay, not two in one: NEC 210.52(G)(1) (from memory). */
function garageDuties(s: Setting): OpenDuty[] {
  const [highest, height] = [s.rules('garage.highest'), s.rules('height.garage')];
  const bays = baysOf(s);
  if (bays.length < 2) return countDuty(s, 'garage.bay', { owed: 1, highest, height });
  /** Where a place is along the wall of a bay's door. */
  const alongDoor = (bay: Bay, { wall, side, at }: { wall: string; side: Side; at: number }) => {
    const { from, unit } = entryOf(s.framing.lines, bay.wall);
    return dot(subtract(facePoint(s.framing, wall, side, at), from), unit);
  };
  const isIn = (bay: Bay, place: Parameters<typeof alongDoor>[1]) =>
    alongDoor(bay, place) > bay.start && alongDoor(bay, place) < bay.end;
  const seen = boxesSeen(s, new Set<DeviceKind>([...pluggable, 'appliance-receptacle'])).filter(
    (p) => aboveFloor(p, s) <= highest,
  );
  const there = bays.filter((bay) => seen.some((p) => isIn(bay, p))).length;
  if (there === bays.length) return [];
  const lines = [...s.room.spaces].sort((a, b) => b.length - a.length);
  const free = candidatesOn(s, lines, { height });
  const boxes = bays
    .filter((bay) => !seen.some((p) => isIn(bay, p)))
    .flatMap((bay) => {
      const off = (c: Candidate) => Math.abs(alongDoor(bay, c) - bay.middle);
      const best = free.filter((c) => isIn(bay, c)).sort((a, b) => off(a) - off(b))[0];
      return best ? [boxAt(best, 'receptacle', height)] : [];
    });
  const place = boxes[0] ? { wall: boxes[0].wall, side: boxes[0].side, at: boxes[0].at } : null;
  return [
    {
      rule: 'garage.bay',
      room: s.room.id,
      about: [thing.room(s.room.id)],
      figures: { owed: bays.length, there },
      place,
      boxes,
    },
  ];
}

/** What a room owes by its use alone: NEC 210.52(E) to (I) (from memory). */
export function dutiesByUse(s: Setting): OpenDuty[] {
  const { rules, room } = s;
  const usual = rules('height.receptacle');
  switch (room.use) {
    case 'laundry':
      return countDuty(s, 'laundry.none', { owed: 1, height: usual });
    case 'hall':
      return longSide(s) >= rules('hall.length') - 1e-6
        ? countDuty(s, 'hall.none', { owed: 1, height: usual, figures: { length: longSide(s) } })
        : [];
    case 'foyer':
      return foyerDuties(s);
    case 'garage':
      return garageDuties(s);
    case 'basement':
      return countDuty(s, 'basement.none', { owed: 1, height: rules('height.garage') });
    case 'porch':
    case 'outdoor':
      return countDuty(s, 'outdoor.none', { owed: 1, highest: rules('outdoor.highest'), height: usual });
    default:
      return [];
  }
}
