import highsLoader from 'highs';
import { describe, expect, test } from 'vitest';
import { coilsByProgram } from '../../../testing/coilsByProgram.ts';
import { notEmpty, randomFrom } from '../../../testing/index.ts';
import { fullest } from './fullest.ts';
import { inOrderOfWork, packCuts, type Packing } from './index.ts';

const cutsOf = (feet: readonly number[]) => feet.map((f, i) => ({ run: `k${i + 1}`, feet: f }));
const packing = (feet: readonly number[], more: Partial<Packing> = {}): Packing => ({
  ...{ cuts: cutsOf(feet), stock: [], sizes: [250], useful: 12, spare: 0 },
  ...more,
});
const tenths = (feet: number) => Math.round(feet * 10) / 10;

/** What holds of every packing: each cut once, no coil over its length, what is left told right. */
function whole(asked: Packing) {
  const packed = packCuts(asked);
  const given = packed.coils.flatMap((c) => c.cuts.map((x) => x.run));
  expect(given.toSorted()).toEqual(asked.cuts.map((c) => c.run).toSorted());
  for (const { from, feet, cuts, left } of packed.coils) {
    expect(cuts.length).toBeGreaterThan(0);
    const used = cuts.reduce((sum, c) => sum + c.feet, 0);
    expect(used + left).toBeCloseTo(feet, 6);
    expect(left).toBeGreaterThanOrEqual(asked.spare - 1e-6);
    if (from !== 'new') expect(asked.stock.find((s) => s.id === from)?.feet).toBe(feet);
  }
  const started = packed.coils.flatMap((c) => (c.from === 'new' ? [] : [c.from]));
  expect(new Set(started).size).toBe(started.length);
  return packed;
}

describe('cuts on coils', () => {
  test('the coil on the van goes first, what does not fit comes off a new one', () => {
    const { coils } = whole(packing([40, 30, 25], { stock: [{ id: 's1', feet: 60 }] }));
    // 30 and 25 leave 5 ft of no use; 40 leaves 20 ft that are.
    expect(coils).toMatchObject([
      { from: 's1', feet: 60, left: 20, cuts: [{ run: 'k1', feet: 40 }] },
      { from: 'new', feet: 250, left: 195, cuts: [{ run: 'k2' }, { run: 'k3' }] },
    ]);
  });

  test('a cut longer than a coil gets one of its own length; no cuts, no coils', () => {
    expect(whole(packing([300.2])).coils).toMatchObject([{ feet: 301, left: 0.8 }]);
    const many = [300.2, ...Array.from({ length: 14 }, () => 60)];
    expect(whole(packing(many)).coils.filter((c) => c.feet === 301)).toHaveLength(1);
    expect(packCuts(packing([], { stock: [{ id: 's1', feet: 60 }] })).coils).toEqual([]);
  });

  test('longest first would open a third coil; two hold them', () => {
    // By longest first: 110 110, then 80 80 60, and 60 over.
    const { coils, bought } = whole(packing([110, 110, 80, 80, 60, 60]));
    expect([coils.length, bought]).toEqual([2, 500]);
  });

  test('short coils where little is needed, a long one where it is less in all', () => {
    expect(whole(packing([90], { sizes: [250, 100] })).bought).toBe(100);
    expect(whole(packing([200, 190, 180, 170, 160], { sizes: [250, 1000] })).bought).toBe(1000);
    expect(whole(packing([240], { sizes: [250, 100, 1000] })).bought).toBe(250);
  });

  test('what is kept on every coil is left on it', () => {
    expect(whole(packing([125, 125])).bought).toBe(250);
    expect(whole(packing([125, 125], { spare: 2 })).bought).toBe(500);
  });

  test('200 small cases cost no more than a mixed-integer solver proves they must', async () => {
    const highs = await highsLoader();
    for (let seed = 1; seed <= 200; seed++) {
      const random = randomFrom(seed);
      const some = (least: number, most: number) => least + Math.floor(random() * (most - least + 1));
      const feet = Array.from({ length: some(1, 7) }, () => tenths(8 + random() * [60, 110, 150][seed % 3]!));
      const stock = Array.from({ length: some(0, 2) }, (_, i) => ({ id: `s${i}`, feet: some(10, 180) }));
      const sizes = seed % 5 === 0 ? [100, 250] : [seed % 2 === 0 ? 250 : 200];
      const asked = packing(feet, { stock, sizes, useful: 12, spare: seed % 7 === 0 ? 1 : 0 });
      const ours = whole(asked);
      const least = coilsByProgram(highs, asked);
      expect(ours.isBest, `seed ${seed}`).toBe(true);
      expect(ours.bought, `seed ${seed}`).toBeCloseTo(least.bought, 3);
      expect(ours.useless, `seed ${seed}`).toBeCloseTo(least.useless, 3);
    }
  }, 120_000);

  test('many cuts: within 2 % of what must be bought at least, and little left in useless ends', () => {
    const gaps: number[] = [];
    for (let seed = 1; seed <= 60; seed++) {
      const random = randomFrom(1000 + seed);
      const count = 30 + Math.floor(random() * 220);
      const feet = Array.from({ length: count }, () => 5 + random() * (seed % 2 ? 35 : 80));
      const stock =
        seed % 3 === 0
          ? [
              { id: 's1', feet: 173 },
              { id: 's2', feet: 41 },
            ]
          : [];
      const packed = whole(packing(feet, { stock, sizes: seed % 4 === 0 ? [100, 250, 1000] : [250] }));
      expect(packed.isBest).toBe(false);
      expect(packed.bought).toBeGreaterThanOrEqual(packed.boughtAtLeast);
      gaps.push(packed.bought / packed.boughtAtLeast - 1);
      const total = feet.reduce((sum, f) => sum + f, 0);
      expect(packed.useless / total, `seed ${seed}`).toBeLessThan(0.02);
    }
    expect(Math.max(...notEmpty(gaps))).toBeLessThanOrEqual(0.02);
  });

  test('cuts of more than half a coil need one each, and that is proved', () => {
    const packed = whole(packing(Array.from({ length: 14 }, () => 130)));
    expect([packed.bought, packed.boughtAtLeast]).toEqual([3500, 3500]);
  });

  test('the order in which cuts and coils are given changes nothing', () => {
    const asked = packing([80, 12.5, 44, 44, 31, 90, 61, 17, 23, 55, 38, 71, 66], {
      stock: [
        { id: 's1', feet: 90 },
        { id: 's2', feet: 30 },
      ],
    });
    const turned = { ...asked, cuts: asked.cuts.toReversed(), stock: asked.stock.toReversed() };
    expect(packCuts(turned)).toEqual(packCuts(asked));
  });
});

test('the fullest share of a room is the fullest of all shares (300 random rooms, every set tried)', () => {
  for (let seed = 1; seed <= 300; seed++) {
    const random = randomFrom(seed);
    const lengths = Array.from({ length: 1 + Math.floor(random() * 9) }, () => 1 + Math.floor(random() * 90));
    lengths.sort((a, b) => b - a);
    const room = Math.floor(random() * 200);
    const chosen = fullest(room, lengths, 1);
    const sumOf = (set: readonly number[]) => set.reduce((sum, i) => sum + lengths[i]!, 0);
    let most = 0;
    for (let set = 0; set < 1 << lengths.length; set++) {
      const sum = sumOf(lengths.flatMap((_, i) => (set & (1 << i) ? [i] : [])));
      if (sum <= room) most = Math.max(most, sum);
    }
    expect(new Set(chosen).size, `seed ${seed}`).toBe(chosen.length);
    expect(sumOf(chosen), `seed ${seed}`).toBe(most);
    const inTens = fullest(room, lengths, 10);
    expect(sumOf(inTens), `seed ${seed}`).toBeLessThanOrEqual(room);
  }
});

test('cuts of a coil go by the order of the work, but longest first where the coil is nearly used up', () => {
  const cuts = cutsOf([40, 30, 20]);
  const order = new Map([
    ['k1', 2],
    ['k2', 0],
    ['k3', 1],
  ]);
  expect(inOrderOfWork(cuts, 60, 12, order).map((c) => c.run)).toEqual(['k2', 'k3', 'k1']);
  expect(inOrderOfWork(cuts, 3, 12, order).map((c) => c.run)).toEqual(['k1', 'k2', 'k3']);
});
