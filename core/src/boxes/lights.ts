import { entryOf } from '../lookups/index.ts';
import { type Plan, type RoomUse, otherSide } from '../plan/index.ts';
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
const lightsKept = new WeakMap<
  Rooms,
  { plan: Pick<Plan, 'boxes' | 'devices'>; lights: Map<string, string[]> }
>();
const noLights: readonly string[] = [];

/** Light devices of every room, on its ceiling first and then on its walls. Worked out once for the rooms of one computation. */
export function lightsByRoom(plan: Plan, rooms: Rooms): Map<string, string[]> {
  const known = lightsKept.get(rooms);
  if (known?.plan.boxes === plan.boxes && known.plan.devices === plan.devices) return known.lights;
  const lights = new Map<string, string[]>();
  const add = (room: string | null, id: string) =>
    room !== null && lights.set(room, [...(lights.get(room) ?? []), id]);
  const all = Object.entries(plan.devices).filter(([, d]) => lightKinds.has(d.kind));
  for (const [id, d] of all) {
    const on = entryOf(plan.boxes, d.box).on;
    if ('ceiling' in on) add(on.ceiling, id);
  }
  for (const [id, d] of all) {
    const on = entryOf(plan.boxes, d.box).on;
    if ('wall' in on) add(roomSeeing(rooms, on), id);
  }
  lightsKept.set(rooms, { plan, lights });
  return lights;
}

/** Light devices of a room, fans among them. */

export function lightsIn(plan: Plan, room: string, rooms: Rooms): readonly string[] {
  return lightsByRoom(plan, rooms).get(room) ?? noLights;
}

/** A light this near an outside door, along its wall, lights it. */
const lightsDoorWithin = 60;

/** Lights outside a way out: on the far side of its wall and near it. */

export function lightsOutside(way: WayIn, plan: Plan): string[] {
  const o = entryOf(plan.openings, way.opening);
  return Object.entries(plan.devices).flatMap(([id, d]) => {
    const on = entryOf(plan.boxes, d.box).on;
    const near =
      'wall' in on &&
      on.wall === way.wall &&
      on.side === otherSide(way.side) &&
      on.at > o.at - lightsDoorWithin &&
      on.at < o.at + o.width + lightsDoorWithin;
    const overhead = 'ceiling' in on && on.ceiling === way.leadsTo && way.leadsTo !== null;
    return lightKinds.has(d.kind) && (near || overhead) ? [id] : [];
  });
}
