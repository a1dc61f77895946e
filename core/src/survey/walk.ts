import { lastOf, nth } from '../lookups/index.ts';
import {
  add,
  distance,
  headingVector,
  leftOf,
  lengthOf,
  scale,
  subtract,
  type XY,
} from '../geometry/index.ts';

/**
 * A room as it is walked: face lengths in inches and the turn after each, in degrees (right positive). The face of the framing is what
 * the tape measures, so centre lines come out half a wall behind it, on the side away from the room.
 */
export interface WalkLeg {
  readonly length: number;
  readonly turn: number;
  readonly wall?: string;
  /** Which leg of the walk as it was before this one is; the same place when not given. */
  readonly was?: number;
}

export interface Walk {
  readonly start: XY;
  /** Direction of the first leg, degrees counter-clockwise from +x. */
  readonly heading: number;
  readonly legs: readonly WalkLeg[];
}

export interface WalkClosure {
  /** From where the walk ends to where it began. */
  readonly gap: XY;
  readonly distance: number;
}

export type Closing = 'open' | 'distribute' | 'square';

export const closesWithin = 1 / 32;

/** Corner points of the faces, start first; one more than there are legs. */
export function walkPoints(walk: Walk): XY[] {
  const points = [walk.start];
  let heading = walk.heading;
  for (const leg of walk.legs) {
    points.push(add(lastOf(points), scale(headingVector(heading), leg.length)));
    heading -= leg.turn;
  }
  return points;
}

export function walkClosure(walk: Walk): WalkClosure {
  const points = walkPoints(walk);
  const gap = subtract(nth(points, 0), lastOf(points));
  return { gap, distance: lengthOf(gap) };
}

/** Spreads the error over all corners by length walked (the compass rule of land surveying). */
function distributed(points: readonly XY[]): XY[] {
  const gap = subtract(nth(points, 0), lastOf(points));
  const total = points.slice(1).reduce((sum, p, i) => sum + distance(nth(points, i), p), 0);
  let walked = 0;
  return points.map((p, i) => {
    if (i > 0) walked += distance(nth(points, i - 1), p);
    return add(p, scale(gap, walked / total));
  });
}

/**
 * Squares the room: every leg within 10° of a right angle to the first is turned square to it, and lengths in each direction share the
 * error in proportion, so opposite sides agree.
 */
function squared(walk: Walk): XY[] {
  let heading = walk.heading;
  const vectors = walk.legs.map((leg) => {
    const off = Math.round((heading - walk.heading) / 90) * 90 + walk.heading;
    const along = Math.abs(heading - off) <= 10 ? headingVector(off) : headingVector(heading);
    heading -= leg.turn;
    return scale(along, leg.length);
  });
  const axis = headingVector(walk.heading);
  const across = leftOf(axis);
  const parts = vectors.map((v) => ({ a: v.x * axis.x + v.y * axis.y, c: v.x * across.x + v.y * across.y }));
  const share = (key: 'a' | 'c') => {
    const net = parts.reduce((sum, p) => sum + p[key], 0);
    const total = parts.reduce((sum, p) => sum + Math.abs(p[key]), 0);
    return parts.map((p) => (total === 0 ? 0 : p[key] - (net * Math.abs(p[key])) / total));
  };
  const [a, c] = [share('a'), share('c')];
  const points = [walk.start];
  vectors.forEach((_, i) =>
    points.push(add(lastOf(points), add(scale(axis, nth(a, i)), scale(across, nth(c, i))))),
  );
  return points;
}

/** Face corners of a finished room (start not repeated), or of a walk still open (its end included). */
export function settledPoints(walk: Walk, closing: Closing): { points: XY[]; closed: boolean } {
  const points = walkPoints(walk);
  const gap = distance(nth(points, 0), lastOf(points));
  const canClose = walk.legs.length >= 3;
  if (canClose && (gap <= closesWithin || closing !== 'open')) {
    const settled = closing === 'square' ? squared(walk) : gap <= 1e-9 ? points : distributed(points);
    return { points: settled.slice(0, -1), closed: true };
  }
  return { points, closed: false };
}

/** The hand the room lies on: decided by which way the walk turns in all; right while it has not turned. */
export function roomOnRight(walk: Walk): boolean {
  return walk.legs.slice(0, -1).reduce((sum, leg) => sum + leg.turn, 0) >= 0;
}

/** The walk with one more wall, straight back to where it began. */
export function withLastWall(walk: Walk): Walk {
  const { gap } = walkClosure(walk);
  const last = lastOf(walk.legs);
  const before = walk.legs.slice(0, -1).reduce((heading, leg) => heading - leg.turn, walk.heading);
  const heading = (Math.atan2(gap.y, gap.x) * 180) / Math.PI;
  const turn = ((((before - heading) % 360) + 540) % 360) - 180;
  return {
    ...walk,
    legs: [...walk.legs.slice(0, -1), { ...last, turn }, { length: Math.hypot(gap.x, gap.y), turn: 90 }],
  };
}
