import type { OpenSpace, SpacePlace } from './graph.ts';
import { onGrid } from './grid.ts';
import type { Rate } from './prices.ts';

/** What the steps of one space cost, at hand for a search. */
export class SpacePrices {
  readonly isOpen: boolean;
  private readonly isWhole: boolean;
  readonly climb: number;
  readonly perJoist: number;

  constructor(
    readonly space: OpenSpace,
    readonly rate: Rate,
  ) {
    this.isOpen = rate.base < Infinity;
    this.isWhole = space.ground.isWhole;
    this.climb = 2 * space.climb;
    this.perJoist = space.joists?.bored ? rate.perJoist : 0;
  }

  /** From one place to another; Infinity where the ground is not open between them, or it costs `limit` or more, which is told sooner. */
  between(a: SpacePlace, b: SpacePlace, isLoose = false, limit = Infinity): number {
    const joists = Math.abs(a.line - b.line);
    const inches =
      Math.abs(onGrid(a.u) - onGrid(b.u)) +
      Math.abs(onGrid(a.v) - onGrid(b.v)) +
      Math.abs(a.z - b.z) +
      (joists > 0 ? this.climb : 0);
    const cost = this.rate.base + inches * this.rate.perInch + joists * this.perJoist;
    if (cost >= limit) return Infinity;
    return isLoose || this.isWhole || this.space.ground.betweenLocated(a, b) ? cost : Infinity;
  }
}
