import { planSchema, supplierSchema } from '@fieldchalk/core';
import { z } from 'zod';

/** What things cost a company, by the names of items on the list of material. */
export const priceBookSchema = planSchema.shape.prices.unwrap();
/** Prices set anew; null takes one out of the book. */
export const priceChangesSchema = z.strictObject({
  prices: z.record(z.string().min(1).max(200), priceBookSchema.valueType.nullable()),
});

/** Suppliers of a company, by ids of its own, with what they ask. */
export const suppliersSchema = z.record(z.string().regex(/^[A-Za-z0-9_-]{1,40}$/), supplierSchema);
/** Suppliers set anew, each whole; null takes one out. */
export const supplierChangesSchema = z.strictObject({
  suppliers: z.record(z.string().regex(/^[A-Za-z0-9_-]{1,40}$/), supplierSchema.nullable()),
});

export type Suppliers = z.infer<typeof suppliersSchema>;
export type SupplierChanges = z.infer<typeof supplierChangesSchema>;
export type PriceChanges = z.infer<typeof priceChangesSchema>;
