import type { BoxLayout } from '../../boxes/index.ts';
import type { BoxResult } from '../../fill/index.ts';
import { never } from '../../lookups/index.ts';
import { itemId } from '../../materials/index.ts';
import { priceOf, type Plan, type Price } from '../../plan/index.ts';
import type { RuleBook } from '../../rules/index.ts';
import type { RunLayout } from '../../runs/index.ts';
import type { MakeUp } from '../../wiring/index.ts';
import { boxLines } from './boxLines.ts';
import { cableLines } from './cableLines.ts';
import type { Coil } from './coils.ts';
import { breakerLines, deviceLines } from './deviceLines.ts';
import type { DraftLine } from './line.ts';
import { makeUpLines } from './makeUpLines.ts';
import { smallPartLines, tubeLines } from './smallParts.ts';

export type { Coil } from './coils.ts';
export { planCoils } from './coils.ts';

/** One line of the list. `cents` is null while the job has no price for the item. */
export interface TakeoffLine {
  readonly item: string;
  readonly name: string;
  readonly quantity: number;
  readonly unit: 'ft' | 'each' | 'in';
  readonly why: string;
  readonly cents: number | null;
}

export interface Takeoff {
  readonly lines: readonly TakeoffLine[];
  readonly coils: readonly Coil[];
}

/** How many of what the price is for a line takes; null when the price is in a measure that does not tell (a box of unknown count). */
function pricedUnits(line: DraftLine, per: Price['per'], coils: readonly Coil[]): number | null {
  const inches = { ft: 12, in: 1, each: null }[line.unit];
  switch (per) {
    case 'coil':
      return coils.filter((c) => c.item === itemId(line.item) && c.from === 'new').length;
    case 'each':
      return line.unit === 'each' ? line.quantity : null;
    case 'ft':
      return inches === null ? null : (line.quantity * inches) / 12;
    case 'in':
      return inches === null ? null : line.quantity * inches;
    case 'box':
      return null;
    default:
      return never(per);
  }
}

/** What a line costs by the job's price list; null without a price that tells. */
function centsOf(line: DraftLine, plan: Plan, coils: readonly Coil[]): number | null {
  if (line.isFree) return 0;
  const price = priceOf(plan, line.item);
  const units = price ? pricedUnits(line, price.per, coils) : null;
  return price && units !== null ? Math.round(price.cents * units) : null;
}

/** What the list is counted from. */
export interface TakenOff {
  readonly plan: Plan;
  readonly layout: BoxLayout;
  readonly runs: RunLayout;
  readonly boxes: Readonly<Record<string, BoxResult>>;
  readonly makeup: Readonly<Record<string, MakeUp>>;
  readonly rules: RuleBook;
}

/** The list of material and the pull plan. Every line says where its number comes from. */
export function takeOff({ plan, layout, runs, boxes, makeup, rules }: TakenOff): Takeoff {
  const { lines, coils } = cableLines(plan, runs, rules);
  const drafts = [
    ...lines,
    ...boxLines(plan, boxes, layout),
    ...deviceLines(plan),
    ...breakerLines(plan),
    ...tubeLines(plan, layout),
    ...smallPartLines(plan, runs, boxes, rules),
    ...makeUpLines(plan, makeup, rules),
  ];
  return {
    lines: drafts.map((line): TakeoffLine => {
      const { item, name, quantity, unit, why } = line;
      return { item: itemId(item), name, quantity, unit, why, cents: centsOf(line, plan, coils) };
    }),
    coils,
  };
}
