import { nth } from '../lookups/index.ts';
import {
  add,
  cross,
  distancePointSegment,
  dot,
  pointInPolygon,
  scale,
  subtract,
  type XY,
} from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import { query, valuesOf } from '../incremental/index.ts';
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

/** The tub or shower whose zone a place on a wall lies in, walls between them apart: NEC 406.9(C) (from memory). Null when it is clear of all. */
export function wetFixtureNear(
  spot: XY,
  side: { wall: string; side: Side },
  { plan, framing, rules }: Omit<Site, 'layout'>,
): string | null {
  const reach = rules('wet.out');
  const found = wetGrounds(plan, framing).find(({ ground, ...f }) => {
    if (f.wall === side.wall && f.side !== side.side) return false;
    if (pointInPolygon(spot, ground)) return true;
    const edges = ground.map((a, i) => [a, nth(ground, (i + 1) % ground.length)] as const);
    return edges.some(
      ([a, b]) =>
        distancePointSegment(spot, a, b) < reach - 1e-6 && !isParted(spot, nearestOn(spot, a, b), framing),
    );
  });
  return found?.id ?? null;
}

/** The point of a line from a to b that is nearest to another. */
function nearestOn(p: XY, a: XY, b: XY): XY {
  const along = subtract(b, a);
  const t = dot(subtract(p, a), along) / Math.max(1e-9, dot(along, along));
  return add(a, scale(along, Math.min(1, Math.max(0, t))));
}

/** Whether a wall stands between two points: no zone reaches through it. */
function isParted(a: XY, b: XY, framing: Framing): boolean {
  const sides = (p: XY, q: XY, r: XY) => Math.sign(cross(subtract(q, p), subtract(r, p)));
  return valuesOf(framing.lines).some(
    ({ from, to }) => sides(from, to, a) * sides(from, to, b) < 0 && sides(a, b, from) * sides(a, b, to) < 0,
  );
}
