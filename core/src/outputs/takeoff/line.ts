import { compareIds } from '../../plan/ids.ts';
import type { Amounts } from '../../incremental/index.ts';
import { itemId, type Item } from '../../materials/index.ts';

/** A line of the list before it is priced. `isFree`: it comes off what is bought already. */
export interface DraftLine {
  readonly item: Item;
  /** What is said after its name. */
  readonly note?: string;
  readonly quantity: number;
  readonly unit: 'ft' | 'each' | 'in';
  readonly why: string;
  readonly isFree?: true;
}

/** One line for so many of an item; none for none. */
export function each(item: Item, quantity: number, why: string): DraftLine[] {
  return quantity > 0 ? [{ item, quantity, unit: 'each', why }] : [];
}

/** Lengths are added up in ten-thousandths of an inch, minutes of work in ten-thousandths of a minute. */
const parts = 1e4;
export const whole = (amount: number): number => Math.round(amount * parts);
export const ofWhole = (sum: number | undefined): number => (sum ?? 0) / parts;

/** The key an item is counted under. */
export const keyOf = (item: Item): string => JSON.stringify(item);

/** Items that were counted, of one kind, in the order of their names. */
export function counted<K extends Item['kind']>(
  sums: Amounts,
  kind: K,
): { item: Extract<Item, { kind: K }>; count: number }[] {
  return Object.entries(sums)
    .map(([key, count]) => ({ item: JSON.parse(key) as Item, count }))
    .filter((c): c is { item: Extract<Item, { kind: K }>; count: number } => c.item.kind === kind)
    .sort((a, b) => compareIds(itemId(a.item), itemId(b.item)));
}

export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
