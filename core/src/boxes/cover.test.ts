import { describe, expect, test } from 'vitest';
import { randomFrom } from '../../testing/index.ts';
import { fewestCover, plainShortfall, type CoverPoint, type Shortfall } from './cover.ts';

const maxGap = 144;
const point = (along: number, fixed = false): CoverPoint => ({ along, fixed, penalty: 0 });

/** Inches of a ring out of reach between two of its points; `to` may run past the length. */
const ringShortfall: Shortfall = (from, to) =>
  from === null || to === null ? 0 : Math.max(0, to - maxGap / 2 - (from + maxGap / 2));

/** Counts how often the line is measured, which is what a search costs. */
function counted(shortfall: Shortfall): { shortfall: Shortfall; calls: () => number } {
  let calls = 0;
  return {
    shortfall: (from, to) => {
      calls++;
      return shortfall(from, to);
    },
    calls: () => calls,
  };
}

/** Both faces of studs 16 in. apart. */
const faces = (length: number) =>
  Array.from({ length: Math.floor(length / 16) * 2 }, (_, i) => point(8 + 8 * i));

describe('a cover costs about its candidates times those within one gap', () => {
  const within = (maxGap / 8) ** 2;

  test.each([2400, 9600])('a ring of %d in.', (length) => {
    const line = counted(ringShortfall);
    const points = faces(length);
    const cover = fewestCover(points, { length, ring: true }, maxGap, line.shortfall);
    expect(cover.excess).toBe(0);
    expect(cover.chosen).toHaveLength(Math.ceil(length / maxGap));
    expect(line.calls()).toBeLessThan(points.length * within * 8);
  });

  test('a ring with a stretch where nothing can stand', () => {
    const length = 9600;
    const line = counted(ringShortfall);
    const points = faces(length).filter((p) => p.along > 600);
    const cover = fewestCover(points, { length, ring: true }, maxGap, line.shortfall);
    const gap = points[0]!.along + length - points.at(-1)!.along;
    expect(cover.excess).toBeCloseTo(gap - maxGap, 4);
    expect(line.calls()).toBeLessThan(points.length * within * 8);
  });

  test('a long open line', () => {
    const length = 9600;
    const line = counted(plainShortfall(length, maxGap));
    const points = faces(length);
    expect(fewestCover(points, { length, ring: false }, maxGap, line.shortfall).excess).toBe(0);
    expect(line.calls()).toBeLessThan(points.length * (maxGap / 8) * 8);
  });
});

/** Least excess, then fewest added, by trying every set. */
function byTrying(
  points: readonly CoverPoint[],
  length: number,
  ring: boolean,
): { excess: number; added: number } {
  const open = plainShortfall(length, maxGap);
  let best = { excess: Infinity, added: Infinity };
  for (let set = 0; set < 1 << points.length; set++) {
    const chosen = points.filter((p, i) => p.fixed || set & (1 << i));
    if (points.some((p, i) => p.fixed && set & (1 << i))) continue;
    const places = chosen.map((p) => p.along);
    const inner = places.slice(1).reduce((sum, to, i) => sum + open(places[i]!, to), 0);
    const ends = ring
      ? places.length === 0
        ? length
        : ringShortfall(places.at(-1)!, places[0]! + length)
      : places.length === 0
        ? open(null, null)
        : open(null, places[0]!) + open(places.at(-1)!, null);
    const excess = inner + ends;
    const added = chosen.filter((p) => !p.fixed).length;
    if (excess < best.excess - 1e-6 || (excess < best.excess + 1e-6 && added < best.added))
      best = { excess, added };
  }
  return best;
}

test('400 seeded lines and rings, some with fixed points and some that cannot be covered, equal trying every set', () => {
  for (let seed = 1; seed <= 400; seed++) {
    const random = randomFrom(seed);
    const length = 100 + random() * 900;
    const ring = seed % 2 === 0;
    const count = 1 + Math.floor(random() * 10);
    const points = Array.from({ length: count }, () =>
      point(Math.round(random() * length), random() < 0.15),
    ).sort((a, b) => a.along - b.along || Number(b.fixed) - Number(a.fixed));
    const shortfall = ring ? ringShortfall : undefined;
    const cover = fewestCover(points, { length, ring }, maxGap, shortfall);
    const added = cover.chosen.filter((i) => !points[i]!.fixed).length;
    const exact = byTrying(points, length, ring);
    expect(cover.excess, `seed ${seed}`).toBeCloseTo(exact.excess, 4);
    expect(added, `seed ${seed}`).toBe(exact.added);
  }
});
