import { entryOf, listUnder } from '../lookups/index.ts';
import { query } from '../incremental/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entriesIn, isOnWall, type Box, type Plan, type RoomUse, otherSide } from '../plan/index.ts';
import { spacedUses } from '../rooms/index.ts';
import { roomSeeing } from '../rooms/seeing.ts';
import type { Rooms, WayIn } from '../rooms/ways.ts';
import { lightKinds } from './kinds.ts';

/** Rooms that need a switched lighting outlet: NEC 210.70(A)(1), (2), (C) (from memory). */

export const litUses: ReadonlySet<RoomUse> = new Set([
  ...spacedUses,
  'laundry',
  'bath',
  'powder',
  'hall',
  'foyer',
  'stair',
  'garage',
  'basement',
  'utility',
  'storage',
]);
const noLights: readonly string[] = [];

/** Where every light device hangs, in the order of their ids. */
const lightPlaces = query('light places', (plan: Plan): { id: string; on: Box['on'] }[] =>
  [...lightKinds]
    .flatMap((kind) => entriesIn(plan, 'devicesOfKind', kind))
    .sort((a, b) => compareIds(a[0], b[0]))
    .map(([id, d]) => ({ id, on: entryOf(plan.boxes, d.box).on })),
);

/** Whether any light is in the plan. */
export const isLaidOut = query('lights are laid out', (plan: Plan): boolean => lightPlaces(plan).length > 0);

/** Light devices of every room, on its ceiling first and then on its walls. */
const lightsByRoom = query('lights by room', (plan: Plan, rooms: Rooms): Map<string, string[]> => {
  const lights = new Map<string, string[]>();
  const add = (room: string | null, id: string) => room !== null && listUnder(lights, room).push(id);
  const all = lightPlaces(plan);
  for (const { id, on } of all) if ('ceiling' in on) add(on.ceiling, id);
  for (const { id, on } of all) if (isOnWall(on)) add(roomSeeing(rooms, on), id);
  return lights;
});

const lightsOfRoom = query(
  'lights in room',
  (plan: Plan, rooms: Rooms, room: string): readonly string[] =>
    lightsByRoom(plan, rooms).get(room) ?? noLights,
);

/** Light devices of a room, fans among them. */

export function lightsIn(plan: Plan, room: string, rooms: Rooms): readonly string[] {
  return lightsOfRoom(plan, rooms, room);
}

/** A light this near an outside door, along its wall, lights it. */
const lightsDoorWithin = 60;

/** Lights outside a way out: on the far side of its wall and near it. */

export function lightsOutside(way: WayIn, plan: Plan): string[] {
  const o = entryOf(plan.openings, way.opening);
  return lightPlaces(plan).flatMap(({ id, on }) => {
    const near =
      'wall' in on &&
      on.wall === way.wall &&
      on.side === otherSide(way.side) &&
      on.at > o.at - lightsDoorWithin &&
      on.at < o.at + o.width + lightsDoorWithin;
    const overhead = 'ceiling' in on && on.ceiling === way.leadsTo && way.leadsTo !== null;
    return near || overhead ? [id] : [];
  });
}
