import { idsOf, nothing, query, sumsOf } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { itemId } from '../../materials/index.ts';
import { catalogueOf, priceOf } from '../../plan/index.ts';
import { unitsOf } from '../buying/units.ts';
import type { House } from '../../stages/index.ts';
import { toDecimals } from '../../units/index.ts';
import { boxLines } from './boxLines.ts';
import { cableLines, type CoilFigures } from './cableLines.ts';
import type { Coil } from '../coils/index.ts';
import { breakerLines, deviceLines } from './deviceLines.ts';
import { fixingLines } from './fixingLines.ts';
import { itemName } from './items.ts';
import { ofWhole, whole, type DraftLine } from './line.ts';
import { makeUpLines } from './makeUpLines.ts';
import { smallPartLines, tubeLines } from './smallParts.ts';
import { useUpLines } from './useUpLines.ts';

export type { Coil } from '../coils/index.ts';
export type { CoilFigures } from './cableLines.ts';

/** One line of the list. `cents` is null while the job has no price for the item. */
export interface TakeoffLine {
  readonly item: string;
  readonly name: string;
  readonly quantity: number;
  readonly unit: 'ft' | 'each' | 'in';
  readonly why: string;
  readonly cents: number | null;
  /** How much of it comes off what is on hand or was cut already, and what is left to buy: of cable whole coils. */
  readonly onHand: number;
  readonly toBuy: number;
}

export interface Takeoff {
  readonly lines: readonly TakeoffLine[];
  readonly coils: readonly Coil[];
  readonly figures: readonly CoilFigures[];
}

const sum = (list: readonly number[]): number => list.reduce((total, n) => total + n, 0);

/** What a line costs by the job's price list; null without a price that tells. */
function centsOf(line: DraftLine, { plan, rules }: House, coils: readonly Coil[]): number | null {
  if (line.isFree) return 0;
  const price = priceOf(plan, line.item);
  // Of cable whole new coils are bought, also those that were cut since; by the foot it costs what it is used.
  const fresh = coils.filter((c) => c.item === itemId(line.item) && c.from === 'new');
  const amount = price?.per === 'coil' ? sum(fresh.map((c) => c.feet)) : line.quantity;
  const units = price ? unitsOf(line.unit, amount, price, rules('coil.feet')) : null;
  return price && units !== null ? Math.round(price.cents * units) : null;
}

/** What is on hand of every item: pieces, or feet. */
const onHand = sumsOf(
  'stock by item',
  ({ plan }: House) => idsOf(plan.stock),
  ({ plan }, id) => {
    const { item, feet, count } = entryOf(plan.stock, id);
    const amount = whole(feet ?? count ?? 0);
    return amount > 0 ? { [item]: amount } : nothing;
  },
);

/** How much of a line is on hand, and what is left to buy, in its own unit. */
function handAndBuy(line: DraftLine, house: House, coils: readonly Coil[]) {
  const { item, unit, quantity, isFree } = line;
  if (isFree) return { onHand: quantity, toBuy: 0 };
  if (item.kind === 'cable') {
    const own = coils.filter((c) => c.item === itemId(item));
    const isBought = (c: Coil) => c.from === 'new' && c.cutAs === null;
    const held = sum(own.flatMap((c) => (isBought(c) ? [] : c.cuts.map((cut) => cut.feet))));
    return { onHand: toDecimals(held, 2), toBuy: sum(own.filter(isBought).map((c) => c.feet)) };
  }
  const held = ofWhole(onHand(house)[itemId(item)]) * (unit === 'in' ? 12 : 1);
  const used = Math.min(quantity, held);
  return { onHand: used, toBuy: quantity - used };
}

/** The list of material and the pull plan. Every line says where its number comes from. */
export const takeOff = query('takeoff', (house: House): Takeoff => {
  const { lines, coils, figures } = cableLines(house);
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
      const { item, quantity, unit, why } = line;
      const name = `${itemName(item, catalogueOf(house.plan))}${line.note ?? ''}`;
      const told = { item: itemId(item), name, quantity, unit, why };
      return { ...told, cents: centsOf(line, house, coils), ...handAndBuy(line, house, coils) };
    }),
    ...{ coils, figures },
  };
});
