import { boughtSets } from './bound.ts';
import { fullest } from './fullest.ts';
import { ownLength, uselessOf, type Lot, type Pool } from './pool.ts';

/** A coil that is being filled: what room is left on it, and the cuts that come off it. */
interface Filling {
  readonly from: string;
  readonly length: number;
  readonly room: number;
  readonly cuts: readonly number[];
}

/** Sums are counted to a tenth of a foot, and to a hundredth where that does not do. */
const steps = [10, 1] as const;
/** For one coil cuts are looked at of so many times its length, and so many at least: enough to fill it to the end. */
const lookedAt = { lengths: 2, cuts: 24 } as const;
/** Less than this left on a coil is not worth sharing its cuts anew for: two feet. */
const worthSharing = 200;

/** So many of a list at most, evenly from its beginning to its end. */
function spread(list: readonly number[], most: number): readonly number[] {
  const every = list.length / most;
  return every <= 1 ? list : list.filter((_, i) => Math.floor((i + 1) / every) > Math.floor(i / every));
}

/** Cuts by their indices: how long they are, one by one and together. */
class Cuts {
  constructor(
    readonly lengths: readonly number[],
    readonly spare: number,
  ) {}
  readonly of = (i: number): number => this.lengths[i] ?? 0;
  readonly together = (indices: readonly number[]): number => indices.reduce((sum, i) => sum + this.of(i), 0);
  readonly coil = (from: string, length: number, cuts: readonly number[] = []): Filling => ({
    ...{ from, length, cuts },
    room: length - this.spare - this.together(cuts),
  });
  /** Of some cuts those that fill a room best. */
  readonly fullest = (room: number, indices: readonly number[], step: number): number[] =>
    fullest(room, indices.map(this.of), step).flatMap((k) => indices[k] ?? []);
}

/** Every coil in turn as full as can be, the shortest first, each with the longest cut that fits it; null where cuts are left over. */
function filled(
  coils: readonly Filling[],
  rest: readonly number[],
  cuts: Cuts,
  step: number,
): Filling[] | null {
  const mean = Math.max(1, cuts.together(rest) / Math.max(1, rest.length));
  let left = rest;
  const done = [...coils]
    .sort((a, b) => a.room - b.room)
    .map((coil) => {
      const first = left.find((i) => cuts.of(i) <= coil.room);
      if (first === undefined) return coil;
      const others = left.filter((i) => i !== first);
      const most = Math.max(lookedAt.cuts, Math.ceil((lookedAt.lengths * coil.room) / mean));
      const looked = step === 1 ? others : spread(others, most);
      const own = [first, ...cuts.fullest(coil.room - cuts.of(first), looked, step)];
      const taken = new Set(own);
      left = left.filter((i) => !taken.has(i));
      return cuts.coil(coil.from, coil.length, [...coil.cuts, ...own]);
    });
  return left.length === 0 ? done : null;
}

/** What is left and of no use brought together on fewer coils: the cuts of two are shared anew while that makes less of it. */
function broughtTogether(coils: readonly Filling[], cuts: Cuts, useful: number): Filling[] {
  const held = [...coils];
  const useless = (c: Filling) => (c.cuts.length === 0 ? 0 : uselessOf(c.room + cuts.spare, useful));
  const shared = (a: Filling, b: Filling): [Filling, Filling] | null => {
    const all = [...a.cuts, ...b.cuts].sort((i, k) => i - k);
    const first = cuts.fullest(a.length - cuts.spare, all, steps[0]);
    const taken = new Set(first);
    const one = cuts.coil(a.from, a.length, first);
    const other = cuts.coil(
      b.from,
      b.length,
      all.filter((i) => !taken.has(i)),
    );
    const isBetter = other.room >= 0 && useless(one) + useless(other) < useless(a) + useless(b);
    return isBetter ? [one, other] : null;
  };
  for (let i = 0; i < held.length; i++)
    for (let k = 0; k < held.length; k++) {
      const [a, b] = [held[i], held[k]];
      if (i === k || !a || !b || useless(a) <= worthSharing || b.cuts.length === 0) continue;
      const pair = shared(a, b);
      if (pair) [held[i], held[k]] = pair;
    }
  return held;
}

/** Sets of new coils to try for some cuts, the least bought first; where cuts leave much of every coil, up to one coil for each. */
function* setsToTry(
  needed: number,
  count: number,
  { sizes, spare }: Pool,
  bound: number,
): Generator<readonly number[]> {
  let most = 0;
  for (const { total, coils } of boughtSets(needed, sizes, spare)) {
    most = Math.max(most, coils.length);
    if (total >= bound) yield coils;
  }
  const longest = Math.max(...sizes);
  for (let length = most + 1; length <= count; length++) yield Array.from({ length }, () => longest);
}

/** Many cuts shared among coils; `bound` is what must be bought at least. */
export function packShared(pool: Pool, bound: number): Lot[] {
  const { stock, sizes, spare, useful } = pool;
  const cuts = new Cuts(pool.cuts, spare);
  const longest = Math.max(...sizes) - spare;
  const started = stock.map((s) => cuts.coil(s.from, s.length));
  const alone: Filling[] = [];
  const rest: number[] = [];
  for (const [i, cut] of pool.cuts.entries()) {
    if (cut <= longest) {
      rest.push(i);
      continue;
    }
    // Longer than what is bought: off the shortest started coil that has it, or a coil of its own.
    const k = started.findIndex((s) => s.room >= cut);
    const coil = started[k];
    if (coil) started[k] = cuts.coil(coil.from, coil.length, [...coil.cuts, i]);
    else alone.push(cuts.coil('new', ownLength(cut, spare), [i]));
  }
  const needed = cuts.together(rest) - started.reduce((room, s) => room + Math.max(0, s.room), 0);
  const own = alone.reduce((sum, c) => sum + c.length, 0);
  for (const bought of setsToTry(Math.max(0, needed), rest.length, pool, bound - own))
    for (const step of steps) {
      const coils = [...started, ...bought.map((size) => cuts.coil('new', size))];
      const done = filled(coils, rest, cuts, step);
      if (done) return [...broughtTogether(done, cuts, useful), ...alone].filter((c) => c.cuts.length > 0);
    }
  throw new Error(`no set of coils holds ${rest.length} cuts that need ${needed} hundredths of a foot`);
}
