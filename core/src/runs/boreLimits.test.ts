import { describe, expect, test } from 'vitest';
import { computed } from '../../testing/index.ts';
import { twoInWall } from '../../testing/twoInWall.ts';
import { framingKinds } from '../materials/index.ts';
import { ruleBook } from '../rules/index.ts';
import { bitsOf, largestFor, mostOfDepth } from './boreLimits.ts';

const rules = ruleBook({});
const wall = (more: Partial<Parameters<typeof mostOfDepth>[0]> = {}) => ({
  framing: '2x4' as const,
  bearing: false,
  exterior: false,
  ...more,
});

// IRC R602.6 (from memory): 40 % of a stud in a bearing or exterior wall, 60 % in others, and of studs that are doubled.
describe('what a hole may take', () => {
  test.each([
    [wall(), {}, 60],
    [wall({ bearing: true }), {}, 40],
    [wall({ exterior: true }), {}, 40],
    [wall({ bearing: true }), { pack: 2 }, 60],
    [wall({ exterior: true, framing: 'furring' }), {}, 60],
    [wall({ bearing: true, framing: 'furring' }), {}, 40],
  ])('of a stud in %j, %j: %d %', (own, member, percent) =>
    expect(mostOfDepth(own, { role: 'stud', ...member }, rules)).toBe(percent),
  );

  test('of a plate half its width, whatever the wall', () => {
    for (const role of ['top-plate', 'bottom-plate'] as const)
      expect(mostOfDepth(wall({ bearing: true }), { role }, rules)).toBe(50);
  });

  test('the largest bit is that, or the largest in the bag', () => {
    const plan = twoInWall('2x4', { bearing: true });
    const bits = (value: number) => bitsOf({ plan, rules: ruleBook({ 'drill.largestBit': value }) });
    const { depth } = framingKinds['2x4'];
    const stud = { wall: 'w1', role: 'stud' as const };
    expect(largestFor(bits(1), stud)).toBe(1);
    expect(largestFor(bits(2), stud)).toBeCloseTo(depth * 0.4, 9);
    expect(largestFor(bits(2), { ...stud, pack: 2 })).toBe(2);
    expect(largestFor(bits(2), { ...stud, role: 'top-plate' })).toBeCloseTo(depth / 2, 9);
  });
});

describe('doubled studs in a bearing wall', () => {
  /** Five heavy cables past so many doubled studs one after the other, whose holes take over 40 %. */
  const past = (doubled: readonly number[]) =>
    computed(
      twoInWall(
        '2x4',
        { bearing: true },
        {
          levels: { L1: { above: 'closed', below: 'slab' } },
          rules: { values: { 'drill.largestBit': 2, 'drill.perHole': 6 } },
          members: Object.fromEntries(doubled.map((at, i) => [`m${i + 1}`, { wall: 'w1', at, count: 2 }])),
          runs: Object.fromEntries(
            [1, 2, 3, 4, 5].map((n) => [`k${n}`, { from: 'b1', to: 'b2', circuit: 'c1', cable: '10/3' }]),
          ),
        },
      ),
    );
  const tooLarge = (doubled: readonly number[]) =>
    past(doubled).findings.filter((f) => f.rule === 'bore.size').length;
  test('may lose more than single ones, but not more than two of them in a row', () => {
    expect(Math.max(...past([64, 80]).runs['k1']!.bores.map((b) => b.diameter))).toBe(1.5);
    expect(tooLarge([64])).toBe(0);
    expect(tooLarge([64, 80])).toBe(0);
    // Each of three doubled studs one after the other: six studs.
    expect(tooLarge([48, 64, 80])).toBe(6);
    // Parted by a single one they are no row.
    expect(tooLarge([48, 80])).toBe(0);
  });
});
