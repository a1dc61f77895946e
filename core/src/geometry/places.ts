import { nth } from '../lookups/index.ts';
import { distance, type XY } from './vector.ts';

const around = [-1, 0, 1].flatMap((dx) => [-1, 0, 1].map((dy) => [dx, dy] as const));

/** Numbers places in the plan, level by level: those nearer than the tolerance to one that has a number share the first such. */
export class Places {
  readonly at: XY[] = [];
  private readonly cells = new Map<string, number[]>();

  constructor(private readonly tolerance: number) {}

  number(level: string, at: XY): number {
    const [column, row] = [Math.floor(at.x / this.tolerance), Math.floor(at.y / this.tolerance)];
    let first = Infinity;
    for (const [dx, dy] of around)
      for (const n of this.cells.get(`${level} ${column + dx} ${row + dy}`) ?? [])
        if (n < first && distance(nth(this.at, n), at) < this.tolerance) first = n;
    if (first < Infinity) return first;
    const own = `${level} ${column} ${row}`;
    const number = this.at.push(at) - 1;
    this.cells.set(own, [...(this.cells.get(own) ?? []), number]);
    return number;
  }
}
