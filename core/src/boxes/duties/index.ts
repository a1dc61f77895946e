import type { Framing } from '../../framing/index.ts';
import { nextIds } from '../../plan/ids.ts';
import { entrySchemas, type Plan } from '../../plan/schema.ts';
import type { FoundRoom } from '../../rooms/index.ts';
import type { RuleBook } from '../../rules/index.ts';
import type { BoxLayout } from '../index.ts';
import { isLeftAsItIs } from '../../proposals/lighting/index.ts';
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

/** Adds the boxes of open duties to a plan draft, one room and rule at a time, so that each sees those before it. Returns how many. */
export function addDutyBoxes(draft: Plan, duties: readonly OpenDuty[]): number {
  const done = new Set<string>();
  const boxes = duties.flatMap((d) => {
    const first = !done.has(d.room);
    done.add(d.room);
    return first ? d.boxes : [];
  });
  const [boxIds, deviceIds] = [
    nextIds(draft.boxes, 'b', boxes.length),
    nextIds(draft.devices, 'd', boxes.length),
  ];
  boxes.forEach((b, i) => {
    const on = { wall: b.wall, side: b.side, at: b.at, ...(b.height ? { height: b.height } : {}) };
    draft.boxes[boxIds[i]!] = entrySchemas.boxes.parse({
      on,
      exact: b.exact,
      gangs: b.gangs,
      reason: b.reason ?? '',
    });
    draft.devices[deviceIds[i]!] = entrySchemas.devices.parse({
      box: boxIds[i],
      kind: b.kind,
      ...(b.va === undefined || b.va === 0 ? {} : { va: b.va }),
      label: b.label ?? '',
    });
  });
  return boxes.length;
}
