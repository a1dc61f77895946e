import type { Result } from '../compute/index.ts';
import { makeEdit } from '../edits/index.ts';
import { invented } from '../materials/starterPrices.ts';
import { compareIds } from '../plan/ids.ts';
import type { Plan } from '../plan/index.ts';
import { ruleBook } from '../rules/index.ts';
import {
  comparedLines,
  compareVersions,
  estimateFor,
  isOfOurs,
  type ComparedLine,
  type Comparison,
  type Version,
} from './compare.ts';

/** Works a plan out; a kept computer’s `compute`, so that each is only what is otherwise in it. */
export type Working = (plan: Plan) => Result;

/** An item that has no price yet, and what it is counted in. */
export type UnpricedItem = Pick<ComparedLine, 'item' | 'name' | 'unit'>;

/** An option as it is offered. */
export interface OfferedOption {
  readonly id: string;
  readonly name: string;
  readonly says: string;
  /** What more the customer is asked with it, in cents; null where it does not fit the job any more. */
  readonly cents: number | null;
  /** What is otherwise with it and has no price: what it adds is not all of it. */
  readonly unpriced: readonly UnpricedItem[];
  /** Why it does not fit; empty where it does. */
  readonly wrong: string;
  readonly isTaken: boolean;
}

/** What a customer is offered: money in cents, rounded as the company does. */
export interface Offer {
  /** The work without any option. */
  readonly price: number;
  readonly options: readonly OfferedOption[];
  /** With the options taken, each at what it was offered for: the figures on the page add up. */
  readonly total: number;
  /** What is asked for all of it worked out together: options share work, or are in each other’s way. Null where they do not go together. */
  readonly together: number | null;
  /** Why they do not go together; empty where they do. */
  readonly wrong: string;
  /** What is on the list without a price: the figures are not all of it. */
  readonly unpriced: readonly UnpricedItem[];
}

/** What was agreed before, and the job as it was then. */
export interface AgreedBefore {
  readonly plan: Plan;
  readonly cents: number;
}

/** A change of what was agreed. */
export interface ChangeOrder {
  /** What was agreed, what is otherwise now, and what it comes to, in cents. */
  readonly before: number;
  readonly difference: number;
  readonly after: number;
  readonly comparison: Comparison;
  /** What is otherwise and has no price: the difference is not all of it. */
  readonly unpriced: readonly UnpricedItem[];
}

/** A plan with options taken, one after the other; what is wrong where they do not fit. */
export function withOptions(
  plan: Plan,
  options: readonly string[],
): { readonly plan: Plan; readonly wrong: string } {
  if (options.length === 0) return { plan, wrong: '' };
  const done = makeEdit(plan, 'takeOptions', { options });
  return done.ok
    ? { plan: done.plan, wrong: '' }
    : { plan, wrong: done.problems[0]?.message ?? 'does not fit' };
}

const rounded = (cents: number, plan: Plan): number => {
  const to = ruleBook(plan.rules.values)('cost.round');
  return Math.round(cents / to) * to;
};

/** Whether an item has a price that is somebody’s: an invented one is only to try the list with. */
const isPriced = ({ prices }: Plan, { item, cents }: Pick<ComparedLine, 'item' | 'cents'>): boolean =>
  cents !== null && prices[item]?.on !== invented;

const versionOf = (plan: Plan, compute: Working): Version => ({ plan, result: compute(plan) });

/** Lines that have no price; of those that are otherwise, no price on one side. */
const withoutPrice = (
  plan: Plan,
  lines: readonly Pick<ComparedLine, 'item' | 'name' | 'unit' | 'cents'>[],
): UnpricedItem[] =>
  lines.filter((l) => !isPriced(plan, l)).map(({ item, name, unit }) => ({ item, name, unit }));

/** What the customer is asked for a plan as it stands, before it is rounded. */
const asked = (plan: Plan, compute: Working): number => estimateFor(versionOf(plan, compute)).price;

/** Options in the order they were offered. */
const offered = (plan: Plan) => Object.entries(plan.options).sort(([a], [b]) => compareIds(a, b));

/** What a job comes to, what each of its options adds to it alone, and both together. `taken`: options the customer chooses. */
export function offerOf(plan: Plan, compute: Working, taken: readonly string[] = []): Offer {
  const without = versionOf(plan, compute);
  const base = estimateFor(without);
  const options = offered(plan).map(([id, { name, says }]): OfferedOption => {
    const { plan: own, wrong } = withOptions(plan, [id]);
    const told = { id, name, says, wrong, isTaken: taken.includes(id) };
    if (wrong !== '') return { ...told, cents: null, unpriced: [] };
    const version = versionOf(own, compute);
    return {
      ...told,
      cents: rounded(estimateFor(version).price - base.price, plan),
      unpriced: withoutPrice(own, comparedLines(without.result, version.result)),
    };
  });
  const price = rounded(base.price, plan);
  const chosen = options.filter((o) => o.isTaken);
  const all = withOptions(
    plan,
    chosen.map((o) => o.id),
  );
  return {
    price,
    options,
    total: chosen.reduce((sum, o) => sum + (o.cents ?? 0), price),
    together: all.wrong === '' ? rounded(asked(all.plan, compute), plan) : null,
    wrong: all.wrong,
    unpriced: withoutPrice(plan, without.result.takeoff.lines),
  };
}

/** An earlier plan at the prices, wages and minutes of a later one: what differs then is the work. */
export function atPricesOf(earlier: Plan, later: Plan): Plan {
  const own = Object.entries(earlier.rules.values).filter(([id]) => !isOfOurs(id as never));
  const ours = Object.entries(later.rules.values).filter(([id]) => isOfOurs(id as never));
  const values = Object.fromEntries([...own, ...ours]) as Plan['rules']['values'];
  const { prices, stock, coils } = later;
  return { ...earlier, prices, stock, coils, rules: { ...earlier.rules, values } };
}

/** What a page for a customer is called by its number: “Proposal”, “Change order 2”. */
export const offerTitle = (number: number): string =>
  number === 1 ? 'Proposal' : `Change order ${number - 1}`;

/** What has no price of what a customer is asked for: of the work and the options taken, or of what is otherwise than was agreed. While there is any, nothing of it is to be signed. `also`: of options that are not taken too. */
export function unpricedIn(offer: Offer, order: ChangeOrder | null, also = false): UnpricedItem[] {
  const options = offer.options.filter((o) => also || (o.isTaken && order === null));
  const all = [...(order ?? offer).unpriced, ...options.flatMap((o) => o.unpriced)];
  return [...new Map(all.map((u) => [u.item, u])).values()];
}

/** What is otherwise than was agreed, at today’s prices on both sides, and what the job comes to with it. */
export function changeOrderOf(agreed: AgreedBefore, plan: Plan, compute: Working): ChangeOrder {
  const earlier = versionOf(atPricesOf(agreed.plan, plan), compute);
  const now = versionOf(plan, compute);
  const comparison = compareVersions(earlier, now);
  const { before, after } = comparison.money;
  const difference = rounded(after.price - before.price, plan);
  return {
    ...{ before: agreed.cents, difference, after: agreed.cents + difference },
    ...{ comparison, unpriced: withoutPrice(plan, comparison.lines) },
  };
}
