import { query } from '../../incremental/index.ts';
import { never } from '../../lookups/index.ts';
import { itemId } from '../../materials/index.ts';
import { priceOf, type Plan, type Price } from '../../plan/index.ts';
import type { House } from '../../stages/index.ts';
import { boxLines } from './boxLines.ts';
import { cableLines } from './cableLines.ts';
import type { Coil } from '../coils/index.ts';
import { breakerLines, deviceLines } from './deviceLines.ts';
import { fixingLines } from './fixingLines.ts';
import type { DraftLine } from './line.ts';
import { makeUpLines } from './makeUpLines.ts';
import { smallPartLines, tubeLines } from './smallParts.ts';
import { useUpLines } from './useUpLines.ts';

export type { Coil } from '../coils/index.ts';

/** One line of the list. `cents` is null while the job has no price for the item. */
export interface TakeoffLine {
  readonly item: string;
  readonly name: string;
  readonly quantity: number;
  readonly unit: 'ft' | 'each' | 'in';
  readonly why: string;
  readonly cents: number | null;
}

export interface Takeoff {
  readonly lines: readonly TakeoffLine[];
  readonly coils: readonly Coil[];
}

/** How many of what the price is for a line takes; null when the price is in a measure that does not tell (a box of unknown count). */
function pricedUnits(line: DraftLine, per: Price['per'], coils: readonly Coil[]): number | null {
  const inches = { ft: 12, in: 1, each: null }[line.unit];
  switch (per) {
    case 'coil':
      return coils.filter((c) => c.item === itemId(line.item) && c.from === 'new').length;
    case 'each':
      return line.unit === 'each' ? line.quantity : null;
    case 'ft':
      return inches === null ? null : (line.quantity * inches) / 12;
    case 'in':
      return inches === null ? null : line.quantity * inches;
    case 'box':
      return null;
    default:
      return never(per);
  }
}

/** What a line costs by the job's price list; null without a price that tells. */
function centsOf(line: DraftLine, plan: Plan, coils: readonly Coil[]): number | null {
  if (line.isFree) return 0;
  const price = priceOf(plan, line.item);
  const units = price ? pricedUnits(line, price.per, coils) : null;
  return price && units !== null ? Math.round(price.cents * units) : null;
}

/** The list of material and the pull plan. Every line says where its number comes from. */
export const takeOff = query('takeoff', (house: House): Takeoff => {
  const { lines, coils } = cableLines(house);
  const drafts = [
    ...lines,
    ...boxLines(house),
    ...deviceLines(house),
    ...breakerLines(house),
    ...tubeLines(house),
    ...smallPartLines(house),
    ...fixingLines(house),
    ...makeUpLines(house),
    ...useUpLines(house),
  ];
  return {
    lines: drafts.map((line): TakeoffLine => {
      const { item, name, quantity, unit, why } = line;
      return { item: itemId(item), name, quantity, unit, why, cents: centsOf(line, house.plan, coils) };
    }),
    coils,
  };
});
