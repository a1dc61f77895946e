import { valuesOf } from '../../incremental/index.ts';
import type { FoundRoom } from '../../rooms/index.ts';
import type { Site } from '../index.ts';
import { isLeftAsItIs } from '../../rooms/work.ts';
import { applianceDuties } from './appliances.ts';
import { basinDuties } from './basins.ts';
import { densityDuties } from './density.ts';
import { dutiesByUse } from './byUse.ts';
import { counterDuties } from './counters.ts';
import type { OpenDuty, Setting } from './duty.ts';

export type { DutyBox, DutyRule, OpenDuty } from './duty.ts';

/** Every duty that a closed room still owes, with boxes that would meet it. Pure. */
export function openDutiesOf(room: FoundRoom, { plan, framing, layout, rules }: Site): OpenDuty[] {
  if (!room.boundary || isLeftAsItIs(plan, room)) return [];
  const s: Setting = { plan, framing, layout, rules, room };
  return [
    ...counterDuties(s),
    ...basinDuties(s),
    ...applianceDuties(s),
    ...dutiesByUse(s),
    ...densityDuties(s),
  ];
}

/** The duties of all rooms, in the order of their ids. */
export const openDuties = (site: Site, rooms: Readonly<Record<string, FoundRoom>>): OpenDuty[] =>
  valuesOf(rooms).flatMap((room) => openDutiesOf(room, site));
