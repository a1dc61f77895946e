import * as contracts from '@fieldchalk/contracts';
import { z } from 'zod';
import type { Operation } from './operations.ts';

/** What the API does with prices, suppliers, what is on hand, and what jobs really took. */
export const buyingOperations: readonly Operation[] = [
  {
    action: 'rules.read',
    method: 'get',
    path: '/api/evidence',
    says: 'What the company’s jobs really took, beside what was expected',
    answer: contracts.companyEvidenceSchema,
  },
  {
    action: 'prices.read',
    method: 'get',
    path: '/api/prices',
    says: 'What things cost the company, each with its day',
    answer: contracts.priceBookSchema,
  },
  {
    action: 'prices.change',
    method: 'post',
    path: '/api/prices/changes',
    says: 'Set prices anew, item by item; jobs made from now on start with them',
    body: contracts.priceChangesSchema,
    answer: contracts.priceBookSchema,
  },
  {
    action: 'prices.read',
    method: 'get',
    path: '/api/suppliers',
    says: 'Who sells to the company, with what they ask and what it costs to have it brought',
    answer: contracts.suppliersSchema,
  },
  {
    action: 'prices.change',
    method: 'post',
    path: '/api/suppliers/changes',
    says: 'Set suppliers anew, each whole; null takes one out',
    body: contracts.supplierChangesSchema,
    answer: contracts.suppliersSchema,
  },
  {
    action: 'prices.read',
    method: 'post',
    path: '/api/quotes',
    says: 'Ask the suppliers this server knows for quotes, all at once; what came of each',
    body: contracts.quoteAskedSchema,
    answer: z.array(contracts.quoteAnswerSchema),
  },
  {
    action: 'stock.read',
    method: 'get',
    path: '/api/stock',
    says: 'What the company has on its vans and in its shop that no job has taken',
    answer: contracts.companyStockSchema,
  },
  {
    action: 'stock.change',
    method: 'post',
    path: '/api/stock/changes',
    says: 'Count what the company has anew, entry by entry; null takes one out',
    body: contracts.stockChangesSchema,
    answer: contracts.companyStockSchema,
  },
  {
    action: 'job.change',
    method: 'post',
    path: '/api/jobs/{job}/stock/taken',
    says: 'Take something of the company’s for a job; answers what is left',
    body: contracts.stockTakenSchema,
    answer: contracts.companyStockSchema,
  },
  {
    action: 'job.change',
    method: 'post',
    path: '/api/jobs/{job}/stock/back',
    says: 'Give back what a job has left',
    body: contracts.stockBackSchema,
    answer: contracts.companyStockSchema,
  },
];
