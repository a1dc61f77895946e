import type { Framing } from '../../framing/index.ts';
import type { Plan } from '../../plan/index.ts';
import type { FoundRoom } from '../../rooms/index.ts';
import type { RuleBook } from '../../rules/index.ts';
import type { BoxLayout } from '../index.ts';
import { isLeftAsItIs } from '../../rooms/work.ts';
import { applianceDuties } from './appliances.ts';
import { basinDuties } from './basins.ts';
import { densityDuties } from './density.ts';
import { dutiesByUse } from './byUse.ts';
import { counterDuties } from './counters.ts';
import type { OpenDuty, Setting } from './duty.ts';

export type { DutyBox, DutyRule, OpenDuty } from './duty.ts';

/** Every duty that a plan's closed rooms still owe, with boxes that would meet it. Pure. */
export function openDuties(
  plan: Plan,
  framing: Framing,
  rooms: Readonly<Record<string, FoundRoom>>,
  layout: BoxLayout,
  rules: RuleBook,
): OpenDuty[] {
  return Object.values(rooms).flatMap((room) => {
    if (!room.boundary || isLeftAsItIs(plan, room)) return [];
    const s: Setting = { plan, framing, layout, rules, room };
    return [
      ...counterDuties(s),
      ...basinDuties(s),
      ...applianceDuties(s),
      ...dutiesByUse(s),
      ...densityDuties(s),
    ];
  });
}
