import type { BoxLayout } from '../../boxes/index.ts';
import type { BoxResult } from '../../fill/index.ts';
import { entryOf } from '../../lookups/index.ts';
import { catalogueOf, type Plan } from '../../plan/index.ts';
import { countItems, each, type DraftLine } from './line.ts';

/** New boxes by model, and the backing that holds those on no stud face. */
export function boxLines(
  plan: Plan,
  boxes: Readonly<Record<string, BoxResult>>,
  layout: BoxLayout,
): DraftLine[] {
  const catalogue = catalogueOf(plan);
  const isNew = (id: string) => !entryOf(plan.boxes, id).existing;
  const models = countItems(Object.keys(boxes).filter(isNew), (id) => {
    const { model } = entryOf(boxes, id);
    return model in catalogue ? { kind: 'box', model } : null;
  });
  const pieces = Object.values(layout.placed).flatMap((p) => (p.backing && isNew(p.id) ? [p.backing] : []));
  const backing = countItems(pieces, ({ size }) => ({ kind: 'backing', size }));
  return [
    ...models.flatMap(({ item, of }) =>
      each(
        item,
        entryOf(catalogue, item.model).name,
        of.length,
        'The smallest box that holds its wires, or the one chosen.',
      ),
    ),
    ...backing.map(({ item, of }): DraftLine => ({
      item,
      name: `Backing, ${item.size}`,
      quantity: Math.ceil(of.reduce((sum, p) => sum + p.length, 0)),
      unit: 'in',
      why: `${of.length} pieces between studs, behind boxes that hang on no stud face.`,
    })),
  ];
}
