import { gathered, idsOf, query } from '../incremental/index.ts';
import type { House } from '../stages/index.ts';
import type { MakeUp } from '../wiring/index.ts';
import { entriesAt, type Entry } from './entries.ts';
import { wiredBox } from './wiredBox.ts';

/** Everything a person needs to make up one box, and the slot each cable comes in by. */
export interface MadeUp extends MakeUp {
  readonly entries: readonly Entry[];
}

const makeUpOf = query('make-up of box', (house: House, id: string): MadeUp | null => {
  const made = wiredBox(house, id);
  return made && { ...made, entries: entriesAt(house, id) };
});

/** How every box with cable is made up. */
export const makeUps = query('make-ups', (house: House): Readonly<Record<string, MadeUp>> =>
  gathered(idsOf(house.plan.boxes), (id) => makeUpOf(house, id)),
);
