import { nominalBoxSize } from '../materials/index.ts';
import { boxSize } from '../boxes/kinds.ts';
import { boxSolids, ratedSolids, trimSolids } from '../boxes/place.ts';
import { isClear, wallSolids } from '../boxes/studFaces.ts';
import { entriesOf } from '../incremental/index.ts';
import { entryOf } from '../lookups/index.ts';
import { catalogueOf, isOnWall, valuesIn, type Plan } from '../plan/index.ts';
import type { House } from '../stages/index.ts';

const farthest = 16;
const step = 0.25;

/** To the other face of the same stud is no move; farther, and a receptacle may no longer serve the wall it was put up for. */
const sameStud = 6;

/** Boxes moved clear at once; more than this in one job wait for the next time. */
const mostMoved = 30;

/** Gives the new boxes of a circuit that hold more than their model takes the smallest one that does, in a plan draft, and clears them. */
export function growBoxes(draft: Plan, circuit: string, house: () => House): void {
  const now = house();
  for (const id of new Set(valuesIn(now.plan, 'devicesOnCircuit', circuit).map((d) => d.box))) {
    const box = entryOf(draft.boxes, id);
    const { fits, smallest } = entryOf(now.boxes, id);
    if (!fits && smallest && !box.pinned && !box.existing) box.model = smallest;
  }
  clearGrown(draft, house);
}

/**
 * Moves new boxes that got a larger model than they were put up for, and now stand in something or at another stud, to the nearest clear
 * place within a stud bay, held by blocking: one at a time, so that each keeps clear of those before it. Those with no such place stay,
 * and their finding says so.
 */
export function clearGrown(draft: Plan, house: () => House): void {
  for (let left = mostMoved; left > 0 && clearOne(draft, house()); left--);
}

function clearOne(draft: Plan, house: House): boolean {
  const { plan, layout, rules } = house;
  const catalogue = catalogueOf(plan);
  for (const [id, p] of entriesOf(layout.placed)) {
    const box = entryOf(plan.boxes, id);
    const stands = p.trouble === null && Math.abs(p.at - p.planned) <= sameStud;
    if (stands || box.pinned || box.existing || !isOnWall(box.on)) continue;
    const body = { ...boxSize(box, catalogue), bottom: p.bottom, top: p.top };
    // What a person put there as wide as it is stays theirs to move.
    if (body.width <= nominalBoxSize(box.gangs).width) continue;
    const setting = entryOf(layout.settings, p.wall);
    const others = entryOf(layout.onWall, p.wall).filter((o) => o.id !== id);
    const solids = [
      ...wallSolids(setting.frame, setting.obstacles),
      ...boxSolids(others, p.side, p.depth, setting),
      ...ratedSolids(others, p.side, setting, rules),
      ...trimSolids(plan, p.wall, rules),
    ];
    const at = nearest(box.on.at, (place) => isClear(place, body, solids, setting.visible[p.side]));
    if (at === null) continue;
    draft.boxes[id] = { ...box, exact: true, on: { ...box.on, at } };
    return true;
  }
  return false;
}

/** The nearest place to another that is free, in quarter inches to either side. */
function nearest(from: number, isFree: (at: number) => boolean): number | null {
  for (let by = 0; by <= farthest; by += step)
    for (const at of [from + by, from - by]) if (at >= 0 && isFree(at)) return at;
  return null;
}
