import { stockSchema } from '@fieldchalk/core';
import { z } from 'zod';

const stockId = z.string().regex(/^[A-Za-z0-9_-]{1,40}$/);

/** What a company has that no job has taken, by ids of its own. */
export const companyStockSchema = z.record(stockId, stockSchema);
/** What is counted anew: more of something, or something told otherwise; null for what is not there any more. */
export const stockChangesSchema = z.strictObject({
  stock: z.record(stockId, stockSchema.extend({ item: z.string().min(1).max(200) }).nullable()),
});
/** Something a job takes: of pieces so many, else all of it. */
export const stockTakenSchema = z.strictObject({
  stock: stockId,
  count: z.number().int().min(1).max(1e6).optional(),
});
/** Something a job has left and gives back, by its id in the job. */
export const stockBackSchema = z.strictObject({ stock: stockId });

export type CompanyStock = z.infer<typeof companyStockSchema>;
export type StockChanges = z.infer<typeof stockChangesSchema>;
export type StockTaken = z.infer<typeof stockTakenSchema>;
