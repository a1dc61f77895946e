import { compareIds } from '../../plan/ids.ts';

/** A piece of cable that is cut off in one. Feet. */
export interface Cut {
  readonly run: string;
  readonly feet: number;
}

/** What cuts are packed by. Feet. */
export interface Packing {
  readonly cuts: readonly Cut[];
  /** Started coils, by their ids. */
  readonly stock: readonly { readonly id: string; readonly feet: number }[];
  /** Lengths that new coils are bought in. */
  readonly sizes: readonly number[];
  /** What is left on a coil is of use from this length on. */
  readonly useful: number;
  /** Left on each coil at least. */
  readonly spare: number;
}

/** A coil, and which of the cuts come off it. Lengths in hundredths of a foot, as everything in this folder but what comes in and goes out. */
export interface Lot {
  readonly from: string;
  readonly length: number;
  readonly cuts: readonly number[];
}

/** The same in hundredths of a foot: cuts longest first, started coils shortest first, sizes shortest first. */
export interface Pool {
  readonly runs: readonly string[];
  readonly cuts: readonly number[];
  readonly stock: readonly { readonly from: string; readonly length: number }[];
  readonly sizes: readonly number[];
  readonly useful: number;
  readonly spare: number;
}

const perFoot = 100;
export const feetOf = (hundredths: number): number => hundredths / perFoot;
/** Rounded up, but for what is no more than a rounding error: a cut must come off whole. */
const up = (feet: number) => Math.ceil(feet * perFoot - 1e-6);
const down = (feet: number) => Math.floor(feet * perFoot + 1e-6);

export function poolOf({ cuts, stock, sizes, useful, spare }: Packing): Pool {
  const longestFirst = [...cuts].sort((a, b) => b.feet - a.feet || compareIds(a.run, b.run));
  const shortestFirst = [...stock].sort((a, b) => a.feet - b.feet || compareIds(a.id, b.id));
  return {
    runs: longestFirst.map((c) => c.run),
    cuts: longestFirst.map((c) => up(c.feet)),
    stock: shortestFirst.map((s) => ({ from: s.id, length: down(s.feet) })),
    sizes: [...new Set(sizes.map(down))].sort((a, b) => a - b),
    useful: down(useful),
    spare: up(spare),
  };
}

/** A new coil for one cut that is longer than any that is bought: of its own length, in whole feet. */
export const ownLength = (cut: number, spare: number): number => Math.ceil((cut + spare) / perFoot) * perFoot;

/** What is left on a coil and too short to be of use; nothing where it is used up to the end. */
export const uselessOf = (left: number, useful: number): number => (left < useful ? left : 0);
