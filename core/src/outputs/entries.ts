import { catalogueOf, isOnWall } from '../plan/index.ts';
import { query } from '../incremental/index.ts';
import { entryOf, lastOf, nth } from '../lookups/index.ts';
import type { House } from '../stages/index.ts';
import { wiredBox } from './wiredBox.ts';

/** Where a cable comes into a box in a wall: by its top or bottom, in which slot from the left. `slot` is null where more cables come than there are slots. */
export interface Entry {
  readonly run: string;
  readonly side: 'top' | 'bottom';
  readonly slot: number | null;
}

/** Slots a box has at its top for each gang, and as many at its bottom; one cable in each. Common practice, no source. */
const slotsOfGang = 2;

/** Slots at the top of a box, and as many at its bottom; none for one that hangs in a ceiling or floor, which is entered from any side. */
export function slotsOf({ plan, boxes }: House, id: string): number {
  const box = entryOf(plan.boxes, id);
  const gangs = catalogueOf(plan)[boxes[id]?.model ?? '']?.gangs ?? box.gangs;
  return isOnWall(box.on) ? gangs * slotsOfGang : 0;
}

/** Whether a cable comes to a box from over it. */
function comesFromOver({ runs }: House, run: string, isFrom: boolean): boolean {
  const { path } = entryOf(runs.runs, run);
  if (path.length < 2) return true;
  const [end, next] = isFrom ? [nth(path, 0), nth(path, 1)] : [lastOf(path), nth(path, path.length - 2)];
  return next.z >= end.z;
}

/** Which slot each new cable of a box in a wall takes: on the side it comes from, in the order it is made up, on the other side where that is full. */
export const entriesAt = query('cable entries of box', (house: House, id: string): readonly Entry[] => {
  const most = slotsOf(house, id);
  const made = most === 0 ? null : wiredBox(house, id);
  const taken = { top: 0, bottom: 0 };
  return (made?.cables ?? []).flatMap((c): Entry[] => {
    if (c.there) return [];
    const isOver = comesFromOver(house, c.run, entryOf(house.plan.runs, c.run).from === id);
    const [own, other] = isOver ? (['top', 'bottom'] as const) : (['bottom', 'top'] as const);
    const side = taken[own] < most ? own : other;
    const slot = taken[side] < most ? ++taken[side] : null;
    return [{ run: c.run, side: slot === null ? own : side, slot }];
  });
});
