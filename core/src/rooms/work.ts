import { entryOf, must } from '../lookups/index.ts';
import type { FoundRoom } from './index.ts';
import type { Plan } from '../plan/index.ts';

/** Whether nothing of a room is part of the work: it stays as it is, and so do its lights. */

export function isLeftAsItIs(plan: Plan, room: FoundRoom): boolean {
  return must(room.boundary, 'the boundary of the room').faces.every(
    (f) => f.wall === null || entryOf(plan.walls, f.wall).cover === 'closed',
  );
}
