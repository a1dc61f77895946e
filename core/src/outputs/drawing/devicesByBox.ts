import type { Device, Plan } from '../../plan/index.ts';

/** The devices of each box, first place first. */
export function devicesByBox(plan: Plan): Map<string, Device[]> {
  const held = new Map<string, Device[]>();
  for (const device of Object.values(plan.devices)) {
    const own = held.get(device.box);
    if (own) own.push(device);
    else held.set(device.box, [device]);
  }
  for (const own of held.values()) own.sort((a, b) => a.slot - b.slot);
  return held;
}
