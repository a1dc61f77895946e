import { entryOf, must, nth } from '../../lookups/index.ts';
import {
  add,
  distance,
  distancePointSegment,
  innerPoint,
  leftOf,
  pointInPolygon,
  scale,
  type XY,
} from '../../geometry/index.ts';
import type { Framing } from '../../framing/index.ts';
import { valuesIn, type DeviceKind, type Plan, type Side } from '../../plan/index.ts';
import type { FoundRoom } from '../../rooms/index.ts';
import type { Height, RuleBook } from '../../rules/index.ts';
import { frameOfRoom, type RoomFrame } from '../../rooms/roomFrame.ts';
import { facePoint } from '../../framing/faces.ts';
import type { BoxLayout } from '../../boxes/index.ts';
import { outsideLight } from './outside.ts';
import { lightsIn, lightsOutside } from '../../boxes/lights.ts';
import { waysInto, openAir, type Rooms } from '../../rooms/ways.ts';
import { isLeftAsItIs } from '../../rooms/work.ts';

/** A light the tool would add: on a ceiling, or on a wall at a height. */
export type ProposedLight =
  | {
      readonly on: 'ceiling';
      readonly room: string;
      readonly at: XY;
      readonly kind: DeviceKind;
      readonly va: number;
    }
  | {
      readonly on: 'wall';
      readonly wall: string;
      readonly side: Side;
      readonly at: number;
      readonly height: Height;
      readonly kind: DeviceKind;
      readonly va: number;
      readonly reason: string;
    };

export const lightVa = 60;
const waferVa = 12;
const fanVa = 40;
/** Clear of walls, so that the trim of a light can be set. Common practice, no source. */
const clearOfWall = 6;

/** Places of rows across a width: how many, and where, by the house's rule for the first row. */
export function rowPlaces(width: number, rules: RuleBook): number[] {
  const every = rules('light.every');
  const wall = rules('light.wall');
  if (rules('light.firstRow') === 'fixed') {
    const inner = width - 2 * wall;
    if (inner < every / 4) return [width / 2];
    const gaps = Math.ceil(inner / every - 1e-9);
    return Array.from({ length: gaps + 1 }, (_, i) => wall + (i * inner) / gaps);
  }
  const rows = Math.max(1, Math.ceil(width / every - 1e-9));
  return Array.from({ length: rows }, (_, i) => ((i + 0.5) * width) / rows);
}

/** Where rows of lights come in a room: a grid over its extent, without what falls outside or close to a wall. */
export function lightPlaces(
  polygon: readonly XY[],
  middle: XY,
  columns: readonly number[],
  rows: readonly number[],
): XY[] {
  const [left, low] = [Math.min(...polygon.map((p) => p.x)), Math.min(...polygon.map((p) => p.y))];
  const clear = (p: XY) =>
    pointInPolygon(p, polygon) &&
    polygon.every(
      (a, i) => distancePointSegment(p, a, nth(polygon, (i + 1) % polygon.length)) >= clearOfWall,
    );
  const grid = columns.flatMap((x) => rows.map((y) => ({ x: left + x, y: low + y }))).filter(clear);
  if (grid.length > 0) return grid;
  const center = innerPoint(polygon);
  return [center && clear(center) ? center : middle];
}

function extent(polygon: readonly XY[]): { width: number; depth: number } {
  const span = (pick: (p: XY) => number) => Math.max(...polygon.map(pick)) - Math.min(...polygon.map(pick));
  return { width: span((p) => p.x), depth: span((p) => p.y) };
}

/** In a closet the place farthest from its walls, where its middle is not: storage is on them. */
function clearest(polygon: readonly XY[], middle: XY): XY {
  const clearance = (p: XY) =>
    Math.min(...polygon.map((a, i) => distancePointSegment(p, a, nth(polygon, (i + 1) % polygon.length))));
  const inner = innerPoint(polygon);
  return inner && clearance(inner) > clearance(middle) + 0.5 ? inner : middle;
}

/** A closed room in its own frame. */
interface Framed {
  readonly polygon: readonly XY[];
  readonly frame: RoomFrame;
}

function roomLights(
  room: FoundRoom,
  { polygon, frame }: Framed,
  plan: Plan,
  rules: RuleBook,
): ProposedLight[] {
  const { width, depth } = extent(polygon);
  const small = room.use === 'closet' || room.use === 'stair' || rules('light.layout') === 'middle';
  const [columns, rows] = small
    ? [[width / 2], [depth / 2]]
    : [rowPlaces(width, rules), rowPlaces(depth, rules)];
  const found = lightPlaces(polygon, frame.toRoom(entryOf(plan.rooms, room.id)), columns, rows);
  const places = room.use === 'closet' ? [clearest(polygon, nth(found, 0))] : found;
  const kind = places.length > 1 ? 'wafer-light' : 'light';
  return places.map((at) => ({
    on: 'ceiling',
    room: room.id,
    at: frame.toPlan(tidyPlace(at)),
    kind,
    va: kind === 'light' ? lightVa : waferVa,
  }));
}

/** To a quarter of an inch from the walls it is measured from. */
const tidyPlace = (p: XY): XY => ({ x: Math.round(p.x * 4) / 4, y: Math.round(p.y * 4) / 4 });

/** Over the tub, shower or toilet where one is drawn, else a quarter of the way in: IRC 2021 M1505 wants the air moved (from memory). */
function bathFan(room: FoundRoom, { polygon, frame }: Framed, plan: Plan, framing: Framing): ProposedLight[] {
  const wet = (['shower', 'tub', 'toilet'] as const)
    .flatMap((kind) => valuesIn(plan, 'fixturesInRoom', room.id).filter((f) => f.kind === kind))
    .find((f) => f.wall !== undefined);
  const center = must(innerPoint(polygon), 'a place inside the room');
  let at: XY = { x: center.x, y: center.y + extent(polygon).depth / 4 };
  if (wet?.wall) {
    const out = scale(
      leftOf(entryOf(framing.lines, wet.wall).unit),
      (wet.side === 'left' ? 1 : -1) * (wet.depth / 2),
    );
    at = frame.toRoom(add(facePoint(framing, wet.wall, wet.side, wet.at + wet.width / 2), out));
  }
  if (distance(at, center) < 14) at = { x: at.x, y: at.y + 18 };
  return pointInPolygon(at, polygon)
    ? [{ on: 'ceiling', room: room.id, at: frame.toPlan(tidyPlace(at)), kind: 'bath-fan', va: fanVa }]
    : [];
}

/** Lights the plan's rooms and outside doors still lack. Pure. */
export function proposeLights(
  plan: Plan,
  framing: Framing,
  rooms: Rooms,
  layout: BoxLayout,
  rules: RuleBook,
): ProposedLight[] {
  return Object.values(rooms).flatMap((room) => {
    if (!room.boundary || isLeftAsItIs(plan, room) || openAir.has(room.use)) return [];
    const own = lightsIn(plan, room.id, rooms).map((d) => entryOf(plan.devices, d).kind);
    const lit = own.some((kind) => kind !== 'bath-fan');
    const fanned = own.includes('bath-fan');
    const airs = room.use === 'bath' || room.use === 'powder';
    const open = waysInto(room.id, plan, rooms).filter(
      (w) => w.outside && entryOf(plan.walls, w.wall).cover === 'open' && lightsOutside(w, plan).length === 0,
    );
    const frame = frameOfRoom(room.boundary, framing);
    const framed = { polygon: room.boundary.polygon.map(frame.toRoom), frame };
    return [
      ...(lit ? [] : roomLights(room, framed, plan, rules)),
      ...(airs && !fanned ? bathFan(room, framed, plan, framing) : []),
      ...open.map((w) => outsideLight(w, plan, layout, rules)),
    ];
  });
}
