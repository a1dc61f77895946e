import { entryOf, itemId, cables, type Plan, type Result } from '@fieldchalk/core';
import { jacketColours } from '../ribbon/jackets.ts';

type Coil = Result['takeoff']['coils'][number];

/** A coil as it is drawn and named: its cable, which of its kind it is, and its cuts along it in hundredths. */
export interface CoilRow {
  readonly coil: Coil;
  readonly cable: string;
  readonly says: string;
  /** How long it is beside the longest, in hundredths. */
  readonly width: number;
  readonly colour: string;
  readonly cuts: readonly {
    readonly run: string;
    readonly feet: number;
    readonly from: number;
    readonly share: number;
  }[];
  /** Where a new coil is opened for little: how many feet less would do without it; null elsewhere. */
  readonly savedBy: number | null;
}

/** A new coil that less than this comes off, in feet, is told: a shorter way may do without it. */
const worthSaving = 15;

/** Feet by which the planned cuts of a cable go over all its new coils but the emptiest, told of that one; null where that is a good part of it. */
function savedBy(coils: readonly Coil[], coil: Coil): number | null {
  const own = coils.filter((c) => c.item === coil.item && c.from === 'new' && c.cutAs === null);
  const emptiest = own.reduce((a, b) => (b.left > a.left ? b : a), coil);
  if (emptiest !== coil || own.length < 2) return null;
  const cut = own.reduce((sum, c) => sum + c.feet - c.left, 0);
  const over = cut - own.reduce((sum, c) => sum + (c === coil ? 0 : c.feet), 0);
  return over > 0 && over < worthSaving ? Math.ceil(over) : null;
}

const cableOf = (item: string): string =>
  Object.keys(cables).find((cable) => itemId({ kind: 'cable', cable }) === item) ?? item;

const startedWords = (stock: Plan['stock'], { from }: Coil): string =>
  stock[from] ? `started, ${stock[from].where}` : 'started';

/** Coils in the order they are told: of each cable those that were cut, then those that are planned, numbered. */
export function coilRows(coils: readonly Coil[], stock: Plan['stock']): CoilRow[] {
  const longest = Math.max(1, ...coils.map((c) => c.feet));
  const count = new Map<string, number>();
  return coils.map((coil) => {
    const cable = cableOf(coil.item);
    const number = (count.get(cable) ?? 0) + (coil.from === 'new' ? 1 : 0);
    count.set(cable, number);
    const kind = coil.from === 'new' ? `coil ${number}` : startedWords(stock, coil);
    let at = 0;
    return {
      ...{ coil, cable, says: `${cable}, ${kind}` },
      savedBy: savedBy(coils, coil),
      width: (coil.feet / longest) * 100,
      colour: cables[cable] ? (jacketColours[entryOf(cables, cable).jacket] ?? '') : '',
      cuts: coil.cuts.map((cut) => {
        const from = at;
        at += cut.feet;
        return { ...cut, from: (from / coil.feet) * 100, share: (cut.feet / coil.feet) * 100 };
      }),
    };
  });
}

/** What the coils come to, in words: “38 cuts, 11 ft in ends too short to use”. */
export function coilsWords({ coils, figures }: Pick<Result['takeoff'], 'coils' | 'figures'>): string {
  const cuts = coils.reduce((n, c) => n + c.cuts.length, 0);
  const useless = Math.round(figures.reduce((n, f) => n + f.useless, 0));
  const over = figures.reduce((n, f) => n + f.bought - f.boughtAtLeast, 0);
  const wasted = Math.round(coils.reduce((n, c) => n + c.wasted, 0));
  return [
    `${cuts} ${cuts === 1 ? 'cut' : 'cuts'}`,
    ...(useless > 0 ? [`${useless} ft in ends too short to use`] : []),
    ...(over > 0 ? [`at most ${Math.round(over)} ft more bought than must be`] : []),
    ...(wasted > 0 ? [`${wasted} ft cut for cables that changed`] : []),
  ].join(', ');
}
