import { entryOf, must, nth } from '../lookups/index.ts';
import { alarmsKeepFrom, type OwedAlarm } from '../boxes/alarms.ts';
import { distance, distancePointSegment, innerPoint, pointInPolygon, type XY } from '../geometry/index.ts';
import type { RuleBook } from '../rules/index.ts';
import type { Framing } from '../framing/index.ts';
import type { Boundary } from '../rooms/index.ts';
import { frameOfRoom } from '../rooms/roomFrame.ts';
import type { Rooms } from '../rooms/ways.ts';
import { type Plan, entrySchemas } from '../plan/index.ts';
import { nextId } from '../plan/ids.ts';

/** Clear of the middle, where the light is. */
const besideLight = 24;
/** Nearer to a wall the air of a corner stands still: NFPA 72 (from memory). */
const deadAir = 4;
/** Places that are tried where none beside the middle is clear. */
const every = 12;

/** Where an alarm hangs in a room: beside its middle, or else the place nearest to that which is clear of lights and fans. */
function placeIn(boundary: Boundary, framing: Framing, others: ReturnType<typeof alarmsKeepFrom>): XY {
  const frame = frameOfRoom(boundary, framing);
  const polygon = boundary.polygon.map(frame.toRoom);
  const center = must(innerPoint(polygon), 'a place inside the room');
  const toPlan = (p: XY) => frame.toPlan({ x: Math.round(p.x * 4) / 4, y: Math.round(p.y * 4) / 4 });
  const isInside = (p: XY) => pointInPolygon(p, polygon);
  const isClear = (p: XY) => {
    const at = toPlan(p);
    return others.every((o) => Math.hypot(o.x - at.x, o.y - at.y) >= o.limit);
  };
  const beside = [
    { x: center.x + besideLight, y: center.y },
    { x: center.x - besideLight, y: center.y },
    { x: center.x, y: center.y + besideLight },
    { x: center.x, y: center.y - besideLight },
  ].filter(isInside);
  const steps = Array.from({ length: 41 }, (_, i) => (i - 20) * every);
  const fromWalls = (p: XY) =>
    Math.min(...polygon.map((a, i) => distancePointSegment(p, a, nth(polygon, (i + 1) % polygon.length))));
  const further = () =>
    steps
      .flatMap((dx) => steps.map((dy) => ({ x: center.x + dx, y: center.y + dy })))
      .filter((p) => isInside(p) && fromWalls(p) >= deadAir && isClear(p))
      .sort((a, b) => distance(a, center) - distance(b, center) || a.x - b.x || a.y - b.y)[0];
  return toPlan(beside.find(isClear) ?? further() ?? beside[0] ?? center);
}

/** Adds the alarms that are owed to a plan draft. Returns how many. */
export function addAlarms(
  draft: Plan,
  { rooms, framing, rules }: { readonly rooms: Rooms; readonly framing: Framing; readonly rules: RuleBook },
  owed: readonly OwedAlarm[],
): number {
  for (const { room, why } of owed) {
    const id = nextId(draft, 'boxes');
    draft.boxes[id] = entrySchemas.boxes.parse({
      on: {
        ceiling: room,
        ...placeIn(
          must(entryOf(rooms, room).boundary, 'the boundary of the room'),
          framing,
          alarmsKeepFrom(draft, room, rules),
        ),
      },
    });
    draft.devices[nextId(draft, 'devices')] = entrySchemas.devices.parse({
      box: id,
      kind: 'smoke-alarm',
      va: 5,
      label: why === 'outside bedrooms' ? 'smoke and CO' : '',
    });
  }
  return owed.length;
}
