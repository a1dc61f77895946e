import { nth } from '../lookups/index.ts';
import type { OpenDuty } from '../boxes/duties/index.ts';
import { nextIds } from '../plan/ids.ts';
import { type Plan, entrySchemas } from '../plan/index.ts';

/** Adds the boxes of open duties to a plan draft, one room and rule at a time, so that each sees those before it. Returns how many. */

export function addDutyBoxes(draft: Plan, duties: readonly OpenDuty[]): number {
  const done = new Set<string>();
  const boxes = duties.flatMap((d) => {
    const first = !done.has(d.room);
    done.add(d.room);
    return first ? d.boxes : [];
  });
  const [boxIds, deviceIds] = [
    nextIds(draft, 'boxes', boxes.length),
    nextIds(draft, 'devices', boxes.length),
  ];
  boxes.forEach((b, i) => {
    const on = { wall: b.wall, side: b.side, at: b.at, ...(b.height ? { height: b.height } : {}) };
    draft.boxes[nth(boxIds, i)] = entrySchemas.boxes.parse({
      on,
      exact: b.exact,
      gangs: b.gangs,
      reason: b.reason ?? '',
    });
    draft.devices[nth(deviceIds, i)] = entrySchemas.devices.parse({
      box: boxIds[i],
      kind: b.kind,
      ...(b.va === undefined || b.va === 0 ? {} : { va: b.va }),
      label: b.label ?? '',
    });
  });
  return boxes.length;
}
