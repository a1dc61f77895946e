import { textOf, type IfcModel } from './model.ts';
import type { PlanBox } from './shapes.ts';

export interface Storey {
  readonly id: number;
  readonly floor: number;
  readonly ceiling: number;
  readonly name: string;
}

export interface FoundWall {
  readonly id: number;
  readonly box: PlanBox;
  readonly storey: number;
}

function middle(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor((values.length - 1) / 2)] ?? 0;
}

const overHeads = 12;

/** Storeys that have walls, lowest first. The ceiling is the height most walls have, and clear of every opening's head. */
export function storeysOf(
  model: IfcModel,
  walls: readonly FoundWall[],
  voids: ReadonlyMap<number, readonly number[]>,
): Storey[] {
  return [...new Set(walls.map((w) => w.storey))]
    .map((id): Storey => {
      const own = walls.filter((w) => w.storey === id);
      const floor = middle(own.map((w) => w.box.low));
      const heads = own
        .flatMap((w) => voids.get(w.id) ?? [])
        .flatMap((o) => model.corners(o).map((c) => c.z - floor));
      const usual = middle(own.map((w) => w.box.high - floor));
      const ceiling = Math.max(usual, heads.reduce((a, b) => Math.max(a, b), 0) + overHeads);
      const line = id < 0 ? null : model.line(id);
      const name = line ? textOf(line['LongName']) || textOf(line['Name']) : 'Main';
      return {
        id,
        floor,
        ceiling: Math.round((ceiling > usual + overHeads ? ceiling : usual) * 16) / 16,
        name,
      };
    })
    .sort((a, b) => a.floor - b.floor);
}
