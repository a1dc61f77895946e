import Flatbush from 'flatbush';
import { distance, type XY } from '../geometry/index.ts';
import { lastOf, nth } from '../lookups/index.ts';

/** A hair more than what rounding may take from a distance, inches. */
const hair = 1e-6;

/** Places in the plan that are asked for by nearness. Made once for places that stay; inches. */
export class Nearest {
  private readonly index: Flatbush | null;

  constructor(private readonly places: readonly XY[]) {
    if (places.length === 0) {
      this.index = null;
      return;
    }
    this.index = new Flatbush(places.length);
    for (const { x, y } of places) this.index.add(x, y);
    this.index.finish();
  }

  /** Positions in the list of the `count` places nearest to one, nearest first; of two as far away the earlier in the list. */
  to(at: XY, count: number): number[] {
    if (!this.index || count <= 0) return [];
    const away = (i: number) => distance(nth(this.places, i), at);
    const reach = away(lastOf(this.index.neighbors(at.x, at.y, count))) + hair;
    const near = this.index.search(at.x - reach, at.y - reach, at.x + reach, at.y + reach);
    return near
      .map((i) => ({ i, away: away(i) }))
      .sort((a, b) => a.away - b.away || a.i - b.i)
      .slice(0, count)
      .map(({ i }) => i);
  }
}
