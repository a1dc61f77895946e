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

/** Inches of the line between two places that are owed a receptacle; the whole gap when nothing else serves it. */
export type Owed = (from: number, to: number) => number;
const plainlyOwed: Owed = (from, to) => Math.max(0, to - from);
const over = (owed: Owed, from: number, to: number) => Math.max(0, owed(from, to) - dust);
/** Even spacing is preferred among equally few: a gap costs its square, as a share of the limit's. */
const unevenness = (gap: number, limit: number) => (gap / limit) ** 2;

function unwind(label: Label): number[] {
  const chosen: number[] = [];
  for (let l: Label | null = label; l; l = l.before) chosen.push(l.index);
  return chosen.reverse();
}

/** Cheapest way from one of the starts to the end of the line. Points sorted by place. */
function sweep(
  points: readonly CoverPoint[],
  starts: readonly (Label | null)[],
  maxGap: number,
  owed: Owed,
  /** Where the line runs on to after its last point, and how far from there it is still in reach of what comes next. */
  end: { readonly at: number; readonly reach: number },
): Label | null {
  const half = maxGap / 2;
  const labels: (Label | null)[] = [...starts];
  let best: Label | null = null;
  let lastFixed = -1;
  points.forEach((p, i) => p.fixed && (lastFixed = i));
  for (let j = 0; j < points.length; j++) {
    const to = points[j]!;
    for (let i = j - 1; i >= 0; i--) {
      const from = labels[i];
      if (from) {
        const gap = to.along - points[i]!.along;
        const label: Label = {
          excess: from.excess + over(owed, points[i]!.along + half, to.along - half),
          added: from.added + (to.fixed ? 0 : 1),
          penalty: from.penalty + to.penalty + unevenness(gap, maxGap),
          index: j,
          before: from,
        };
        if (better(label, labels[j] ?? null)) labels[j] = label;
      }
      if (points[i]!.fixed) break;
    }
    const label = labels[j];
    if (!label || j < lastFixed) continue;
    const tail = (end.at - points[j]!.along) * (end.reach > 0 ? 1 : 2);
    const done = {
      ...label,
      excess: label.excess + over(owed, points[j]!.along + half, end.at - end.reach),
      penalty: label.penalty + unevenness(tail, maxGap),
    };
    if (better(done, best)) best = done;
  }
  return best;
}

function coverOpen(points: readonly CoverPoint[], length: number, maxGap: number, owed: Owed): Cover {
  const firstFixed = points.findIndex((p) => p.fixed);
  const starts = points.map((p, index): Label | null =>
    firstFixed >= 0 && index > firstFixed
      ? null
      : {
          excess: over(owed, 0, p.along - maxGap / 2),
          added: p.fixed ? 0 : 1,
          penalty: p.penalty + unevenness(p.along * 2, maxGap),
          index,
          before: null,
        },
  );
  const best = sweep(points, starts, maxGap, owed, { at: length, reach: 0 });
  return best ? { chosen: unwind(best), excess: best.excess } : { chosen: [], excess: owed(0, length) };
}

function coverRing(points: readonly CoverPoint[], length: number, maxGap: number, owed: Owed): Cover {
  const fixed = points.findIndex((p) => p.fixed);
  const allOwed = owed(0, length) > length - dust;
  const reachable = points.flatMap((p, i) => (!allOwed || p.along <= points[0]!.along + maxGap ? [i] : []));
  let best: { label: Label; turned: number } | null = null;
  for (const first of fixed >= 0 ? [fixed] : reachable) {
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
    const end = { at: turned[0]!.along + length, reach: maxGap / 2 };
    const label = sweep(turned, starts, maxGap, owed, end);
    if (label && better(label, best?.label ?? null)) best = { label, turned: first };
  }
  if (!best) return { chosen: [], excess: owed(0, length) };
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
  owed: Owed = plainlyOwed,
): Cover {
  if (points.length === 0) return { chosen: [], excess: owed(0, line.length) };
  return line.ring
    ? coverRing(points, line.length, maxGap, owed)
    : coverOpen(points, line.length, maxGap, owed);
}
