import { entryOf, must, nth } from '../lookups/index.ts';
import type { WallFrame } from '../framing/index.ts';
import { compareIds } from '../plan/ids.ts';
import {
  isOnWall,
  valuesIn,
  type Box,
  type DeviceKind,
  type Layer,
  type Obstacle,
  type Plan,
  type Side,
  type WallPlace,
} from '../plan/index.ts';
import { isThroughWall } from '../plan/kinds.ts';
import { nominalBoxSize, type Catalogue } from '../materials/index.ts';
import { sideSeen, type BoundedRooms } from '../rooms/seeing.ts';
import type { RuleBook } from '../rules/index.ts';
import { bottomFromSubfloor, boxSize, houseHeight } from './kinds.ts';
import type { Bounded } from './site.ts';
import {
  isClear,
  seenFrom,
  studFaces,
  type BoxBody,
  type Solid,
  type StudFace,
  type Visible,
} from './studFaces.ts';

/** Blocking that holds a box away from a stud face, or behind three gangs and more. */
export interface Backing {
  readonly size: string;
  readonly length: number;
  /** Numbers of the studs it spans. */
  readonly between: readonly [number, number];
}

/** A wall box where it will really be nailed. Lengths along the wall; heights above the subfloor. */
export interface PlacedBox {
  readonly id: string;
  readonly wall: string;
  readonly side: Side;
  readonly at: number;
  readonly planned: number;
  readonly width: number;
  readonly bottom: number;
  readonly top: number;
  readonly depth: number;
  readonly stud: number | null;
  readonly studSide: Side | null;
  readonly backing: Backing | null;
  readonly trouble: 'no-face' | 'collides' | null;
}

/** What placing needs to know of one wall. */
export interface WallSetting {
  readonly frame: WallFrame;
  readonly framingSize: string;
  readonly obstacles: readonly Obstacle[];
  readonly visible: Readonly<Record<Side, Visible>>;
  readonly floorFinish: number;
  readonly finish: Readonly<Record<Side, number>>;
  readonly layers: Readonly<Record<Side, readonly Layer[]>>;
  readonly rated: Plan['walls'][string]['rated'];
  readonly cover: Plan['walls'][string]['cover'];
}

/** Stretches of a wall's side that rooms see; null when none does. */
function visibleOn(rooms: BoundedRooms, wall: string, side: Side): Visible {
  const seen = sideSeen(rooms, wall, side);
  return seen.length === 0 ? null : seen.map(({ start, end }) => ({ start, end }));
}

export function wallSetting({ plan, framing, rooms }: Bounded, wallId: string): WallSetting {
  const wall = entryOf(plan.walls, wallId);
  const frame = entryOf(framing.walls, wallId);
  return {
    frame,
    framingSize: wall.framing,
    obstacles: valuesIn(plan, 'obstaclesInWall', wallId),
    visible: { left: visibleOn(rooms, wallId, 'left'), right: visibleOn(rooms, wallId, 'right') },
    floorFinish: entryOf(plan.levels, frame.line.level).floorFinish,
    finish: wall.finish,
    layers: wall.layers,
    rated: wall.rated,
    cover: wall.cover,
  };
}

function bodyOf({ box, on, kinds }: WallBox, s: Placing): BoxBody & { depth: number } {
  const size = boxSize(box, s.catalogue);
  const { floorFinish } = s.setting;
  // House heights are said of the usual box: one taller or lower stands so that its device is on the same line.
  const usual = nominalBoxSize(1).height;
  const bottom = on.height
    ? bottomFromSubfloor(on.height, size.height, floorFinish)
    : bottomFromSubfloor(houseHeight(kinds, s.rules), usual, floorFinish) + (usual - size.height) / 2;
  return { width: size.width, bottom, top: bottom + size.height, depth: size.depth };
}

/** A box of a wall with what it holds. */
interface WallBox {
  readonly id: string;
  readonly box: Box;
  readonly on: WallPlace;
  readonly kinds: readonly DeviceKind[];
}

/** What all boxes of one wall are placed by. */
export interface Placing {
  readonly setting: WallSetting;
  /** What stands in the wall besides boxes. */
  readonly solids: readonly Solid[];
  readonly kindsOf: (box: string) => readonly DeviceKind[];
  readonly rules: RuleBook;
  readonly catalogue: Catalogue;
}

/** Other boxes as solids: in the way on the same side; on the other side only when both are too deep for the wall. */
export function boxSolids(
  placed: readonly PlacedBox[],
  side: Side,
  depth: number,
  setting: WallSetting,
): Solid[] {
  const inside = (p: { side: Side; depth: number }) => p.depth - setting.finish[p.side];
  return placed
    .filter((p) => p.side === side || inside(p) + inside({ side, depth }) > setting.frame.line.depth)
    .map((p) => ({ start: p.at - p.width / 2, end: p.at + p.width / 2, low: p.bottom, high: p.top }));
}

/** In a rated wall, whatever would come too near a box on the other side: IRC 2021 R302.4.2 (from memory). */
export function ratedSolids(
  placed: readonly PlacedBox[],
  side: Side,
  setting: WallSetting,
  rules: RuleBook,
): Solid[] {
  if (setting.rated === 'none') return [];
  const apart = rules('rated.apart');
  return placed
    .filter((p) => p.side !== side)
    .map((p) => ({
      start: p.at - p.width / 2 - apart,
      end: p.at + p.width / 2 + apart,
      low: 0,
      high: Infinity,
    }));
}

/** Trim around openings, which a plate must clear. Common practice, no source. */
export function trimSolids(plan: Plan, wallId: string, rules: RuleBook): Solid[] {
  const trim = rules('trim.width');
  return valuesIn(plan, 'openingsInWall', wallId)
    .filter(isThroughWall)
    .map((o) => ({
      start: o.at - trim,
      end: o.at + o.width + trim,
      low: o.sill - trim,
      high: o.head + trim,
    }));
}

function neighbours(frame: WallFrame, at: number): [number, number] | null {
  const before = frame.standing.findLast((m) => m.at < at);
  const after = frame.standing.find((m) => m.at >= at);
  return before && after
    ? [must(before.number, 'the number of a stud'), must(after.number, 'the number of a stud')]
    : null;
}

function backingFor(setting: WallSetting, at: number): Backing | null {
  const between = neighbours(setting.frame, at);
  if (!between) return null;
  const [a, b] = between.map((n) => nth(setting.frame.standing, n - 1)) as [
    (typeof setting.frame.standing)[number],
    (typeof setting.frame.standing)[number],
  ];
  return { size: setting.framingSize, length: b.at - a.at - (a.width + b.width) / 2, between };
}

function nearestFace(faces: readonly StudFace[], at: number): StudFace | null {
  return faces.reduce<StudFace | null>(
    (best, f) => (!best || Math.abs(f.at - at) < Math.abs(best.at - at) - 1e-9 ? f : best),
    null,
  );
}

const reach = 24;
const touching = 1 / 8;
/** Nothing farther than this and its own width changes where a box is nailed: a stud is at most as wide as a plank lies flat. */
const concern = reach + 12;

const nearSolids = (solids: readonly Solid[], at: number, { width }: BoxBody): Solid[] =>
  solids.filter((x) => x.start < at + concern + width && x.end > at - concern - width);

const standingNear = (
  { standing }: WallFrame,
  at: number,
  { width }: BoxBody,
): Pick<WallFrame, 'standing'> => ({
  standing: standing.filter((m) => Math.abs(m.at - at) < concern + width),
});

function placeBox(own: WallBox, s: Placing, placed: readonly PlacedBox[]): PlacedBox {
  const { id, box, on } = own;
  const { setting } = s;
  const body = bodyOf(own, s);
  const visible = setting.visible[on.side];
  const solids = nearSolids([...s.solids, ...boxSolids(placed, on.side, body.depth, setting)], on.at, body);
  const faces = studFaces(standingNear(setting.frame, on.at, body), body, solids, visible);
  const stays = box.exact || box.existing || setting.frame.standing.length === 0;
  const face = nearestFace(faces, on.at);
  const found = face && Math.abs(face.at - on.at) <= (stays ? touching : reach) ? face : null;
  const at = stays || !found ? on.at : found.at;
  const member = found?.member ?? nearestMember(setting.frame, at);
  const towards = found?.towards ?? (member && member.at < at ? 1 : -1);
  const collides = !isClear(at, body, solids, visible);
  const needsBacking = setting.cover === 'open' && !box.existing && ((stays && !found) || box.gangs >= 3);
  return {
    id,
    wall: on.wall,
    side: on.side,
    at,
    planned: on.at,
    width: body.width,
    bottom: body.bottom,
    top: body.top,
    depth: body.depth,
    stud: member?.number ?? null,
    studSide: member ? seenFrom(on.side, towards) : null,
    backing: needsBacking ? backingFor(setting, at) : null,
    trouble: collides ? 'collides' : !stays && !found ? 'no-face' : null,
  };
}

function nearestMember(frame: WallFrame, at: number) {
  return frame.standing.reduce<WallFrame['standing'][number] | null>(
    (best, m) => (!best || Math.abs(m.at - at) < Math.abs(best.at - at) - 1e-9 ? m : best),
    null,
  );
}

/**
 * Places all boxes of one wall: fixed ones first, then pinned, then the rest in id order, each on the nearest stud face that
 * is still free within 24 in. A box that finds none stays where it was planned and says so.
 */
export function placeBoxes(boxes: readonly (readonly [string, Box])[], s: Placing): PlacedBox[] {
  const rank = (b: Box) => (b.existing || b.exact ? 0 : b.pinned ? 1 : 2);
  const ordered = [...boxes].sort((a, b) => rank(a[1]) - rank(b[1]) || compareIds(a[0], b[0]));
  const placed: PlacedBox[] = [];
  for (const [id, box] of ordered)
    if (isOnWall(box.on)) placed.push(placeBox({ id, box, on: box.on, kinds: s.kindsOf(id) }, s, placed));
  return placed.sort((a, b) => a.at - b.at || compareIds(a.id, b.id));
}
