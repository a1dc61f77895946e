import { z } from 'zod';

/** What is asked of suppliers: so much of each item, in its own measure. */
export const quoteAskedSchema = z.strictObject({
  lines: z
    .array(
      z.strictObject({
        item: z.string().min(1).max(200),
        quantity: z.number().positive().max(1e7),
        unit: z.enum(['ft', 'each', 'in']),
      }),
    )
    .min(1)
    .max(2000),
});

/** What a supplier answers, in a plain format of its own: docs/suppliers.md. Money in cents. */
export const quoteSchema = z.object({
  validUntil: z.iso.date(),
  freight: z.number().int().min(0).max(1e8),
  freeFrom: z.number().int().min(0).max(1e9).nullable(),
  lines: z
    .array(
      z.object({
        item: z.string().min(1).max(200),
        per: z.enum(['ft', 'each', 'box', 'coil', 'in']),
        of: z.number().min(1).max(1e5).optional(),
        /** What one costs from so many of the asked measure on; the first from 0. */
        breaks: z
          .array(z.object({ from: z.number().min(0), cents: z.number().min(0).max(1e8) }))
          .min(1)
          .max(20),
        /** How much of it there is, in the asked measure. */
        available: z.number().min(0).max(1e9),
        leadDays: z.number().int().min(0).max(1000),
      }),
    )
    .max(2000),
});

/** What came of asking one supplier: a quote, or why there is none. */
export const quoteAnswerSchema = z.object({
  supplier: z.string(),
  quote: quoteSchema.nullable(),
  says: z.string(),
});

export type QuoteAsked = z.infer<typeof quoteAskedSchema>;
export type Quote = z.infer<typeof quoteSchema>;
export type QuoteAnswer = z.infer<typeof quoteAnswerSchema>;
