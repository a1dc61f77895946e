import type { Knex } from 'knex';
import type { Plan } from '@fieldchalk/core';
import { type PriceChanges, priceBookSchema } from '@fieldchalk/contracts';
import { held } from '../db/dialect.ts';
import { ApiError } from '../errors.ts';

/** So many items a company has prices for at most. */
const mostPrices = 5000;

/** What things cost the company, each with its day. Jobs take a copy when they are made; changing these changes no job by itself. */
export class PriceBooks {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  async of(company: string, db: Knex = this.db): Promise<Plan['prices']> {
    const row = await db<{ id: string; prices: string }>('price_books').where('id', company).first();
    return row ? priceBookSchema.parse(JSON.parse(row.prices)) : {};
  }

  /** Sets prices anew, item by item; null takes one out. Of two who set the same, the later stands. */
  async change(company: string, { prices }: PriceChanges): Promise<Plan['prices']> {
    return this.db.transaction(async (tx) => {
      await held(tx, 'companies', company);
      const book = { ...(await this.of(company, tx)) };
      for (const [item, price] of Object.entries(prices)) {
        if (price === null) delete book[item];
        else book[item] = price;
      }
      if (Object.keys(book).length > mostPrices)
        throw new ApiError('bad-request', `A price book has at most ${mostPrices} items.`);
      const row = { id: company, prices: JSON.stringify(book), changed_at: this.now() };
      await tx('price_books').insert(row).onConflict('id').merge();
      return book;
    });
  }
}
