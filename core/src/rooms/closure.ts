import { lastOf, nth } from '../lookups/index.ts';
import type { XY } from '../geometry/index.ts';
import type { Plan } from '../plan/index.ts';
import { walkClosure, walkPoints } from '../survey/walk.ts';
import { readWalk } from './walked.ts';

/** Where the walls of a room fail to meet: from the end of the last wall to the start of the first. Inches. */
export interface ClosureGap {
  readonly from: { readonly wall: string; readonly at: XY };
  readonly to: { readonly wall: string; readonly at: XY };
  readonly distance: number;
  readonly right: number;
  readonly up: number;
}

/** The gap of a room's walk; null when the room has no walls or they close. */
export function closureGap(plan: Plan, roomId: string): ClosureGap | null {
  const read = readWalk(plan, roomId);
  if (!read || read.closed || read.walk.legs.length === 0) return null;
  const { gap, distance } = walkClosure(read.walk);
  const { legs } = read.walk;
  return {
    from: { wall: lastOf(legs).wall ?? '', at: lastOf(walkPoints(read.walk)) },
    to: { wall: nth(legs, 0).wall ?? '', at: read.walk.start },
    distance,
    right: gap.x,
    up: gap.y,
  };
}
