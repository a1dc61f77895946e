import { valuesOf } from '../incremental/index.ts';
import { entryOf } from '../lookups/index.ts';
import type { DeviceKind, Plan } from '../plan/index.ts';
import { type Rooms, type WayIn, arrivals, openAir, stairAbove, waysInto } from '../rooms/ways.ts';
import { lightsOutside, lightsIn } from './lights.ts';
import { isLeftAsItIs } from '../rooms/work.ts';

/** Lights that one set of switches turns on together, and the ways in that want a switch. */

export interface Group {
  readonly loads: readonly string[];
  readonly ways: readonly WayIn[];
  /** Order in a gang by the school “nearest”: a room's own light, its fan, its bath fan, the outside. */
  readonly rank: number;
}
export const rankOf = (kind: DeviceKind) => ({ fan: 1, 'bath-fan': 2 })[kind as string] ?? 0;

/** Lights of rooms and outside doors that nothing controls yet, grouped as they would be switched. */

export function unswitched(plan: Plan, rooms: Rooms): Group[] {
  const controlled = new Set(valuesOf(plan.controls).flatMap((c) => (c.switches.length > 0 ? c.loads : [])));
  const free = (ids: readonly string[]) => ids.filter((id) => !controlled.has(id));
  const groups: Group[] = [];
  const below = new Set(
    valuesOf(rooms).flatMap((r) =>
      r.use === 'stair' && r.boundary ? (stairAbove(r.id, plan, rooms) ?? []) : [],
    ),
  );
  for (const room of valuesOf(rooms)) {
    if (!room.boundary || isLeftAsItIs(plan, room) || openAir.has(room.use)) continue;
    for (const way of waysInto(room.id, plan, rooms).filter((w) => w.outside)) {
      const loads = free(lightsOutside(way, plan)).filter((id) => !groups.some((g) => g.loads.includes(id)));
      if (loads.length > 0) groups.push({ loads, ways: [way], rank: 3 });
    }
    if (below.has(room.id)) continue;
    const over = room.use === 'stair' ? stairAbove(room.id, plan, rooms) : null;
    const own = [room.id, ...(over ? [over] : [])];
    const loads = free(own.flatMap((id) => lightsIn(plan, id, rooms))).filter(
      (id) => !groups.some((g) => g.loads.includes(id)),
    );
    const ways = own.flatMap((id) => arrivals(id, plan, rooms));
    for (const rank of [0, 1, 2]) {
      const ofRank = loads.filter((id) => rankOf(entryOf(plan.devices, id).kind) === rank);
      if (ofRank.length > 0 && ways.length > 0)
        groups.push({ loads: ofRank, ways: rank === 2 ? ways.slice(0, 1) : ways, rank });
    }
  }
  return groups;
}

/** A single switch, or one of several that work the same lights: the ends three-way, those between four-way. */

export function switchKind(of: number, index: number): DeviceKind {
  if (of === 1) return 'switch';
  return index === 0 || index === of - 1 ? 'switch-3way' : 'switch-4way';
}
