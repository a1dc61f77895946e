import { invented, moneyWords, type Plan, type TakeoffLine } from '@fieldchalk/core';

/** Headings of the list, by what its items begin with. */
const headings: readonly (readonly [heading: string, starts: readonly string[]])[] = [
  ['Cable', ['cable-']],
  ['Boxes', ['box-', 'ring-', 'extension-', 'backing-']],
  ['Devices and plates', ['device-', 'plate-', 'blank-', 'cover-']],
  ['Breakers', ['breaker-']],
  ['Connectors and tails', ['wire-connector-', 'tail-', 'connector-']],
];
export const rest = 'Staples, plates and other small parts';

export function headingOf(item: string): string {
  return headings.find(([, starts]) => starts.some((s) => item.startsWith(s)))?.[0] ?? rest;
}

/** What all of it costs as far as it is priced, and how much of it is not: “$1,653.20, 31 lines without a price”. */
export function costWords(lines: readonly Pick<TakeoffLine, 'cents'>[]): string {
  const cents = lines.reduce((sum, l) => sum + (l.cents ?? 0), 0);
  const unpriced = lines.filter((l) => l.cents === null).length;
  const missing = unpriced === 1 ? '1 line without a price' : `${unpriced} lines without a price`;
  if (lines.length === 0) return '';
  if (unpriced > 0 && cents === 0) return missing;
  return unpriced === 0 ? moneyWords(cents) : `${moneyWords(cents)}, ${missing}`;
}

/** How many of the priced lines have an invented price; empty for none. */
export function inventedWords(lines: readonly TakeoffLine[], prices: Plan['prices']): string {
  const count = lines.filter((l) => l.cents !== null && prices[l.item]?.on === invented).length;
  return count === 0 ? '' : `, ${count} by invented prices`;
}

/** What a price may be for, by the measure of the line. */
export const perChoices = (
  unit: TakeoffLine['unit'],
  isCable: boolean,
): ('ft' | 'coil' | 'in' | 'each' | 'box')[] =>
  isCable ? ['ft', 'coil'] : unit === 'each' ? ['each', 'box'] : unit === 'in' ? ['in', 'ft'] : ['ft'];
