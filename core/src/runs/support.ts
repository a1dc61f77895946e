import { isBoxless, kindsIn } from '../boxes/index.ts';
import { entryOf } from '../lookups/index.ts';
import { catalogueOf, type Run } from '../plan/index.ts';
import type { CableLine } from './cableLine.ts';
import type { Ways } from './ends.ts';
import { placing } from './framed.ts';
import type { Bore } from './holes.ts';
import { firstStaple, staplesOf, type Entry, type Staple } from './staples.ts';

/** A loop too long for its first staple: what it is, and what it may be at most. Inches. */
export interface LongLoop {
  readonly box: string;
  readonly loop: number;
  readonly most: number;
}

/** How a box or panel lets cable in. */
function entryAt({ plan, rules }: Ways, id: string): Entry {
  const box = plan.boxes[id];
  if (!box) return { isClamped: true, loop: 0 };
  const model = catalogueOf(plan)[box.model];
  const isPlain = 'wall' in box.on && box.gangs === 1;
  const isBare = isBoxless(box, kindsIn(plan, id));
  return {
    isClamped: isBare || (model ? model.clamps !== 'none' || model.gangs > 1 : !isPlain),
    loop: isBare ? 0 : rules('end.loop'),
  };
}

/** How far along its line a cable is stapled first at one end; null where nothing has to hold it: it waits open, or was fished into a closed wall. */
function firstStapleAt(w: Ways, id: string | null): number | null {
  if (id === null) return null;
  const box = w.plan.boxes[id];
  if (box && 'wall' in box.on && entryOf(w.plan.walls, box.on.wall).cover === 'closed') return null;
  return Math.max(least, firstStaple(entryAt(w, id), w.rules('staple.first')));
}
/** A staple is driven no nearer to a box than this. */
const least = 1;

/** The ends of a run where the loop leaves no room for a staple. */
export function longLoopsOf(w: Ways, run: Run): LongLoop[] {
  return [run.from, run.to].flatMap((box) => {
    if (box === null || firstStapleAt(w, box) === null) return [];
    const entry = entryAt(w, box);
    const left = firstStaple(entry, Infinity);
    return left >= least ? [] : [{ box, loop: entry.loop, most: entry.loop + left - least }];
  });
}

/** A hole that holds a cable: its wall, how far along it and how high over its subfloor. Inches. */
export type HeldBy = Pick<Bore, 'wall' | 'at' | 'z'>;

/** Where a run is stapled. */
export function staplesOfRun(w: Ways, run: Run, line: CableLine, bores: readonly HeldBy[]): Staple[] {
  const holes = bores.map(({ wall, at, z }) => placing(w, wall)(at, z));
  return staplesOf({
    path: line.path,
    first: [firstStapleAt(w, run.from), firstStapleAt(w, run.to)],
    every: w.rules('staple.every'),
    holes: [...holes, ...line.joistHoles],
    isFished: bores.some((b) => entryOf(w.plan.walls, b.wall).cover === 'closed'),
  });
}
