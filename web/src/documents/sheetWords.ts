import type { SheetKind } from '@fieldchalk/core';

/** What each sheet is called in lists, and what it is for. */
export const sheetWords: Readonly<Record<SheetKind, { readonly name: string; readonly for: string }>> = {
  cover: { name: 'Cover', for: 'job, rules, cautions, which page has what' },
  key: { name: 'Signs', for: 'what the signs stand for' },
  boxes: { name: 'Plans with boxes', for: 'one a level' },
  circuits: { name: 'Plans with circuits', for: 'one a level, with the list of circuits' },
  runs: { name: 'Plans with runs', for: 'one a level' },
  rooms: { name: 'Rooms', for: 'walls unrolled: marks, cable, holes' },
  ceilings: { name: 'Ceilings', for: 'lights with their distances' },
  makeup: { name: 'Make-up', for: 'every box, step by step' },
  directory: { name: 'Panel directory', for: 'goes in the panel’s door' },
  load: { name: 'Audit and load', for: 'service, legs, what was found' },
  cuts: { name: 'Cut and pull list', for: 'in the order of the work' },
  drilling: { name: 'Drilling list', for: 'wall by wall' },
  takeoff: { name: 'Takeoff', for: 'material, without prices' },
  inspection: { name: 'Inspection list', for: 'self-check, findings, what was let stand' },
  poles: { name: 'Story poles', for: 'true scale, to cut out' },
  labels: { name: 'Labels', for: 'for a bought label sheet' },
  flags: { name: 'Cable flags', for: 'to fold around cables' },
};

/** A list with one of its entries moved by one place; the same list where there is no place to go. */
export function moved<T>(list: readonly T[], at: number, by: -1 | 1): T[] {
  const to = at + by;
  const next = [...list];
  const [one] = next.splice(at, 1);
  if (one === undefined || to < 0 || to >= list.length) return [...list];
  next.splice(to, 0, one);
  return next;
}
