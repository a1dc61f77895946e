import { idsOf, nothing, sumsOf } from '../../incremental/index.ts';
import type { House } from '../../stages/index.ts';
import { wiredBox } from '../wiredBox.ts';
import { connectorSizes } from './items.ts';
import { counted, each, keyOf, ofWhole, whole, type DraftLine } from './line.ts';

/** Connectors by size, and tails by gauge and colour: how many, and how long together. */
export const joining = sumsOf(
  'connectors and tails',
  ({ plan }: House) => idsOf(plan.boxes),
  (house, id) => {
    const made = wiredBox(house, id);
    if (!made) return nothing;
    const sums: Record<string, number> = {};
    const add = (key: string, amount: number) => (sums[key] = (sums[key] ?? 0) + amount);
    for (const size of connectorSizes)
      if (made.connectors[size] > 0) add(keyOf({ kind: 'wire-connector', size }), made.connectors[size]);
    for (const { gauge, colour, count, inches } of made.tails) {
      add(keyOf({ kind: 'tail', gauge, colour }), whole(count * inches));
      add(`tails ${gauge} ${colour}`, count);
    }
    return sums;
  },
);

/** Connectors and tails as the boxes are made up. Tails come off stripped ends, so that wire is not bought twice. */
export function makeUpLines(house: House): DraftLine[] {
  const why =
    house.rules('makeup.devices') === 'pigtail'
      ? 'By the joints of each box, a tail to every device.'
      : 'By the joints of each box, devices fed through.';
  const all = joining(house);
  const items = Object.fromEntries(Object.entries(all).filter(([key]) => key.startsWith('{')));
  return [
    ...connectorSizes.flatMap((size) =>
      each({ kind: 'wire-connector', size }, items[keyOf({ kind: 'wire-connector', size })] ?? 0, why),
    ),
    ...counted(items, 'tail').map(({ item, count }): DraftLine => ({
      item,
      note: `, ${all[`tails ${item.gauge} ${item.colour}`]} of them`,
      quantity: Math.ceil(ofWhole(count)),
      unit: 'in',
      why: 'Cut from the stripped ends of the cable: nothing to buy.',
      isFree: true,
    })),
  ];
}
