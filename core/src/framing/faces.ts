import { entryOf } from '../lookups/index.ts';
import type { Framing } from './index.ts';
import { type XY, scale, leftOf, add } from '../geometry/index.ts';
import type { Side } from '../plan/index.ts';

export function facePoint(framing: Framing, wallId: string, side: Side, at: number): XY {
  const line = entryOf(framing.lines, wallId);
  const out = scale(leftOf(line.unit), (side === 'left' ? 1 : -1) * (line.depth / 2));
  return add(add(line.from, scale(line.unit, at)), out);
}
