import { idsOf, query } from '../../incremental/index.ts';
import { entryOf, listUnder } from '../../lookups/index.ts';
import { cables, isData } from '../../materials/index.ts';
import type { LaidRun } from '../../runs/index.ts';
import type { House } from '../../stages/index.ts';

/** What holds the cables of a house. */
export interface Held {
  /** Staples of 1/2 in., for two conductors, and of 3/4 for three. */
  readonly narrow: number;
  readonly wide: number;
  /** Straps of data cable. */
  readonly data: number;
  readonly stackers: number;
}

/** A stacker holds so many. Common practice, no source. */
const perStacker = 4;
/** Cables stapled this near to each other come down one stud together. Inches. */
const together = 0.5;

const isFlat = (cable: string): boolean => {
  const { width, thickness } = entryOf(cables, cable);
  return width > thickness;
};

/** The staples of a power cable by where they are, as cables that come down together share it. */
const placesOf = query('places of staples', ({ cable, stapled }: LaidRun): readonly string[] =>
  isData(cable)
    ? []
    : stapled.map(({ at }) => [at.x, at.y, at.z].map((v) => Math.round(v / together)).join(' ')),
);

const none: Held = { narrow: 0, wide: 0, data: 0, stackers: 0 };

/**
 * Staples, straps and stackers, by the cable each is put over first: cables that are stapled in one place are so each by itself, two flat
 * ones under one staple, or all in stackers, as the house has it.
 */
export const heldByRun = query('what holds each cable', ({ runs, rules }: House): Map<string, Held> => {
  const [under, stack] = [rules('staple.under'), rules('staple.stack')];
  const count = new Map<string, Held>();
  const add = (run: string, what: keyof Held, more = 1) => {
    const before = count.get(run) ?? none;
    count.set(run, { ...before, [what]: before[what] + more });
  };
  const places = new Map<string, { run: string; cable: string }[]>();
  for (const id of idsOf(runs.runs)) {
    const run = entryOf(runs.runs, id);
    if (isData(run.cable) && run.staples > 0) add(id, 'data', run.staples);
    for (const place of placesOf(run)) listUnder(places, place).push({ run: id, cable: run.cable });
  }
  const everyNth = (n: number) => (_: unknown, i: number) => i % n === 0;
  for (const here of places.values()) {
    if (here.length >= stack) {
      for (const { run } of here.filter(everyNth(perStacker))) add(run, 'stackers');
      continue;
    }
    const flat = here.filter(({ cable }) => isFlat(cable));
    for (const { run } of flat.filter(everyNth(under === 'listed' ? 2 : 1))) add(run, 'narrow');
    for (const { run, cable } of here) if (!isFlat(cable)) add(run, 'wide');
  }
  return count;
});

/** All of them. */
export const held = query('what holds cable', (house: House): Held => {
  const all = { ...none } as { -readonly [W in keyof Held]: number };
  for (const own of heldByRun(house).values())
    for (const what of ['narrow', 'wide', 'data', 'stackers'] as const) all[what] += own[what];
  return all;
});
