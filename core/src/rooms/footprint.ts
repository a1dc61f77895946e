import { must } from '../lookups/index.ts';
import type { Framing } from '../framing/index.ts';
import { type XY, add, scale, leftOf } from '../geometry/index.ts';
import type { Fixture } from '../plan/index.ts';

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
    add(
      add(
        { x: must(f.x, 'the x of a fixture on the floor'), y: must(f.y, 'the y of a fixture on the floor') },
        scale(u, (a * f.width) / 2),
      ),
      scale(leftOf(u), (b * f.depth) / 2),
    );
  return [corner(-1, -1), corner(1, -1), corner(1, 1), corner(-1, 1)];
}
