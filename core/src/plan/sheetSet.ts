import { z } from 'zod';
import { text } from './fields.ts';
import { paperKinds, sheetKinds, turnedKinds } from './kinds.ts';

/** Sheets that are made together: which, in what order, on what paper. */
export const sheetSetSchema = z.strictObject({
  name: text.default('Sheets'),
  sheets: z
    .array(z.enum(sheetKinds))
    .max(sheetKinds.length)
    .default([...sheetKinds]),
  paper: z.enum(paperKinds).default('letter'),
  turned: z.enum(turnedKinds).default('landscape'),
});
export type SheetSet = z.infer<typeof sheetSetSchema>;
