import { z } from 'zod';
import { EditRefused } from '../plan/gate.ts';
import { nextId } from '../plan/ids.ts';
import { entrySchemas, sheetSetSchema, type SheetKind } from '../plan/index.ts';
import { need } from './need.ts';
import { change, changesOf, id, verb } from './verb.ts';

/** A sheet stands in a set once. */
function checkOnce(sheets: readonly SheetKind[]): void {
  const twice = sheets.find((s, i) => sheets.indexOf(s) !== i);
  if (twice) throw new EditRefused('sheets', `has ${twice} twice: each sheet stands in a set once`);
}

/** Verbs for sets of sheets. */
export const sheetSetEdits = {
  addSheetSet: verb('Keeps a set of sheets to be made together.', sheetSetSchema, (draft, args) => {
    const set = entrySchemas.sheetSets.parse(args);
    checkOnce(set.sheets);
    draft.sheetSets[nextId(draft, 'sheetSets')] = set;
  }),
  setSheetSet: verb(
    'Changes a set of sheets: its name, what goes in and in which order, its paper.',
    z.strictObject({ set: id, changes: changesOf(sheetSetSchema) }),
    (draft, args) => {
      const set = need(draft.sheetSets, args.set, 'set of sheets');
      change(set, sheetSetSchema, args.changes);
      checkOnce(set.sheets);
    },
  ),
  removeSheetSet: verb('Keeps a set of sheets no more.', z.strictObject({ set: id }), (draft, args) => {
    need(draft.sheetSets, args.set, 'set of sheets');
    delete draft.sheetSets[args.set];
  }),
};
