import { depthOfBox, isThere } from '../../boxes/index.ts';
import { idsOf, nothing, sumsOf } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { catalogueOf, isOnWall } from '../../plan/index.ts';
import type { House } from '../../stages/index.ts';
import { acrossOf } from './items.ts';
import { counted, each, keyOf, ofWhole, whole, type DraftLine } from './line.ts';

const boxIds = ({ plan }: House) => idsOf(plan.boxes);

/** New boxes by model. */
export const models = sumsOf('boxes by model', boxIds, ({ plan, boxes }: House, id) => {
  const { model } = entryOf(boxes, id);
  if (isThere(plan, id) || !(model in catalogueOf(plan))) return nothing;
  return { [keyOf({ kind: 'box', model })]: 1 };
});

/** Rings that go on new boxes: on square ones to take devices or a light, and extensions where the finish is thick. */
export const rings = sumsOf('rings', boxIds, ({ plan, boxes, layout }: House, id) => {
  const { model: name } = entryOf(boxes, id);
  const model = catalogueOf(plan)[name];
  if (isThere(plan, id) || !model) return nothing;
  const sums: Record<string, number> = {};
  const { gangs, on } = entryOf(plan.boxes, id);
  if (name.startsWith('metal-square'))
    sums[keyOf({ kind: 'ring', across: acrossOf(model.width), gangs: isOnWall(on) ? gangs : null })] = 1;
  if (name.startsWith('metal-square-extended')) sums[keyOf({ kind: 'extension', gangs: null })] = 1;
  const placed = layout.placed[id];
  const setting = placed && layout.settings[placed.wall];
  if (placed && setting && depthOfBox(placed, setting).needs === 'extension')
    sums[keyOf({ kind: 'extension', gangs })] = 1;
  return sums;
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
  const lengths = backing(house);
  const keys = Object.fromEntries(Object.entries(lengths).filter(([key]) => key.startsWith('{')));
  return [
    ...counted(models(house), 'box').flatMap(({ item, count }) =>
      each(item, count, 'The smallest box that holds its wires, or the one chosen.'),
    ),
    ...counted(rings(house), 'ring').flatMap(({ item, count }) =>
      each(
        item,
        count,
        'One for each square box: devices and plates are made for the ring, not for the box.',
      ),
    ),
    ...counted(rings(house), 'extension').flatMap(({ item, count }) =>
      each(
        item,
        count,
        item.gangs === null
          ? 'Makes a square box deep enough for its wires.'
          : 'Where the finish is thicker than a box can be nailed ahead: NEC 314.20 (from memory).',
      ),
    ),
    ...counted(keys, 'backing').map(({ item, count }): DraftLine => ({
      item,
      quantity: Math.ceil(ofWhole(count)),
      unit: 'in',
      why: `${lengths[`pieces ${item.size}`]} pieces between studs, behind boxes that hang on no stud face.`,
    })),
  ];
}
