import { devicesIn } from '../boxes/index.ts';
import { query } from '../incremental/index.ts';
import { catalogueOf } from '../plan/index.ts';
import type { House } from '../stages/index.ts';
import { makeUpBox, type MakeUp } from '../wiring/index.ts';

/** How the wires of a box come together; null for one without cable. */
export const wiredBox = query('wires of box', (house: House, id: string): MakeUp | null => {
  const { plan, wiring, rules, boxes } = house;
  const model = catalogueOf(plan)[boxes[id]?.model ?? ''] ?? null;
  return makeUpBox(id, devicesIn(plan, id), { plan, wiring, model, rules });
});
