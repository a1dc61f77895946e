import { z } from 'zod';

/** Labels for the printer of the house, one after the other. The tape in millimetres. */
export const labelsAskedSchema = z.strictObject({
  tape: z.union([z.literal(6), z.literal(9), z.literal(12), z.literal(18), z.literal(24)]),
  labels: z.array(z.string().trim().min(1).max(120)).min(1).max(2000),
});
/** How many came out, and why the rest did not; empty where all did. */
export const labelsPrintedSchema = z.object({
  printed: z.number().int().min(0),
  says: z.string().max(200).default(''),
});
/** The printer’s own page; null where none is set up. */
export const labelPrinterSchema = z.object({ address: z.string().nullable() });

export type LabelsAsked = z.infer<typeof labelsAskedSchema>;
export type LabelsPrinted = z.infer<typeof labelsPrintedSchema>;
export type LabelPrinterKnown = z.infer<typeof labelPrinterSchema>;
