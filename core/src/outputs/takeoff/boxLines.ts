import { isThere } from '../../boxes/index.ts';
import { idsOf, nothing, sumsOf } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { catalogueOf } from '../../plan/index.ts';
import type { House } from '../../stages/index.ts';
import { counted, each, keyOf, ofWhole, whole, type DraftLine } from './line.ts';

const boxIds = ({ plan }: House) => idsOf(plan.boxes);

/** New boxes by model. */
export const models = sumsOf('boxes by model', boxIds, ({ plan, boxes }: House, id) => {
  const { model } = entryOf(boxes, id);
  if (isThere(plan, id) || !(model in catalogueOf(plan))) return nothing;
  return { [keyOf({ kind: 'box', model })]: 1 };
});

/** Pieces of backing by size, and their length. */
export const backing = sumsOf(
  'backing',
  ({ layout }: House) => idsOf(layout.placed),
  ({ plan, layout }, id) => {
    const piece = entryOf(layout.placed, id).backing;
    if (!piece || isThere(plan, id)) return nothing;
    return {
      [`pieces ${piece.size}`]: 1,
      [keyOf({ kind: 'backing', size: piece.size })]: whole(piece.length),
    };
  },
);

/** New boxes by model, and the backing that holds those on no stud face. */
export function boxLines(house: House): DraftLine[] {
  const catalogue = catalogueOf(house.plan);
  const lengths = backing(house);
  const keys = Object.fromEntries(Object.entries(lengths).filter(([key]) => key.startsWith('{')));
  return [
    ...counted(models(house), 'box').flatMap(({ item, count }) =>
      each(
        item,
        entryOf(catalogue, item.model).name,
        count,
        'The smallest box that holds its wires, or the one chosen.',
      ),
    ),
    ...counted(keys, 'backing').map(({ item, count }): DraftLine => ({
      item,
      name: `Backing, ${item.size}`,
      quantity: Math.ceil(ofWhole(count)),
      unit: 'in',
      why: `${lengths[`pieces ${item.size}`]} pieces between studs, behind boxes that hang on no stud face.`,
    })),
  ];
}
