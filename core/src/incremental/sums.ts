import { query } from './query.ts';

/** Whole numbers by what they count or measure. */
export type Amounts = Readonly<Record<string, number>>;

/** Nothing to add. */
export const nothing: Amounts = {};

/** What has been added up so far for one source. */
interface Total {
  readonly parts: Map<string, Amounts>;
  readonly sums: Map<string, number>;
}

function add({ sums }: Total, amounts: Amounts, sign: 1 | -1, from: string): void {
  for (const [key, amount] of Object.entries(amounts)) {
    if (!Number.isInteger(amount))
      throw new Error(`${from} adds ${amount} to ${key}; only whole numbers add up the same in any order`);
    const sum = (sums.get(key) ?? 0) + sign * amount;
    if (sum === 0) sums.delete(key);
    else sums.set(key, sum);
  }
}

/** What contributors come to, and which of them a sum is made of. */
export interface Sums<H> {
  (of: H): Amounts;
  /** The ids that add to any of the sums asked for, in their order, each with how much. */
  readonly from: (of: H, isAsked: (key: string) => boolean) => [id: string, amount: number][];
}

/**
 * Sums over contributors, kept for each of them and changed by the difference. Amounts are whole numbers, so the order in which they were
 * added changes nothing. What comes to zero is not in the answer.
 */
export function sumsOf<H extends object>(
  name: string,
  ids: (of: H) => readonly string[],
  part: (of: H, id: string) => Amounts,
): Sums<H> {
  const totals = new WeakMap<H, Total>();
  const partOf = query(`part of ${name}`, part);
  const sums = query(name, (of: H): Amounts => {
    const total = totals.get(of) ?? { parts: new Map<string, Amounts>(), sums: new Map<string, number>() };
    totals.set(of, total);
    const gone = new Set(total.parts.keys());
    for (const id of ids(of)) {
      gone.delete(id);
      const now = partOf(of, id);
      const before = total.parts.get(id);
      if (now === before) continue;
      if (before) add(total, before, -1, id);
      add(total, now, 1, id);
      total.parts.set(id, now);
    }
    for (const id of gone) {
      add(total, total.parts.get(id) ?? {}, -1, id);
      total.parts.delete(id);
    }
    return Object.fromEntries([...total.sums].sort((a, b) => (a[0] < b[0] ? -1 : 1)));
  });
  return Object.assign(sums, {
    from: (of: H, isAsked: (key: string) => boolean): [string, number][] =>
      ids(of).flatMap((id): [string, number][] => {
        const own = Object.entries(partOf(of, id)).filter(([key]) => isAsked(key));
        return own.length > 0 ? [[id, own.reduce((sum, [, amount]) => sum + amount, 0)]] : [];
      }),
  });
}
