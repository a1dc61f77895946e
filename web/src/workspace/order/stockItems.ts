import { isLengthItem, type Stock, stockPlaces, type TakeoffLine } from '@fieldchalk/core';

type Named = Pick<TakeoffLine, 'item' | 'name'>;

/** What was typed or scanned, read: the item and how much of it there is; or what is wrong and what would do. */
export type StockRead =
  | { readonly ok: true; readonly stock: Pick<Stock, 'item' | 'feet' | 'count'> }
  | { readonly ok: false; readonly problem: string };

/** The item that words name: by its code, by its name, or by words that only one line has. */
export function itemNamed(words: string, lines: readonly Named[]): string | string[] {
  const asked = words.toLowerCase();
  const whole = lines.find((l) => l.item.toLowerCase() === asked || l.name.toLowerCase() === asked);
  if (whole) return whole.item;
  const parts = asked.split(/[\s,]+/).filter(Boolean);
  const near = lines.filter((l) => parts.every((p) => `${l.item} ${l.name}`.toLowerCase().includes(p)));
  return near.length === 1 && near[0] ? near[0].item : near.map((l) => l.item);
}

/** The item that words name on the job’s list; where that has none, among others. */
export function itemNamedFirst(words: string, lines: readonly Named[], others: readonly Named[]) {
  const listed = itemNamed(words, lines);
  return listed.length > 0 ? listed : itemNamed(words, others);
}

/**
 * `14/2 180 ft`, `plate-1g 12`: a name or a code and how much, as it is typed or comes from a scanner. A code alone counts for one piece. What the job’s list has
 * none of is looked for among `others`.
 */
export function readStock(text: string, lines: readonly Named[], others: readonly Named[] = []): StockRead {
  const bad = (problem: string): StockRead => ({ ok: false, problem });
  const trimmed = text.trim();
  const alone = [...lines, ...others].find((l) => l.item.toLowerCase() === trimmed.toLowerCase());
  const [, words = trimmed, figure] =
    (alone ? null : /^(.+?)[\s,:×x*]+(\d+(?:\.\d+)?)\s*(?:ft|feet|'|pcs?|pieces)?$/i.exec(trimmed)) ?? [];
  if (trimmed === '') return bad('Type what there is and how much: 14/2 180 ft, or plate-1g 12.');
  const found = itemNamedFirst(words, lines, others);
  if (typeof found !== 'string')
    return bad(
      found.length === 0
        ? `Nothing is called “${words}”. A code does too, like box-plastic-1g-18.`
        : `“${words}” may be ${found.slice(0, 4).join(', ')}${found.length > 4 ? ' …' : ''}. Type more of it.`,
    );
  const amount = figure === undefined ? null : Number(figure);
  if (isLengthItem(found))
    return amount === null
      ? bad(`How many feet of it? Type ${words} 180 ft.`)
      : { ok: true, stock: { item: found, feet: amount } };
  if (amount !== null && !Number.isInteger(amount)) return bad('Pieces are counted whole.');
  return { ok: true, stock: { item: found, count: amount ?? 1 } };
}

/** The same for material beyond the list: what is not on it is taken by the words for it, with how many. */
export function readExtra(text: string, lines: readonly Named[]): StockRead {
  const read = readStock(text, lines);
  const [, words = '', figure] = /^(.+?)[\s,:×x*]+(\d+)\s*(?:pcs?|pieces)?$/i.exec(text.trim()) ?? [];
  const named = words === '' ? [''] : itemNamed(words, lines);
  if (read.ok || named.length > 0) return read;
  return isLengthItem(words) ? read : { ok: true, stock: { item: words, count: Number(figure) } };
}

export const placeWords: Readonly<Record<(typeof stockPlaces)[number], string>> = {
  van: 'on the van',
  shop: 'in the shop',
};
