import type { Knex } from 'knex';
import { isLengthItem, type Stock } from '@fieldchalk/core';
import {
  type CompanyStock,
  companyStockSchema,
  type StockChanges,
  type StockTaken,
} from '@fieldchalk/contracts';
import { newId } from '../access/secrets.ts';
import { held } from '../db/dialect.ts';
import { ApiError } from '../errors.ts';

/** So many entries a company counts at most. */
const mostStock = 2000;

interface Row {
  readonly id: string;
  readonly stock: string;
}

const isSame = (a: Stock, b: Stock): boolean =>
  a.item === b.item && a.where === b.where && a.count !== undefined && b.count !== undefined;

/** With something put in: pieces to those of their kind in the same place, a coil as a coil of its own. */
function withIn(book: CompanyStock, stock: Stock): CompanyStock {
  const [id, same] = Object.entries(book).find(([, s]) => isSame(s, stock)) ?? [newId(), undefined];
  return { ...book, [id]: same ? { ...same, count: (same.count ?? 0) + (stock.count ?? 0) } : stock };
}

function checkMeasure(id: string, { item, feet, count }: Stock): void {
  const isLength = isLengthItem(item);
  const wanted = isLength ? feet : count;
  if (wanted !== undefined && (isLength ? count : feet) === undefined) return;
  const says = isLength ? 'must say how many feet there are' : 'must say how many there are';
  throw new ApiError('bad-request', 'Some fields need another look.', [
    { path: `stock.${id}`, message: says },
  ]);
}

const gone = () =>
  new ApiError('conflict', 'It is not there any more: another job may have taken it. Look again.');

/** What a company has on its vans and in its shop: jobs take from it and give back to it. Nothing is in two places. */
export class CompanyStocks {
  constructor(
    private readonly db: Knex,
    private readonly now: () => number,
  ) {}

  async of(company: string, db: Knex = this.db): Promise<CompanyStock> {
    const row = await db<Row>('stock_books').where({ id: company }).first('stock');
    return row ? companyStockSchema.parse(JSON.parse(row.stock)) : {};
  }

  /** Counts entries anew, each whole; null takes one out. */
  change(company: string, { stock }: StockChanges): Promise<CompanyStock> {
    return this.write(company, (book) => {
      const next = { ...book };
      for (const [id, entry] of Object.entries(stock)) {
        if (entry === null) delete next[id];
        else {
          checkMeasure(id, entry);
          next[id] = entry;
        }
      }
      return next;
    });
  }

  /** Takes something out for a job: what that is. Refused where it is gone, or fewer are left. */
  async take(company: string, { stock, count }: StockTaken): Promise<Stock> {
    let taken: Stock | null = null;
    await this.write(company, (book) => {
      const { [stock]: own, ...others } = book;
      if (!own) throw gone();
      const left = (own.count ?? 0) - (count ?? own.count ?? 0);
      if (left < 0) throw gone();
      taken = own.count === undefined ? own : { ...own, count: own.count - left };
      return left > 0 ? { ...others, [stock]: { ...own, count: left } } : others;
    });
    if (!taken) throw gone();
    return taken;
  }

  /** Puts back what a job has left. */
  giveBack(company: string, stock: Stock): Promise<CompanyStock> {
    return this.write(company, (book) => withIn(book, stock));
  }

  private write(company: string, make: (book: CompanyStock) => CompanyStock): Promise<CompanyStock> {
    return this.db.transaction(async (tx) => {
      await held(tx, 'companies', company);
      const made = make(await this.of(company, tx));
      if (Object.keys(made).length > mostStock)
        throw new ApiError('bad-request', `A company counts ${mostStock} entries at most.`);
      const row = { id: company, stock: JSON.stringify(made), changed_at: this.now() };
      await tx('stock_books').insert(row).onConflict('id').merge();
      return made;
    });
  }
}
