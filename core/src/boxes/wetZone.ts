import { nth } from '../lookups/index.ts';
import { distancePointSegment, pointInPolygon, type XY } from '../geometry/index.ts';
import type { Side } from '../plan/index.ts';
import { footprintOf } from '../rooms/footprint.ts';
import type { Site } from './site.ts';

/** The tub or shower whose zone a place on a wall lies in: NEC 406.9(C) (from memory). Null when it is clear of all. */
export function wetFixtureNear(
  spot: XY,
  side: { wall: string; side: Side },
  { plan, framing, rules }: Omit<Site, 'layout'>,
): string | null {
  const reach = rules('wet.out');
  const found = Object.entries(plan.fixtures).find(([, f]) => {
    if (f.kind !== 'tub' && f.kind !== 'shower') return false;
    const ground = footprintOf(f, framing);
    if (!ground || (f.wall === side.wall && f.side !== side.side)) return false;
    const inside = pointInPolygon(spot, ground);
    return (
      inside ||
      ground.some(
        (a, i) => distancePointSegment(spot, a, nth(ground, (i + 1) % ground.length)) < reach - 1e-6,
      )
    );
  });
  return found?.[0] ?? null;
}
