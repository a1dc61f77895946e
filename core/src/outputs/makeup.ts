import { devicesIn } from '../boxes/index.ts';
import { gathered, idsOf, query } from '../incremental/index.ts';
import { catalogueOf } from '../plan/index.ts';
import type { House } from '../stages/index.ts';
import { makeUpBox, type MakeUp } from '../wiring/index.ts';

/** How a box is made up; null for one without cable. */
export const makeUpOf = query('make-up of box', (house: House, id: string): MakeUp | null => {
  const { plan, wiring, rules, boxes } = house;
  const model = catalogueOf(plan)[boxes[id]?.model ?? ''] ?? null;
  return makeUpBox(id, devicesIn(plan, id), { plan, wiring, model, rules });
});

/** How every box with cable is made up. */
export const makeUps = query('make-ups', (house: House): Readonly<Record<string, MakeUp>> =>
  gathered(idsOf(house.plan.boxes), (id) => makeUpOf(house, id)),
);
