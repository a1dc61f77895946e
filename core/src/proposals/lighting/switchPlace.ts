import { entryOf, must, nth } from '../../lookups/index.ts';
import type { Side } from '../../plan/index.ts';
import { nominalBoxSize } from '../../materials/index.ts';
import type { Face, FoundRoom } from '../../rooms/index.ts';
import { isBehindDoor } from '../../boxes/candidates.ts';
import type { PlacedBox, Site } from '../../boxes/index.ts';
import { bottomFromSubfloor } from '../../boxes/kinds.ts';
import { boxSolids, ratedSolids, trimSolids } from '../../boxes/place.ts';
import { isClear, studFaces, wallSolids, type BoxBody } from '../../boxes/studFaces.ts';
import { latchOf } from './outside.ts';
import type { WayIn } from '../../rooms/ways.ts';

/** Where a switch box for a way in goes. */
export interface SwitchPlace {
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
  /** Between studs: only in a closed wall, where the box holds by its own wings. */
  readonly exact: boolean;
  readonly hand: 'latch' | 'around the corner' | 'other side';
  /** Whether the door is on the left hand of who faces the box. */
  readonly doorOnLeft: boolean;
  /** The box as it will stand, for those that are put up after it. */
  readonly box: PlacedBox;
}

/** Where switches may go: the boxes put up in the same pass are not in the layout yet. */
export interface SwitchSite extends Site {
  readonly putUp: readonly PlacedBox[];
}

/** How far from an opening a switch may go, inches, and whether behind an open door where nothing else is left. */
interface Allowed {
  readonly reach: number;
  readonly behindDoors: boolean;
}
type Where = SwitchSite & Allowed;

const switchDepth = 3.25;

/** The body of a switch box of so many gangs on a wall. */
function bodyOn(wall: string, gangs: number, s: Site): BoxBody {
  const { width, height } = nominalBoxSize(gangs);
  const bottom = bottomFromSubfloor(
    s.rules('height.switch'),
    height,
    entryOf(s.layout.settings, wall).floorFinish,
  );
  return { width, bottom, top: bottom + height };
}

/** A stretch of one side of a wall, and the place on it that is best. Along the wall, inches. */
interface Stretch {
  readonly wall: string;
  readonly side: Side;
  readonly span: readonly [number, number];
  readonly from: number;
}

/** Centres where a box of so many gangs can hang on a stretch of wall, nearest to `from` first. */
function placesOn({ wall, side, span, from }: Stretch, gangs: number, s: Where): number[] {
  const setting = s.layout.settings[wall];
  if (!setting) return [];
  const body = bodyOn(wall, gangs, s);
  const { width } = body;
  const others = [...(s.layout.onWall[wall] ?? []), ...s.putUp.filter((b) => b.wall === wall)];
  const solids = [
    ...wallSolids(setting.frame, setting.obstacles),
    ...boxSolids(others, side, switchDepth, setting),
    ...ratedSolids(others, side, setting, s.rules),
    ...trimSolids(s.plan, wall, s.rules),
  ];
  const [low, high] = [Math.min(...span) + width / 2, Math.max(...span) - width / 2];
  const open = setting.cover === 'open' && setting.frame.standing.length > 0;
  const places = open
    ? studFaces(setting.frame, body, solids, setting.visible[side]).map((f) => f.at)
    : grid(low, high).filter((at) => isClear(at, body, solids, setting.visible[side]));
  return places
    .filter(
      (at) =>
        at >= low - 1e-6 &&
        at <= high + 1e-6 &&
        (s.behindDoors || !isBehindDoor(s.plan, s.framing, { wall, side }, at)),
    )
    .sort((a, b) => Math.abs(a - from) - Math.abs(b - from));
}

function grid(low: number, high: number): number[] {
  return Array.from({ length: Math.max(0, Math.floor((high - low) * 2) + 1) }, (_, i) => low + i / 2);
}

/** The face of a room's boundary that meets this one at the end someone facing the wall has on a hand. */
function faceAround(
  room: FoundRoom,
  face: Face,
  towards: 1 | -1,
): { face: Face; corner: number; away: 1 | -1 } | null {
  const faces = must(room.boundary, 'the boundary of the room').faces;
  const i = faces.indexOf(face);
  const onwards = (face.endAt > face.startAt ? 1 : -1) === towards;
  const next = nth(faces, (i + (onwards ? 1 : faces.length - 1)) % faces.length);
  if (next.wall === null) return null;
  const corner = onwards ? next.startAt : next.endAt;
  const far = onwards ? next.endAt : next.startAt;
  return { face: next, corner, away: far > corner ? 1 : -1 };
}

/** Left or right as seen by who faces a side of a wall: on the left side the wall runs from their left hand to their right reversed. */
function isOnLeft(side: Side, at: number, of: number): boolean {
  return side === 'left' ? at > of : at < of;
}

/**
 * Where the switches of a way in go: inside the room, on the latch side, clear of trim and swing (common practice, no source). Where
 * that wall has no room for the box, around the corner on the same hand; then the hinge side, where the door does not cover it. Where
 * none of it is free, twice as far, and at last behind a door. Null when there is no place at all.
 */
export function switchPlace(way: WayIn, room: FoundRoom, gangs: number, s: SwitchSite): SwitchPlace | null {
  const reach = s.rules('switch.reach');
  const within = (allowed: Allowed) => placeWithin(way, room, gangs, { ...s, ...allowed });
  return (
    within({ reach, behindDoors: false }) ??
    within({ reach: 2 * reach, behindDoors: false }) ??
    within({ reach: 2 * reach, behindDoors: true })
  );
}

function placeWithin(way: WayIn, room: FoundRoom, gangs: number, s: Where): SwitchPlace | null {
  const o = entryOf(s.plan.openings, way.opening);
  const { edge, towards } = latchOf(way, s.plan);
  const [trim, reach] = [s.rules('trim.width'), s.reach];
  const { width } = nominalBoxSize(gangs);
  const place = (
    wall: string,
    side: Side,
    at: number,
    hand: SwitchPlace['hand'],
    door: number,
  ): SwitchPlace => ({
    wall,
    side,
    at,
    exact: entryOf(s.layout.settings, wall).cover === 'closed',
    hand,
    doorOnLeft: isOnLeft(side, door, at),
    box: {
      id: '',
      wall,
      side,
      at,
      planned: at,
      ...bodyOn(wall, gangs, s),
      depth: switchDepth,
      stud: null,
      studSide: null,
      backing: null,
      trouble: null,
    },
  });
  const beside = (from: number, way_: 1 | -1) =>
    placesOn(
      {
        wall: way.wall,
        side: way.side,
        span: [from + way_ * trim, from + way_ * (trim + reach + width)],
        from,
      },
      gangs,
      s,
    )[0];

  const latch = beside(edge, towards);
  if (latch !== undefined) return place(way.wall, way.side, latch, 'latch', edge);

  const around = aroundCorner({ way, room, edge, towards }, gangs, s);
  if (around) return place(around.wall, around.side, around.at, 'around the corner', around.corner);

  const hinge = towards === 1 ? o.at : o.at + o.width;
  const away = towards === 1 ? -1 : 1;
  const other = beside(hinge, away);
  if (other !== undefined) return place(way.wall, way.side, other, 'other side', hinge);
  const beyond = aroundCorner({ way, room, edge: hinge, towards: away }, gangs, s);
  return beyond && place(beyond.wall, beyond.side, beyond.at, 'other side', beyond.corner);
}

/** One edge of a way into a room, and the way along its wall that leads on from it. */
interface OpeningEdge {
  readonly way: WayIn;
  readonly room: FoundRoom;
  readonly edge: number;
  readonly towards: 1 | -1;
}

/** The first place past the corner that one edge of an opening is next to; null when there is none within reach. */
function aroundCorner(
  { way, room, edge, towards }: OpeningEdge,
  gangs: number,
  s: Where,
): { wall: string; side: Side; at: number; corner: number } | null {
  const face = must(room.boundary, 'the boundary of the room').faces.find(
    (f) =>
      f.wall === way.wall &&
      f.side === way.side &&
      edge >= Math.min(f.startAt, f.endAt) - 1 &&
      edge <= Math.max(f.startAt, f.endAt) + 1,
  );
  const next = face && faceAround(room, face, towards);
  if (!next) return null;
  const { side } = next.face;
  const wall = must(next.face.wall, 'the wall past the corner');
  const span = [next.corner, next.corner + next.away * (s.reach + nominalBoxSize(gangs).width)] as const;
  const at = placesOn({ wall, side, span, from: next.corner }, gangs, s)[0];
  return at === undefined ? null : { wall, side, at, corner: next.corner };
}
