import { entryOf } from '../lookups/index.ts';
import { idsOf, valuesOf } from '../incremental/index.ts';
import { entriesIn, type Plan, type RoomUse } from '../plan/index.ts';
import { alarmKinds, kindsIn } from './kinds.ts';
import type { FoundRoom } from '../rooms/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { openAir, waysInto, type Rooms } from '../rooms/ways.ts';
import { isLeftAsItIs } from '../rooms/work.ts';

/** Where an alarm is owed, and why: IRC 2021 R314.3, R315.3 (from memory). */
export interface OwedAlarm {
  readonly room: string;
  readonly why: 'bedroom' | 'outside bedrooms' | 'level';
}

function hasAlarm(plan: Plan, room: string): boolean {
  return entriesIn(plan, 'boxesHungIn', room).some(
    ([id, { on }]) => 'ceiling' in on && kindsIn(plan, id).some((kind) => alarmKinds.has(kind)),
  );
}

/** How long the blades of a ceiling fan are taken to be. Common practice, no source. */
const fanBlades = 26;

/** What hangs on a room’s ceiling that an alarm keeps away from, and how far: from middle to middle, in inches. */
export function alarmsKeepFrom(
  plan: Plan,
  room: string,
  rules: RuleBook,
): { readonly box: string; readonly x: number; readonly y: number; readonly limit: number }[] {
  return entriesIn(plan, 'boxesHungIn', room).flatMap(([box, { on }]) => {
    if (!('ceiling' in on)) return [];
    const kinds = kindsIn(plan, box);
    const limit = kinds.includes('fan')
      ? rules('alarm.fan') + fanBlades
      : kinds.some((kind) => kind === 'light' || kind === 'wafer-light')
        ? rules('alarm.light')
        : 0;
    return limit > 0 ? [{ box, x: on.x, y: on.y, limit }] : [];
  });
}

/** Alarms of a room that hang too near a light or a fan. */
export function alarmsTooNear(
  plan: Plan,
  room: string,
  rules: RuleBook,
): { readonly alarm: string; readonly other: string; readonly apart: number; readonly limit: number }[] {
  const others = alarmsKeepFrom(plan, room, rules);
  return entriesIn(plan, 'boxesHungIn', room).flatMap(([alarm, { on }]) =>
    'ceiling' in on && kindsIn(plan, alarm).some((kind) => alarmKinds.has(kind))
      ? others.flatMap(({ box, x, y, limit }) => {
          const apart = Math.hypot(on.x - x, on.y - y);
          return box !== alarm && apart < limit - 1e-6 ? [{ alarm, other: box, apart, limit }] : [];
        })
      : [],
  );
}

const inTheWay: readonly RoomUse[] = ['hall', 'foyer', 'stair', 'living', 'family', 'library', 'recreation'];
const neverThere: ReadonlySet<RoomUse> = new Set([
  'kitchen',
  'bath',
  'powder',
  'laundry',
  'garage',
  'closet',
  'pantry',
]);

/** Areas that differ by less than the walls were measured are the same; then the first of the rooms. */
const largerArea = (a: FoundRoom, b: FoundRoom) => (Math.abs(b.area - a.area) < 1 ? 0 : b.area - a.area);

/** The room of a level where an alarm hears most: a hall or stair, else the largest that is no kitchen or bath. */
function heartOf(rooms: readonly FoundRoom[]): FoundRoom | undefined {
  const fit = rooms.filter((r) => !openAir.has(r.use) && !neverThere.has(r.use));
  const rank = (r: FoundRoom) => (inTheWay.includes(r.use) ? inTheWay.indexOf(r.use) : inTheWay.length);
  return [...fit].sort((a, b) => rank(a) - rank(b) || largerArea(a, b))[0];
}

/** Alarms the plan still owes. Nothing where the house lays them out by hand. */
export function owedAlarms(plan: Plan, rooms: Rooms, rules: RuleBook): OwedAlarm[] {
  if (rules('alarm.layout') === 'by-hand') return [];
  const work = valuesOf(rooms).filter((r) => r.boundary && !isLeftAsItIs(plan, r));
  const owed: OwedAlarm[] = [];
  const add = (room: string, why: OwedAlarm['why']) => {
    if (!hasAlarm(plan, room) && !owed.some((o) => o.room === room)) owed.push({ room, why });
  };
  for (const bedroom of work.filter((r) => r.use === 'bedroom')) {
    add(bedroom.id, 'bedroom');
    for (const way of waysInto(bedroom.id, plan, rooms)) {
      const outside = way.leadsTo === null ? null : entryOf(rooms, way.leadsTo);
      if (outside && ['hall', 'foyer', 'stair', 'living', 'family'].includes(outside.use))
        add(outside.id, 'outside bedrooms');
    }
  }
  for (const level of idsOf(plan.levels)) {
    const here = work.filter((r) => entryOf(plan.rooms, r.id).level === level);
    const served = here.some((r) => hasAlarm(plan, r.id) || owed.some((o) => o.room === r.id));
    const heart = served ? undefined : heartOf(here);
    if (heart) add(heart.id, 'level');
  }
  return owed;
}
