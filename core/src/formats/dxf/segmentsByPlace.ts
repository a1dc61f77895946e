import Flatbush from 'flatbush';
import type { XY } from '../../geometry/index.ts';
import { nth } from '../../lookups/index.ts';
import type { DrawnSegment } from './drawing.ts';

/** Segments to be found by the ground they are on, however many there are. */
export class SegmentsByPlace {
  private readonly index: Flatbush | null;

  constructor(private readonly segments: readonly DrawnSegment[]) {
    this.index = segments.length > 0 ? new Flatbush(segments.length) : null;
    for (const { a, b } of segments)
      this.index?.add(Math.min(a.x, b.x), Math.min(a.y, b.y), Math.max(a.x, b.x), Math.max(a.y, b.y));
    this.index?.finish();
  }

  /** Those whose own rectangle comes within so much of a place, in the order of the list. */
  near({ x, y }: XY, reach: number): DrawnSegment[] {
    const found = this.index?.search(x - reach, y - reach, x + reach, y + reach) ?? [];
    return found.sort((a, b) => a - b).map((i) => nth(this.segments, i));
  }
}
