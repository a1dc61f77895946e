import type { Quote, QuoteAnswer, QuoteAsked } from '@fieldchalk/contracts';
import { type Price, type TakeoffLine, unitsOf } from '@fieldchalk/core';

type QuoteLine = Quote['lines'][number];

/** What suppliers are asked for: what is left to buy. */
export const askedOf = (lines: readonly TakeoffLine[]): QuoteAsked => ({
  lines: lines.flatMap(({ item, toBuy, unit }) => (toBuy > 0 ? [{ item, quantity: toBuy, unit }] : [])),
});

/** What one costs of so many: by the last price break that is reached. */
export function centsAt({ breaks }: Pick<QuoteLine, 'breaks'>, quantity: number): number {
  const reached = breaks.filter((b) => b.from <= quantity).sort((a, b) => b.from - a.from);
  return (reached[0] ?? breaks[0])?.cents ?? 0;
}

/** A quote as prices for the amounts that are to be bought. */
export function pricesOf(quote: Quote, lines: readonly TakeoffLine[], on: string): Record<string, Price> {
  const amounts = new Map(lines.map((l) => [l.item, l.toBuy]));
  return Object.fromEntries(
    quote.lines.map((line): [string, Price] => [
      line.item,
      {
        ...{ cents: centsAt(line, amounts.get(line.item) ?? 0), per: line.per, on },
        ...(line.of === undefined ? {} : { of: line.of }),
      },
    ]),
  );
}

/** What a supplier asks for a line, and whether it has it; null where it does not sell it. */
export interface Quoted {
  readonly cents: number;
  readonly leadDays: number;
  /** How much there is, where that is less than what is wanted; null where there is enough. */
  readonly short: number | null;
}

export interface QuotedRow {
  readonly item: string;
  readonly name: string;
  readonly quoted: readonly (Quoted | null)[];
  /** Which of them is cheapest among those that have enough; -1 for none. */
  readonly best: number;
}

function quotedOf(line: TakeoffLine, quote: Quote, coilFeet: number): Quoted | null {
  const own = quote.lines.find((l) => l.item === line.item);
  const units = own ? unitsOf(line.unit, line.toBuy, own, coilFeet) : null;
  if (!own || units === null) return null;
  return {
    cents: Math.round(centsAt(own, line.toBuy) * units),
    leadDays: own.leadDays,
    short: own.available < line.toBuy ? own.available : null,
  };
}

/** Quotes side by side, a row for each line that is to be bought; suppliers without a quote have no column. */
export function quotedRows(
  answers: readonly QuoteAnswer[],
  lines: readonly TakeoffLine[],
  coilFeet: number,
): QuotedRow[] {
  const quotes = answers.flatMap((a) => a.quote ?? []);
  return lines
    .filter((l) => l.toBuy > 0)
    .map((line) => {
      const quoted = quotes.map((q) => quotedOf(line, q, coilFeet));
      const best = quoted.reduce((least, q, i) => {
        const before = least === -1 ? null : quoted[least];
        return q && q.short === null && (!before || q.cents < before.cents) ? i : least;
      }, -1);
      return { item: line.item, name: line.name, quoted, best };
    });
}
