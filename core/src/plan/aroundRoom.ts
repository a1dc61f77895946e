import type { Level } from './level.ts';
import type { Plan } from './plan.ts';
import type { Room } from './room.ts';

/** What is over and under a room, and what cable may do with it where that is closed. */
export type AroundRoom = Pick<Level, 'above' | 'ceilingAccess' | 'below' | 'floorAccess'>;

/** What is around a room: as it is on its level, where the room says nothing else. Throws where its level is not there. */
export function aroundRoom({ levels }: Pick<Plan, 'levels'>, room: Room): AroundRoom {
  const level = levels[room.level];
  if (!level) throw new Error(`no level “${room.level}”`);
  const { above, ceilingAccess, below, floorAccess } = level;
  return {
    above: room.above ?? above,
    ceilingAccess: room.ceilingAccess ?? ceilingAccess,
    below: room.below ?? below,
    floorAccess: room.floorAccess ?? floorAccess,
  };
}
