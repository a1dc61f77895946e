import { entryOf, nth } from '../../lookups/index.ts';
import { distance, type XY } from '../../geometry/index.ts';
import { compareIds, nextId } from '../../plan/ids.ts';
import { entrySchemas, type Plan } from '../../plan/index.ts';
import { facePoint } from '../../framing/faces.ts';
import { switchKinds } from '../../boxes/kinds.ts';
import { switchPlace, type SwitchPlace } from './switchPlace.ts';
import type { PlacedBox, Site } from '../../boxes/index.ts';
import type { Rooms, WayIn } from '../../rooms/ways.ts';
import { type Group, switchKind, unswitched } from '../../boxes/switching.ts';

interface Want {
  readonly group: Group;
  readonly index: number;
}

/** The middle of what a group lights, for the school that orders switches as the lights lie. */
function middleOf(group: Group, s: Site): XY {
  const places = group.loads.map((id): XY => {
    const on = entryOf(s.plan.boxes, entryOf(s.plan.devices, id).box).on;
    return 'wall' in on ? facePoint(s.framing, on.wall, on.side, on.at) : on;
  });
  const mean = (pick: (p: XY) => number) => places.reduce((sum, p) => sum + pick(p), 0) / places.length;
  return { x: mean((p) => p.x), y: mean((p) => p.y) };
}

/** Switches of one box from left to right. */
function inOrder(wants: readonly Want[], place: SwitchPlace, s: Site): Want[] {
  const byRank = [...wants].sort((a, b) => a.group.rank - b.group.rank || a.index - b.index);
  if (s.rules('switch.order') === 'nearest') return place.doorOnLeft ? byRank : byRank.reverse();
  const { unit } = entryOf(s.framing.lines, place.wall);
  const right = place.side === 'left' ? { x: -unit.x, y: -unit.y } : unit;
  const across = (w: Want) => {
    const m = middleOf(w.group, s);
    return m.x * right.x + m.y * right.y;
  };
  return byRank.sort((a, b) => across(a) - across(b));
}

const nearDoor = 36;

/** Switches that are there already near a way in and control nothing, nearest first. */
function idleSwitches(way: WayIn, s: Site, taken: ReadonlySet<string>): string[] {
  const { plan } = s;
  const o = entryOf(plan.openings, way.opening);
  const door = facePoint(s.framing, way.wall, way.side, o.at + o.width / 2);
  const used = new Set(Object.values(plan.controls).flatMap((c) => c.switches));
  return Object.entries(plan.devices)
    .filter(([id, d]) => switchKinds.has(d.kind) && !used.has(id) && !taken.has(id))
    .flatMap(([id, d]) => {
      const placed = s.layout.placed[d.box];
      if (!placed) return [];
      const away = distance(facePoint(s.framing, placed.wall, placed.side, placed.at), door);
      const sees = placed.wall !== way.wall || placed.side === way.side;
      return sees && away <= nearDoor + o.width / 2 ? [{ id, away }] : [];
    })
    .sort((a, b) => a.away - b.away || compareIds(a.id, b.id))
    .map(({ id }) => id);
}

/**
 * Adds the switches and controls that lights in a plan draft lack: at every way in, ganged in one box where they meet at one door, in
 * the order the house keeps. Switches that are there and idle are used first. Returns how many lights stay without for want of a place.
 */
export function addSwitches(draft: Plan, rooms: Rooms, s: Site): number {
  const groups = unswitched(s.plan, rooms);
  const switches = groups.map(() => [] as string[]);
  const taken = new Set<string>();
  const boxes = new Map<string, { way: WayIn; wants: Want[] }>();
  groups.forEach((group, index) => {
    for (const way of group.ways) {
      const idle = idleSwitches(way, s, taken)[0];
      if (idle) {
        taken.add(idle);
        nth(switches, index).push(idle);
        continue;
      }
      const key = `${way.opening}/${way.room}`;
      const box = boxes.get(key) ?? { way, wants: [] };
      box.wants.push({ group, index });
      boxes.set(key, box);
    }
  });
  const putUp: PlacedBox[] = [];
  for (const { way, wants } of boxes.values()) {
    const place = switchPlace(way, entryOf(rooms, way.room), wants.length, { ...s, putUp });
    if (!place) continue;
    putUp.push(place.box);
    const boxId = nextId(draft, 'boxes');
    draft.boxes[boxId] = entrySchemas.boxes.parse({
      on: { wall: place.wall, side: place.side, at: place.at },
      gangs: wants.length,
      exact: place.exact,
    });
    inOrder(wants, place, s).forEach((want, slot) => {
      const id = nextId(draft, 'devices');
      draft.devices[id] = entrySchemas.devices.parse({ box: boxId, slot, kind: 'switch' });
      nth(switches, want.index).push(id);
    });
  }
  groups.forEach((group, i) => {
    const ids = nth(switches, i);
    if (ids.length === 0) return;
    ids.forEach((id, k) => (entryOf(draft.devices, id).kind = switchKind(ids.length, k)));
    draft.controls[nextId(draft, 'controls')] = { switches: ids, loads: [...group.loads] };
  });
  return groups.filter((_, i) => nth(switches, i).length === 0).reduce((sum, g) => sum + g.loads.length, 0);
}
