/**
 * The fewest receptacles along a floor line. Fixed points are there already; candidates are places one could be added.
 * Exact: a shortest path over points in order, by (excess over the rule, number added, penalty).
 */
export interface CoverPoint {
  readonly along: number;
  readonly fixed: boolean;
  /** Preference among equally few; under 1000 in all. */
  readonly penalty: number;
}

export interface Cover {
  /** Indices into the points given, ascending by place; fixed ones included. */
  readonly chosen: readonly number[];
  /** Inches of line still out of reach of any receptacle; 0 when the cover is complete. */
  readonly excess: number;
}

interface Label {
  readonly excess: number;
  readonly added: number;
  readonly penalty: number;
  readonly index: number;
  readonly before: Label | null;
}

const dust = 1e-6;

function better(a: Label, b: Label | null): boolean {
  if (!b) return true;
  if (Math.abs(a.excess - b.excess) > dust) return a.excess < b.excess;
  if (a.added !== b.added) return a.added < b.added;
  return a.penalty < b.penalty - dust;
}

/**
 * Inches of line left out of reach between two receptacles next to each other; null stands for the line's own start or end. On a ring
 * `to` may run past the length.
 */
export type Shortfall = (from: number | null, to: number | null) => number;

/** The plain rule: every point within half of `maxGap` of one of the two. */
export function plainShortfall(length: number, maxGap: number): Shortfall {
  const half = maxGap / 2;
  return (from, to) => Math.max(0, (to === null ? length : to - half) - (from === null ? 0 : from + half));
}

const over = (inches: number) => Math.max(0, inches - dust);
/** Even spacing is preferred among equally few: a gap costs its square, as a share of the limit's. */
const unevenness = (gap: number, limit: number) => (gap / limit) ** 2;

function unwind(label: Label): number[] {
  const chosen: number[] = [];
  for (let l: Label | null = label; l; l = l.before) chosen.push(l.index);
  return chosen.reverse();
}

/**
 * Whether going straight from `from` to `to` leaves more out of reach than stopping at `between` as well. Once it does it also does from
 * any place farther back, or to any farther on: what a receptacle adds only grows as its neighbours move away.
 */
function wantsOneBetween(from: number, between: number, to: number, shortfall: Shortfall): boolean {
  return over(shortfall(from, between)) + over(shortfall(between, to)) < over(shortfall(from, to)) - dust;
}

/**
 * Cheapest way from one of the starts to the end of the line, looking back from each point no farther than one gap: beyond it a point
 * between serves more. `end` is the place of the first point again on a ring. Points sorted by place. */
function sweep(
  points: readonly CoverPoint[],
  starts: readonly (Label | null)[],
  maxGap: number,
  shortfall: Shortfall,
  end: { readonly at: number; readonly ring: boolean },
): Label | null {
  const labels: (Label | null)[] = [...starts];
  let best: Label | null = null;
  let lastFixed = -1;
  points.forEach((p, i) => p.fixed && (lastFixed = i));
  for (let j = 0; j < points.length; j++) {
    const to = points[j]!;
    let nearest = j - 1;
    while (nearest >= 0 && points[nearest]!.along > to.along - dust) nearest--;
    for (let i = j - 1; i >= 0; i--) {
      const from = labels[i];
      const before = points[i]!.along;
      if (i < nearest && wantsOneBetween(before, points[nearest]!.along, to.along, shortfall)) break;
      if (from) {
        const label: Label = {
          excess: from.excess + over(shortfall(before, to.along)),
          added: from.added + (to.fixed ? 0 : 1),
          penalty: from.penalty + to.penalty + unevenness(to.along - before, maxGap),
          index: j,
          before: from,
        };
        if (better(label, labels[j] ?? null)) labels[j] = label;
      }
      if (points[i]!.fixed) break;
    }
    const label = labels[j];
    if (!label || j < lastFixed) continue;
    const tail = (end.at - to.along) * (end.ring ? 1 : 2);
    const done = {
      ...label,
      excess: label.excess + over(shortfall(to.along, end.ring ? end.at : null)),
      penalty: label.penalty + unevenness(tail, maxGap),
    };
    if (better(done, best)) best = done;
  }
  return best;
}

function coverOpen(
  points: readonly CoverPoint[],
  length: number,
  maxGap: number,
  shortfall: Shortfall,
): Cover {
  const firstFixed = points.findIndex((p) => p.fixed);
  const starts = points.map((p, index): Label | null =>
    firstFixed >= 0 && index > firstFixed
      ? null
      : {
          excess: over(shortfall(null, p.along)),
          added: p.fixed ? 0 : 1,
          penalty: p.penalty + unevenness(p.along * 2, maxGap),
          index,
          before: null,
        },
  );
  const best = sweep(points, starts, maxGap, shortfall, { at: length, ring: false });
  return best ? { chosen: unwind(best), excess: best.excess } : { chosen: [], excess: shortfall(null, null) };
}

/** Points of a ring that the first chosen one may be: those within one gap of the first of all, for beyond it that one is wanted too. */
function possibleFirsts(points: readonly CoverPoint[], length: number, shortfall: Shortfall): number[] {
  const [start, end] = [points[0]!.along, points.at(-1)!.along];
  const firsts = [0];
  for (let i = 1; i < points.length; i++) {
    const { along } = points[i]!;
    // Counted one turn on, so that places only grow.
    if (along > start + dust && wantsOneBetween(end, start + length, along + length, shortfall)) break;
    firsts.push(i);
  }
  return firsts;
}

function coverRing(
  points: readonly CoverPoint[],
  length: number,
  maxGap: number,
  shortfall: Shortfall,
): Cover {
  const fixed = points.findIndex((p) => p.fixed);
  const firsts = fixed >= 0 ? [fixed] : possibleFirsts(points, length, shortfall);
  let best: { label: Label; turned: number } | null = null;
  for (const first of firsts) {
    const turned = points
      .map((_, k) => points[(first + k) % points.length]!)
      .map((p, k) => ({ ...p, along: p.along + (first + k >= points.length ? length : 0) }));
    const start: Label = {
      excess: 0,
      added: turned[0]!.fixed ? 0 : 1,
      penalty: turned[0]!.penalty,
      index: 0,
      before: null,
    };
    const starts = turned.map((_, k) => (k === 0 ? start : null));
    const end = { at: turned[0]!.along + length, ring: true };
    const label = sweep(turned, starts, maxGap, shortfall, end);
    if (label && better(label, best?.label ?? null)) best = { label, turned: first };
  }
  if (!best) return { chosen: [], excess: shortfall(null, null) };
  const { label, turned } = best;
  return {
    chosen: unwind(label)
      .map((k) => (k + turned) % points.length)
      .sort((a, b) => a - b),
    excess: label.excess,
  };
}

/**
 * Chooses the fewest candidates so that no point of a line is farther than half of `maxGap` from a chosen or fixed point.
 * `points` ascend by place. When the rule cannot be met, the least excess comes back and says how much is left.
 */
export function fewestCover(
  points: readonly CoverPoint[],
  line: { length: number; ring: boolean },
  maxGap: number,
  shortfall: Shortfall = plainShortfall(line.length, maxGap),
): Cover {
  if (points.length === 0) return { chosen: [], excess: shortfall(null, null) };
  return line.ring
    ? coverRing(points, line.length, maxGap, shortfall)
    : coverOpen(points, line.length, maxGap, shortfall);
}
