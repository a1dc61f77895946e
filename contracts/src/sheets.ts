import { z } from 'zod';
import { paperKinds, sheetKinds, turnedKinds } from '@fieldchalk/core';
import { id } from './fields.ts';

const day = z.iso.date('must be a day, like 2027-03-01');

/** Sheets to be made of a job as it is now, or as a set was issued. */
export const sheetsAskedSchema = z.strictObject({
  /** In the order they are bound. */
  sheets: z.array(z.enum(sheetKinds)).min(1).max(sheetKinds.length),
  paper: z.enum(paperKinds),
  turned: z.enum(turnedKinds),
  day,
  /** The set it is: what changed since that was issued has clouds. Null for sheets of no set. */
  set: id.nullable(),
});

/** An issue to be made again as it was. */
export const issueAskedSchema = z.strictObject({ set: id, number: z.number().int().min(1).max(1e6) });

/** Pages that were made: under `made` they are fetched whole as a PDF, or one by one as pictures. */
export const sheetsMadeSchema = z.object({
  made: z.string(),
  /** `width` and `height` in points. */
  pages: z.array(z.object({ sheet: z.string(), title: z.string(), width: z.number(), height: z.number() })),
});

/** A set of the job to be issued: it is kept as it is now, under the next number. */
export const newIssueSchema = z.strictObject({ set: id, day });

export const issueSchema = z.object({
  set: z.string(),
  number: z.number(),
  name: z.string(),
  day: z.string(),
  /** The job’s revision it was issued of. */
  revision: z.number(),
  by: z.string().nullable(),
});

export type SheetsWanted = z.infer<typeof sheetsAskedSchema>;
export type SheetsMade = z.infer<typeof sheetsMadeSchema>;
export type Issue = z.infer<typeof issueSchema>;
