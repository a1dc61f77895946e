import { add, distancePointSegment, leftOf, pointInPolygon, scale, type XY } from '../geometry/index.ts';
import type { Framing } from '../framing/index.ts';
import type { Fixture, Plan, Side } from '../plan/schema.ts';
import type { RuleBook } from '../rules/index.ts';

/** The ground a fixture stands on, in the plan; null for one that stands on no wall and has no place of its own. */
export function footprintOf(f: Fixture, framing: Framing): XY[] | null {
  const line = f.wall === undefined ? undefined : framing.lines[f.wall];
  if (line) {
    const hand = f.side === 'left' ? 1 : -1;
    const at = (along: number, off: number) =>
      add(add(line.from, scale(line.unit, along)), scale(leftOf(line.unit), hand * (line.depth / 2 + off)));
    return [at(f.at, 0), at(f.at + f.width, 0), at(f.at + f.width, f.depth), at(f.at, f.depth)];
  }
  if (f.x === undefined || f.y === undefined) return null;
  const turn = (f.turn * Math.PI) / 180;
  const u = { x: Math.cos(turn), y: Math.sin(turn) };
  const corner = (a: number, b: number) =>
    add(add({ x: f.x!, y: f.y! }, scale(u, (a * f.width) / 2)), scale(leftOf(u), (b * f.depth) / 2));
  return [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
}

/** The tub or shower whose zone a place on a wall lies in: NEC 406.9(C) (from memory). Null when it is clear of all. */
export function wetFixtureNear(
  spot: XY,
  side: { wall: string; side: Side },
  room: string | null,
  plan: Plan,
  framing: Framing,
  rules: RuleBook,
): string | null {
  const reach = rules('wet.out');
  const found = Object.entries(plan.fixtures).find(([, f]) => {
    if ((f.kind !== 'tub' && f.kind !== 'shower') || (room !== null && f.room !== room)) return false;
    const ground = footprintOf(f, framing);
    if (!ground || (f.wall === side.wall && f.side !== side.side)) return false;
    const inside = pointInPolygon(spot, ground);
    return (
      inside ||
      ground.some((a, i) => distancePointSegment(spot, a, ground[(i + 1) % ground.length]!) < reach - 1e-6)
    );
  });
  return found?.[0] ?? null;
}
