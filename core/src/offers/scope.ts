import { deviceWords, isThere } from '../boxes/index.ts';
import { listUnder } from '../lookups/index.ts';
import { capital } from '../outputs/takeoff/line.ts';
import { compareIds } from '../plan/ids.ts';
import { entriesIn, type Plan } from '../plan/index.ts';
import { boundedRooms, roomOfBox } from '../rooms/seeing.ts';
import { countWords } from '../units/index.ts';

/** What is done somewhere, as the customer reads it. */
export interface ScopeLine {
  readonly where: string;
  readonly what: string;
}

/** New devices of every room by what they are called, with how many; those of no room under ''. */
export function devicesByRoom(plan: Plan): Map<string, Map<string, number>> {
  const rooms = boundedRooms(plan);
  const found = new Map<string, Map<string, number>>();
  for (const [id, box] of Object.entries(plan.boxes)) {
    if (isThere(plan, id)) continue;
    const room = roomOfBox(box, rooms) ?? '';
    const own = found.get(room) ?? new Map<string, number>();
    for (const [, { kind }] of entriesIn(plan, 'devicesInBox', id))
      own.set(deviceWords(kind), (own.get(deviceWords(kind)) ?? 0) + 1);
    if (own.size > 0) found.set(room, own);
  }
  return found;
}

/** What a room is called to the customer. */
export function roomCalled(plan: Plan, room: string): string {
  const own = plan.rooms[room];
  return own ? own.name || own.use : 'Elsewhere';
}

/** The work of a plan: what comes into every room, then panels and circuits. */
export function scopeLines(plan: Plan): ScopeLine[] {
  const rooms = [...devicesByRoom(plan)]
    .sort(([a], [b]) => Number(a === '') - Number(b === '') || compareIds(a, b))
    .map(([room, own]) => ({
      where: capital(roomCalled(plan, room)),
      what: [...own].map(([kind, count]) => countWords(count, kind)).join(', '),
    }));
  const panels = Object.values(plan.panels)
    .filter((p) => !p.existing)
    .map((p) => `${p.name || 'A panel'}, ${p.amps} A`);
  const bySize = new Map<number, number[]>();
  for (const { existing, amps, poles } of Object.values(plan.circuits))
    if (!existing) listUnder(bySize, amps).push(poles);
  const circuits = [...bySize]
    .sort(([a], [b]) => a - b)
    .map(([amps, own]) => `${countWords(own.length, 'circuit')} of ${amps} A`);
  return [
    ...rooms,
    ...(panels.length > 0 ? [{ where: 'New panels', what: panels.join('; ') }] : []),
    ...(circuits.length > 0 ? [{ where: 'New circuits', what: circuits.join(', ') }] : []),
  ];
}
