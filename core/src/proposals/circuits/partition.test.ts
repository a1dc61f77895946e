import { describe, expect, test } from 'vitest';
import { cheapestByTrying } from '../../../testing/plainSharing.ts';
import { randomSharing } from '../../../testing/randomSharing.ts';
import { shareOut } from './partition.ts';
import { groupCost, isAllowed, totalOf, type Sharing } from './sharing.ts';

describe('sharing outlets among circuits', () => {
  test('equals every way tried, on 200 seeded small cases', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const s = randomSharing(seed, 1 + (seed % 7));
      const found = shareOut(s);
      expect(found.total, `seed ${seed}`).toBeCloseTo(cheapestByTrying(s), 6);
      expect(totalOf(found.groups, s), `seed ${seed}`).toBeCloseTo(found.total, 9);
    }
  });

  test('every item is shared out once, within the caps, with circuits enough; 13 cases of 30 to 60 items', () => {
    for (let seed = 1; seed <= 13; seed++) {
      const s = randomSharing(seed, 30 + (seed % 31));
      const { groups } = shareOut(s);
      expect(
        groups.flat().sort((a, b) => a - b),
        `seed ${seed}`,
      ).toEqual(s.items.map((_, i) => i));
      for (const g of groups) expect(isAllowed(g, s), `seed ${seed}`).toBe(true);
      expect(groups.length).toBeGreaterThanOrEqual(s.atLeast);
    }
  });

  test('the outlets of a counter are never all on one circuit: NEC 210.52(B)(3), from memory', () => {
    const s = (counters: number): Sharing => ({
      items: [0, 1, 2, 3, 4].map((i) => ({
        outlets: 1,
        va: 180,
        rooms: [0],
        light: false,
        counter: i < counters,
      })),
      between: (a, b) => 10 * Math.abs(a - b),
      home: (i) => 100 + i,
      mostOutlets: 10,
      mostVa: 1440,
      atLeast: 2,
      homeRun: 200,
      split: 0,
      dark: 0,
      apart: counters,
    });
    const counterGroups = (counters: number) =>
      shareOut(s(counters)).groups.filter((g) => g.some((i) => i < counters)).length;
    expect([3, 4, 5].map(counterGroups)).toEqual([2, 2, 2]);
    expect(isAllowed([0, 1, 2], s(3))).toBe(false);
    expect(isAllowed([0, 1, 3, 4], s(3))).toBe(true);
  });

  test('two clusters make two circuits when a home run is cheap, one when it is dear', () => {
    const at = [0, 10, 20, 400, 410];
    const s = (homeRun: number): Sharing => ({
      items: at.map(() => ({ outlets: 1, va: 180, rooms: [0], light: false })),
      between: (a, b) => Math.abs(at[a]! - at[b]!),
      home: (i) => 100 + (at[i]! >= 400 ? 0 : 5),
      mostOutlets: 10,
      mostVa: 1440,
      atLeast: 1,
      homeRun,
      split: 0,
      dark: 0,
    });
    expect(shareOut(s(20)).groups).toEqual([
      [0, 1, 2],
      [3, 4],
    ]);
    expect(shareOut(s(900)).groups).toEqual([[0, 1, 2, 3, 4]]);
  });

  test('a room’s two lights are parted where one breaker may not leave it dark', () => {
    const s = (dark: number): Sharing => ({
      items: [0, 1, 2, 3].map((i) => ({ outlets: 1, va: 60, rooms: [i < 2 ? 0 : 1], light: true })),
      between: () => 50,
      home: () => 200,
      mostOutlets: 10,
      mostVa: 1440,
      atLeast: 1,
      homeRun: 240,
      split: 60,
      dark,
    });
    expect(shareOut(s(0)).groups.length).toBe(1);
    const { groups } = shareOut(s(2000));
    for (const g of groups) expect(groupCost(g, s(2000)).dark).toBe(0);
  });
});
