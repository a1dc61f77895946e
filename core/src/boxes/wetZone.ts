import { nth } from '../lookups/index.ts';
import { distancePointSegment, pointInPolygon, type XY } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import { query } from '../incremental/index.ts';
import { compareIds } from '../plan/ids.ts';
import { entriesIn, type Plan, type Side } from '../plan/index.ts';
import { footprintOf } from '../rooms/footprint.ts';
import type { Site } from './site.ts';

interface WetGround {
  readonly id: string;
  readonly wall: string | undefined;
  readonly side: Side;
  readonly ground: readonly XY[];
}

/** The ground every tub and shower stands on, in the order of their ids. */
export const wetGrounds = query('wet grounds', (plan: Plan, framing: Framing): WetGround[] =>
  [...entriesIn(plan, 'fixturesOfKind', 'tub'), ...entriesIn(plan, 'fixturesOfKind', 'shower')]
    .sort((a, b) => compareIds(a[0], b[0]))
    .flatMap(([id, f]) => {
      const ground = footprintOf(f, framing);
      return ground ? [{ id, wall: f.wall, side: f.side, ground }] : [];
    }),
);

/** The tub or shower whose zone a place on a wall lies in: NEC 406.9(C) (from memory). Null when it is clear of all. */
export function wetFixtureNear(
  spot: XY,
  side: { wall: string; side: Side },
  { plan, framing, rules }: Omit<Site, 'layout'>,
): string | null {
  const reach = rules('wet.out');
  const found = wetGrounds(plan, framing).find(({ ground, ...f }) => {
    if (f.wall === side.wall && f.side !== side.side) return false;
    const inside = pointInPolygon(spot, ground);
    return (
      inside ||
      ground.some(
        (a, i) => distancePointSegment(spot, a, nth(ground, (i + 1) % ground.length)) < reach - 1e-6,
      )
    );
  });
  return found?.id ?? null;
}
