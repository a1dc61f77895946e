import { isLengthItem, type Price, stockItems } from '@fieldchalk/core';
import { today } from '../../words/today.ts';
import { itemNamedFirst, readStock } from '../order/stockItems.ts';
import type { EntryContext, Order } from './order.ts';
import { order, problem } from './verbs.ts';

/** `stock 14/2 180 ft`, `stock plate-1g 12`, `stock 14/2 250 ft shop`: what is on the van, or in the shop. */
export function stockOrder(rest: string, { list, plan }: EntryContext): Order {
  const [, words = rest, where = 'van'] = /^(.+)\s+(van|shop)$/i.exec(rest) ?? [];
  const read = readStock(words, list, stockItems(plan));
  if (!read.ok) return problem(read.problem);
  return order('addStock', { ...read.stock, where: where.toLowerCase() === 'shop' ? 'shop' : 'van' });
}

const measures: Readonly<Record<string, Price['per']>> = {
  ft: 'ft',
  foot: 'ft',
  in: 'in',
  inch: 'in',
  each: 'each',
  coil: 'coil',
  box: 'box',
};

/** `price 12/2 0.71 ft`, `price 12/2 89 coil`, `price plate 0.70`, `price staple-1/2 9.50 box 100`: what an item costs, in dollars. */
export function priceOrder(rest: string, { list, plan }: EntryContext): Order {
  const [, words, dollars, measure, of] =
    /^(.+?)\s+\$?(\d+(?:\.\d+)?|\.\d+)(?:\s+(?:an?\s+|per\s+)?([a-z]+))?(?:\s+(?:of\s+)?(\d+))?$/i.exec(
      rest,
    ) ?? [];
  if (words === undefined)
    return problem(
      'What costs how much? price 12/2 0.71 ft, price plate 0.70, price staple-1/2 9.50 box 100.',
    );
  const item = itemNamedFirst(words, list, stockItems(plan));
  if (typeof item !== 'string')
    return problem(
      item.length === 0
        ? `Nothing is called “${words}”.`
        : `“${words}” may be ${item.slice(0, 4).join(', ')}.`,
    );
  const isLength = isLengthItem(item);
  const per = measure === undefined ? (isLength ? 'ft' : 'each') : measures[measure.toLowerCase()];
  if (per === undefined) return problem(`“${measure}” is no measure of price: ft, in, each, coil or box.`);
  if (isLength === (per === 'each' || per === 'box'))
    return problem(
      isLength ? 'It is measured in feet: ft, in or coil.' : 'It is counted by pieces: each or box.',
    );
  if (per === 'box' && of === undefined)
    return problem(`How many are in the box? price ${words} ${dollars} box 100.`);
  const packed = of === undefined ? {} : { of: Number(of) };
  return order('setPrice', { item, cents: Number(dollars) * 100, per, ...packed, on: today() });
}
