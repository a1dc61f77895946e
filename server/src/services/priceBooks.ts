import type { Knex } from 'knex';
import { mostSuppliers, type Plan } from '@fieldchalk/core';
import {
  type PriceChanges,
  priceBookSchema,
  type SupplierChanges,
  type Suppliers,
  suppliersSchema,
} from '@fieldchalk/contracts';
import { held } from '../db/dialect.ts';
import { ApiError } from '../errors.ts';

/** So many items a company has prices for at most. */
const mostPrices = 5000;
/** As many as the cheapest split is worked out among. */
const mostOfSuppliers = mostSuppliers;

/** The books as stored. */
interface Row {
  readonly id: string;
  readonly prices: string;
  readonly suppliers: string;
}

/** What things cost the company, each with its day. Jobs take a copy when they are made; changing these changes no job by itself. */
export class PriceBooks {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  async of(company: string, db: Knex = this.db): Promise<Plan['prices']> {
    const row = await this.row(company, db);
    return row ? priceBookSchema.parse(JSON.parse(row.prices)) : {};
  }

  async suppliersOf(company: string, db: Knex = this.db): Promise<Suppliers> {
    const row = await this.row(company, db);
    return row ? suppliersSchema.parse(JSON.parse(row.suppliers)) : {};
  }

  /** Sets prices anew, item by item; null takes one out. Of two who set the same, the later stands. */
  async change(company: string, { prices }: PriceChanges): Promise<Plan['prices']> {
    return this.write(company, 'prices', async (tx) => {
      const book = changed(await this.of(company, tx), prices);
      if (Object.keys(book).length > mostPrices)
        throw new ApiError('bad-request', `A price book has at most ${mostPrices} items.`);
      return book;
    });
  }

  /** Sets suppliers anew, each whole; null takes one out. Names are told apart, since jobs keep them by their names. */
  async changeSuppliers(company: string, { suppliers }: SupplierChanges): Promise<Suppliers> {
    return this.write(company, 'suppliers', async (tx) => {
      const book = changed(await this.suppliersOf(company, tx), suppliers);
      const names = Object.values(book).map((s) => s.name.trim().toLowerCase());
      const twice = Object.values(book).find((_, i) => names.indexOf(names[i] ?? '') !== i);
      if (twice) throw new ApiError('bad-request', `There is a supplier called “${twice.name}” already.`);
      if (names.length > mostOfSuppliers)
        throw new ApiError('bad-request', `A company has at most ${mostOfSuppliers} suppliers.`);
      if (Object.values(book).some((s) => Object.keys(s.prices).length > mostPrices))
        throw new ApiError('bad-request', `A supplier has at most ${mostPrices} prices.`);
      return book;
    });
  }

  private async row(company: string, db: Knex): Promise<Row | undefined> {
    return db<Row>('price_books').where('id', company).first();
  }

  private async write<T>(
    company: string,
    column: 'prices' | 'suppliers',
    make: (tx: Knex) => Promise<T>,
  ): Promise<T> {
    return this.db.transaction(async (tx) => {
      await held(tx, 'companies', company);
      const made = await make(tx);
      const row = { prices: '{}', suppliers: '{}', ...(await this.row(company, tx)) };
      const next = { ...row, id: company, [column]: JSON.stringify(made), changed_at: this.now() };
      await tx('price_books').insert(next).onConflict('id').merge();
      return made;
    });
  }
}

/** A book with entries set anew and those taken out that are null. */
function changed<T>(
  book: Readonly<Record<string, T>>,
  set: Readonly<Record<string, T | null>>,
): Record<string, T> {
  const next = { ...book };
  for (const [key, value] of Object.entries(set)) {
    if (value === null) delete next[key];
    else next[key] = value;
  }
  return next;
}
