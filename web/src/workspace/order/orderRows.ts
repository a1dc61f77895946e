import type { Plan, TakeoffGroup, TakeoffLine, TakeoffOrder } from '@fieldchalk/core';
import { headingOf } from './orderList.ts';

/** What the list is laid out by: the kind of thing, or what it is for. */
export type LaidOutBy = 'kind' | 'supplier' | TakeoffOrder;
export const layouts: readonly { readonly value: LaidOutBy; readonly says: string }[] = [
  { value: 'kind', says: 'By kind' },
  { value: 'room', says: 'By room' },
  { value: 'circuit', says: 'By circuit' },
  { value: 'stage', says: 'By stage' },
  { value: 'supplier', says: 'By supplier' },
];

/** One row of the list: a line, or a line’s share of one room, circuit or stage. */
export interface OrderRow {
  readonly id: string;
  readonly group: string;
  readonly line: TakeoffLine;
  readonly name: string;
  readonly quantity: number;
  /** Null for a share: what is bought is bought for all of it. */
  readonly toBuy: number | null;
  readonly cents: number | null;
}

export const rowsByKind = (lines: readonly TakeoffLine[]): OrderRow[] =>
  lines.map((line) => ({
    ...{ id: line.item, group: headingOf(line.item), line, name: line.name },
    ...{ quantity: line.quantity, toBuy: line.toBuy, cents: line.cents },
  }));

/** Whom a line is bought from: the supplier its price is of, nobody where there is nothing to buy. */
function boughtFrom({ item, toBuy, cents }: TakeoffLine, prices: Plan['prices']): string {
  if (toBuy === 0) return 'Nothing to buy';
  return prices[item]?.supplier ?? (cents === null ? 'No price yet' : 'Our own prices');
}

/** Rows of the list by who sells them: each supplier’s order, then our own prices, and what has none. */
export function rowsBySupplier(lines: readonly TakeoffLine[], prices: Plan['prices']): OrderRow[] {
  const last = ['Our own prices', 'No price yet', 'Nothing to buy'];
  const rows = rowsByKind(lines).map((row) => ({ ...row, group: boughtFrom(row.line, prices) }));
  return rows.sort(
    (a, b) => last.indexOf(a.group) - last.indexOf(b.group) || a.group.localeCompare(b.group, 'en'),
  );
}

/** Rows of the list by rooms, circuits or stages. `nameOf`: what one is called; null is what belongs to none. */
export function rowsOf(
  groups: readonly TakeoffGroup[],
  lines: readonly TakeoffLine[],
  nameOf: (of: string | null) => string,
): OrderRow[] {
  const byItem = new Map(lines.map((l) => [l.item, l]));
  return groups.flatMap(({ of, lines: own }) =>
    own.flatMap(({ item, quantity, cents }): OrderRow[] => {
      const line = byItem.get(item);
      if (!line) return [];
      const row = { id: `${of ?? ''} ${item}`, group: nameOf(of), line, name: line.name };
      return [{ ...row, quantity, toBuy: null, cents }];
    }),
  );
}

/** A quantity as it is written: whole, or to a tenth where it is a share; with its measure. */
export function quantityWords(quantity: number, unit: TakeoffLine['unit']): string {
  const rounded = Math.round(quantity * 10) / 10;
  const figure = rounded === 0 && quantity > 0 ? 'under 0.1' : String(rounded);
  return unit === 'each' ? figure : `${figure} ${unit}`;
}

/** What is left to buy of a line: nothing, whole coils, or so many. */
export function toBuyWords({ unit, item }: TakeoffLine, toBuy: number, coils: number): string {
  if (toBuy === 0) return item.startsWith('tail-') ? 'none to buy' : 'on hand';
  if (coils > 0) return `${coils} ${coils === 1 ? 'coil' : 'coils'}, ${toBuy} ft`;
  return quantityWords(toBuy, unit);
}

/** A stage of the work as it heads a list: `make-up` is “Make-up”. */
export const stageWords = (stage: string): string => stage.charAt(0).toUpperCase() + stage.slice(1);
