import { compareIds } from '../../plan/ids.ts';

export interface Cut {
  readonly run: string;
  readonly feet: number;
}

/** A coil and the cuts that come off it, longest first. Feet. */
export interface Coil {
  readonly item: string;
  readonly from: string;
  readonly feet: number;
  readonly cuts: readonly Cut[];
  readonly left: number;
}

/**
 * Which cuts come off which coil: partial coils from stock first, smallest first, then new ones; each cut, longest first, from the
 * coil it leaves least on. A cut longer than a coil gets a coil of its own length.
 */
export function planCoils(
  item: string,
  cuts: readonly Cut[],
  stock: readonly { id: string; feet: number }[],
  coilFeet: number,
): Coil[] {
  const coils = [...stock]
    .sort((a, b) => a.feet - b.feet || compareIds(a.id, b.id))
    .map((s) => ({ from: s.id, feet: s.feet, cuts: [] as Cut[], left: s.feet }));
  const longestFirst = [...cuts].sort((a, b) => b.feet - a.feet || compareIds(a.run, b.run));
  for (const cut of longestFirst) {
    const fitting = coils.filter((c) => c.left >= cut.feet - 1e-9);
    const onStock = fitting.filter((c) => c.from !== 'new');
    const pool = onStock.length > 0 ? onStock : fitting;
    let coil = pool.reduce<(typeof coils)[number] | null>(
      (best, c) => (!best || c.left < best.left ? c : best),
      null,
    );
    if (!coil) {
      const feet = Math.max(coilFeet, Math.ceil(cut.feet));
      coil = { from: 'new', feet, cuts: [], left: feet };
      coils.push(coil);
    }
    coil.cuts.push(cut);
    coil.left -= cut.feet;
  }
  return coils
    .filter((c) => c.cuts.length > 0)
    .map((c) => ({ item, ...c, left: Math.round(c.left * 100) / 100 }));
}
