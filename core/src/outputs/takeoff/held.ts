import { idsOf, query } from '../../incremental/index.ts';
import { entryOf } from '../../lookups/index.ts';
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

/** Staples, straps and stackers: cables that are stapled in one place are so each by itself, two flat ones under one staple, or all in stackers, as the house has it. */
export const held = query('what holds cable', ({ runs, rules }: House): Held => {
  const [under, stack] = [rules('staple.under'), rules('staple.stack')];
  const count = { narrow: 0, wide: 0, data: 0, stackers: 0 };
  const places = new Map<string, string[]>();
  for (const id of idsOf(runs.runs)) {
    const run = entryOf(runs.runs, id);
    if (isData(run.cable)) count.data += run.staples;
    for (const place of placesOf(run)) {
      const own = places.get(place);
      if (own) own.push(run.cable);
      else places.set(place, [run.cable]);
    }
  }
  for (const here of places.values()) {
    if (here.length >= stack) {
      count.stackers += Math.ceil(here.length / perStacker);
      continue;
    }
    const flat = here.filter(isFlat).length;
    count.narrow += under === 'listed' ? Math.ceil(flat / 2) : flat;
    count.wide += here.length - flat;
  }
  return count;
});
