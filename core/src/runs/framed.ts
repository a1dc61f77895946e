import { entryOf } from '../lookups/index.ts';
import type { BoxLayout } from '../boxes/index.ts';
import { add, scale, type XYZ } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import { query } from '../incremental/index.ts';
import { valuesIn, type Plan } from '../plan/index.ts';
import type { RuleBook } from '../rules/index.ts';
import { findBays, type Bay } from './bays.ts';

/** What a wall's piece of the route graph is made from. */
export interface Framed {
  readonly plan: Plan;
  readonly framing: Framing;
  readonly rules: RuleBook;
  readonly layout: Pick<BoxLayout, 'onWall'>;
}

/** Places along a wall nearer than this are one. */
export const same = 1e-6;

export const clampTo = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value));

/** The hollows of a wall. */
export const baysOf = query('bays of wall', ({ plan, framing }: Framed, wall: string): readonly Bay[] =>
  findBays(entryOf(framing.walls, wall), valuesIn(plan, 'obstaclesInWall', wall)),
);

/** How a wall may be gone through: freely, fished, by an opened strip, or not at all. */
export function passageOf({ plan }: Framed, wall: string): 'free' | 'fish' | 'open' | null {
  const { cover, access } = entryOf(plan.walls, wall);
  if (cover === 'open') return 'free';
  return access === 'leave' ? null : access;
}

/** Places of a wall by how far along and how high above its subfloor they are. */
export function placing({ framing, plan }: Framed, wall: string): (along: number, z: number) => XYZ {
  const { from, unit, level } = entryOf(framing.lines, wall);
  const { elevation } = entryOf(plan.levels, level);
  return (along, z) => ({ ...add(from, scale(unit, along)), z: z + elevation });
}
