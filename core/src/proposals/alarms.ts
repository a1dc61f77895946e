import { entryOf, must } from '../lookups/index.ts';
import type { OwedAlarm } from '../boxes/alarms.ts';
import { type XY, innerPoint, pointInPolygon } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import type { Boundary } from '../rooms/index.ts';
import { frameOfRoom } from '../rooms/roomFrame.ts';
import type { Rooms } from '../rooms/ways.ts';
import { type Plan, entrySchemas } from '../plan/index.ts';
import { nextId } from '../plan/ids.ts';

/** Clear of the middle, where the light is. */
const besideLight = 24;

function placeIn(boundary: Boundary, framing: Framing): XY {
  const frame = frameOfRoom(boundary, framing);
  const polygon = boundary.polygon.map(frame.toRoom);
  const center = must(innerPoint(polygon), 'a place inside the room');
  const tries = [
    { x: center.x + besideLight, y: center.y },
    { x: center.x - besideLight, y: center.y },
    { x: center.x, y: center.y + besideLight },
    { x: center.x, y: center.y - besideLight },
  ];
  const at = tries.find((p) => pointInPolygon(p, polygon)) ?? center;
  return frame.toPlan({ x: Math.round(at.x * 4) / 4, y: Math.round(at.y * 4) / 4 });
}

/** Adds the alarms that are owed to a plan draft. Returns how many. */
export function addAlarms(
  draft: Plan,
  { rooms, framing }: { readonly rooms: Rooms; readonly framing: Framing },
  owed: readonly OwedAlarm[],
): number {
  for (const { room, why } of owed) {
    const id = nextId(draft, 'boxes');
    draft.boxes[id] = entrySchemas.boxes.parse({
      on: {
        ceiling: room,
        ...placeIn(must(entryOf(rooms, room).boundary, 'the boundary of the room'), framing),
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
