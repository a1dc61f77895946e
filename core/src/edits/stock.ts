import { z } from 'zod';
import { isLengthItem } from '../materials/item.ts';
import { coilSchema, leftOnCoil } from '../plan/coil.ts';
import { EditRefused } from '../plan/gate.ts';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, stockSchema, type Plan, type Stock } from '../plan/index.ts';
import { ruleBook } from '../rules/index.ts';
import { need } from './need.ts';
import { change, changesOf, id, verb } from './verb.ts';

/** Lengths are counted in feet and the rest by pieces; one of the two must be told. */
function checkMeasure({ item, feet, count }: Pick<Stock, 'item' | 'feet' | 'count'>): void {
  const isLength = isLengthItem(item);
  if (isLength && feet === undefined) throw new EditRefused('feet', 'must say how many feet there are');
  if (!isLength && count === undefined) throw new EditRefused('count', 'must say how many there are');
  if (isLength && count !== undefined) throw new EditRefused('count', 'is not for what is measured in feet');
  if (!isLength && feet !== undefined) throw new EditRefused('feet', 'is not for what is counted by pieces');
}

const cutSchema = z.strictObject({
  item: coilSchema.shape.item,
  feet: coilSchema.shape.feet,
  from: z.string(),
  cuts: z
    .array(z.strictObject({ run: id, feet: z.number().min(0).max(1e5) }))
    .min(1)
    .readonly(),
});

/** What is left of a coil goes back to stock where it is of use, under the stock it came from or as a new one. */
function keepLeft(draft: Plan, item: string, from: string, left: number): void {
  const isUseful = left > 0 && left >= ruleBook(draft.rules.values)('coil.useful');
  const known = draft.stock[from];
  if (!isUseful) delete draft.stock[from];
  else if (known) known.feet = left;
  else draft.stock[nextId(draft, 'stock')] = entrySchemas.stock.parse({ item, feet: left });
}

/** Verbs for what is on hand, and for coils as they are cut. */
export const stockEdits = {
  addStock: verb(
    'Counts something that is on hand: used up before anything is bought.',
    stockSchema,
    (draft, args) => {
      checkMeasure(args);
      draft.stock[nextId(draft, 'stock')] = entrySchemas.stock.parse(args);
    },
  ),
  setStock: verb(
    'Counts what is on hand anew, or says where it is.',
    z.strictObject({ stock: id, changes: changesOf(stockSchema.omit({ item: true })) }),
    (draft, args) => {
      const stock = need(draft.stock, args.stock, 'stock');
      change(stock, stockSchema, args.changes);
      checkMeasure(stock);
    },
  ),
  removeStock: verb('Takes something out of the stock.', z.strictObject({ stock: id }), (draft, args) => {
    need(draft.stock, args.stock, 'stock');
    delete draft.stock[args.stock];
  }),
  cutCoils: verb(
    'Cuts coils as planned: their cables are cut, and what is left of use goes back to stock.',
    z.strictObject({ coils: z.array(cutSchema).min(1).readonly(), on: coilSchema.shape.on }),
    (draft, { coils, on }) => {
      for (const [i, { item, feet, from, cuts }] of coils.entries()) {
        const path = `coils.${i}`;
        for (const { run } of cuts) need(draft.runs, run, 'run');
        if (from !== 'new') {
          const stock = need(draft.stock, from, 'stock');
          if (stock.item !== item || stock.feet !== feet)
            throw new EditRefused(`${path}.from`, `is not as it was: ${stock.feet ?? 0} ft are on it now`);
        }
        const coil = coilSchema.parse({
          ...{ item, feet, from, on },
          cuts: Object.fromEntries(cuts.map((c) => [c.run, c.feet])),
        });
        const left = leftOnCoil(coil);
        if (left < 0) throw new EditRefused(`${path}.cuts`, `come to ${-left} ft more than is on the coil`);
        draft.coils[nextId(draft, 'coils')] = coil;
        keepLeft(draft, item, from, left);
      }
    },
  ),
  forgetCoil: verb(
    'Forgets that a coil was cut: its cables are planned anew. Stock stays as it is counted.',
    z.strictObject({ coil: id }),
    (draft, args) => {
      need(draft.coils, args.coil, 'coil');
      delete draft.coils[args.coil];
    },
  ),
} as const;
