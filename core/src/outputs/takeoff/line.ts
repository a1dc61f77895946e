import { compareIds } from '../../plan/ids.ts';
import { itemId, type Item } from '../../materials/index.ts';

/** A line of the list before it is priced. `isFree`: it comes off what is bought already. */
export interface DraftLine {
  readonly item: Item;
  readonly name: string;
  readonly quantity: number;
  readonly unit: 'ft' | 'each' | 'in';
  readonly why: string;
  readonly isFree?: true;
}

/** One line for so many of an item; none for none. */
export function each(item: Item, name: string, quantity: number, why: string): DraftLine[] {
  return quantity > 0 ? [{ item, name, quantity, unit: 'each', why }] : [];
}

export interface Counted<I extends Item, T> {
  readonly item: I;
  readonly of: readonly T[];
}

/** What is bought for each thing, counted by item, in the order of the items' names; things for which nothing is bought give null. */
export function countItems<T, I extends Item>(
  list: readonly T[],
  itemOf: (entry: T) => I | null,
): Counted<I, T>[] {
  const counts = new Map<string, { item: I; of: T[] }>();
  for (const entry of list) {
    const item = itemOf(entry);
    if (!item) continue;
    const known = counts.get(itemId(item)) ?? { item, of: [] };
    known.of.push(entry);
    counts.set(itemId(item), known);
  }
  return [...counts].sort((a, b) => compareIds(a[0], b[0])).map(([, counted]) => counted);
}

export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);
