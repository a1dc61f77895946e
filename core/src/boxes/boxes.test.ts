import { describe, expect, test } from 'vitest';
import { Computer } from '../compute/index.ts';
import type { Plan } from '../plan/index.ts';
import { computed, edited, randomFrom, roomOf, wallOf } from '../../testing/index.ts';
import { fewestCover, type CoverPoint } from './cover.ts';
import { bottomFromSubfloor, heightIn } from './index.ts';

describe('heights', () => {
  // Worked by hand: box 3-1/4 high, finished floor 3/4 over the subfloor.
  test.each([
    [{ value: 16, to: 'center', from: 'finished' }, 15.125],
    [{ value: 12, to: 'bottom', from: 'finished' }, 12.75],
    [{ value: 18, to: 'top', from: 'finished' }, 15.5],
    [{ value: 16, to: 'center', from: 'subfloor' }, 14.375],
    [{ value: 48, to: 'top', from: 'finished' }, 45.5],
  ] as const)('%o is %d to bottom from the subfloor', (height, bottom) =>
    expect(bottomFromSubfloor(height, 3.25, 0.75)).toBe(bottom),
  );

  test('every reference converts back to itself', () => {
    for (const to of ['bottom', 'center', 'top'] as const)
      for (const from of ['finished', 'subfloor'] as const)
        expect(heightIn(bottomFromSubfloor({ value: 20, to, from }, 3.25, 0.75), 3.25, 0.75, to, from)).toBe(
          20,
        );
  });
});

describe('marks', () => {
  test('a box goes to the nearest stud face; the side is as seen facing the wall', () => {
    const plan = wallOf(
      96,
      {},
      {
        boxes: {
          b1: { on: { wall: 'w1', side: 'left', at: 47.5 } },
          b2: { on: { wall: 'w1', side: 'right', at: 66 } },
        },
        devices: { d1: { box: 'b1' }, d2: { box: 'b2' } },
      },
    );
    const { marks } = computed(plan);
    // Facing the left side, the wall's `from` end is on the right hand: the face towards `from` is the right one.
    expect(marks.b1).toMatchObject({
      stud: 4,
      studSide: 'right',
      at: 46.125,
      bottomFromSubfloor: 15.125,
      topFromSubfloor: 18.375,
      centerFromFinished: 16,
      setback: 0.5,
      backing: null,
    });
    expect(marks.b2).toMatchObject({ stud: 5, studSide: 'right', at: 65.875 });
  });

  test('an exact box stays and gets backing; a box follows its stud when that is measured', () => {
    const boxes = {
      b1: { on: { wall: 'w1', side: 'left', at: 40 }, exact: true },
      b2: { on: { wall: 'w1', side: 'left', at: 65.875 } },
    };
    const plan = wallOf(
      96,
      {},
      { boxes, devices: { d1: { box: 'b1' }, d2: { box: 'b2' } }, members: { m1: { wall: 'w1', at: 63 } } },
    );
    const { marks } = computed(plan);
    expect(marks.b1).toMatchObject({ at: 40, backing: { size: '2x4', length: 14.5, between: [3, 4] } });
    expect(marks.b2).toMatchObject({ at: 64.875, stud: 5 });
  });

  test('two boxes on both sides of one bay are too deep for a 2x4 and part; in a 2x8 they do not', () => {
    const boxes = {
      b1: { on: { wall: 'w1', side: 'left', at: 50 } },
      b2: { on: { wall: 'w1', side: 'right', at: 50 } },
    };
    const devices = { d1: { box: 'b1' }, d2: { box: 'b2' } };
    const places = (framing: string) =>
      Object.values(computed(wallOf(96, { framing }, { boxes, devices })).marks).map((m) => m.at);
    expect(new Set(places('2x4')).size).toBe(2);
    expect(new Set(places('2x8')).size).toBe(1);
  });
});

const limit = 144;

/** The plain answer: every subset, smallest first. */
function fewestPlainly(
  points: readonly CoverPoint[],
  line: { length: number; ring: boolean },
): number | null {
  const covers = (chosen: readonly number[]) => {
    if (chosen.length === 0) return false;
    const gaps = chosen.slice(1).map((c, i) => c - chosen[i]!);
    const wrap = line.length - chosen.at(-1)! + chosen[0]!;
    return line.ring
      ? [...gaps, wrap].every((g) => g <= limit)
      : chosen[0]! <= limit / 2 && line.length - chosen.at(-1)! <= limit / 2 && gaps.every((g) => g <= limit);
  };
  let best: number | null = null;
  for (let set = 0; set < 1 << points.length; set++) {
    const chosen = points.flatMap((p, i) => (set & (1 << i) ? [p.along] : []));
    const missesFixed = points.some((p, i) => p.fixed && !(set & (1 << i)));
    if (!missesFixed && covers(chosen) && (best === null || chosen.length < best)) best = chosen.length;
  }
  return best;
}

test('the cover is the smallest there is: 2,000 seeded lines against every subset', () => {
  for (let seed = 1; seed <= 2000; seed++) {
    const random = randomFrom(seed);
    const line = { length: 60 + Math.floor(random() * 700), ring: random() < 0.4 };
    const count = 2 + Math.floor(random() * 9);
    const places = [...new Set(Array.from({ length: count }, () => Math.floor(random() * line.length)))].sort(
      (a, b) => a - b,
    );
    const points = places.map((along) => ({ along, fixed: random() < 0.15, penalty: 0 }));
    const plain = fewestPlainly(points, line);
    const cover = fewestCover(points, line, limit);
    const found = cover.excess <= 1e-6 ? cover.chosen.length : null;
    if (found !== plain)
      throw new Error(
        `seed ${seed}: found ${found}, every subset gives ${plain} (${JSON.stringify({ line, points })})`,
      );
  }
});

/** Checks a room every inch of floor line, knowing nothing of how boxes were chosen. */
function worstInch(plan: Plan): number {
  const { rooms } = computed(plan);
  let worst = 0;
  for (const space of rooms.r1!.spaces) {
    if (!space.required) continue;
    for (let at = 0; at <= space.length; at++) {
      const reach = space.receptacles.map((r) => {
        const direct = Math.abs(r.along - at);
        return space.ring ? Math.min(direct, space.length - direct) : direct;
      });
      worst = Math.max(worst, Math.min(...reach, Infinity));
    }
  }
  return worst;
}

describe('proposing receptacles', () => {
  test.each(['around', 'each-wall'] as const)(
    '60 seeded rooms, corners %s: no inch is over 6 ft from one, every box on a stud face (NEC 210.52(A)(1), from memory)',
    (school) => {
      for (let seed = 1; seed <= 60; seed++) {
        const random = randomFrom(seed);
        const [w, h] = [80 + Math.floor(random() * 200), 80 + Math.floor(random() * 160)];
        let plan = roomOf(`${w}\n${h}\n${w}\n${h}`);
        plan = edited(plan, 'setRule', { rule: 'spacing.corners', value: school });
        plan = edited(plan, 'addOpening', {
          wall: `w${1 + Math.floor(random() * 4)}`,
          kind: 'door',
          at: 6 + Math.floor(random() * 30),
          width: 32,
          swing: 'right',
        });
        plan = edited(plan, 'propose', { only: ['receptacles'] });
        const worst = worstInch(plan);
        if (worst > 72) throw new Error(`seed ${seed}: ${worst} in.`);
        const result = computed(plan);
        const loose = Object.values(result.marks).filter((m) => m.backing !== null);
        const errors = result.findings.filter((f) => f.level === 'error' || f.rule === 'spacing.each-wall');
        if (loose.length > 0 || errors.length > 0)
          throw new Error(`seed ${seed}: ${JSON.stringify({ loose, errors })}`);
      }
    },
  );

  test('pinned boxes stay and count; proposing again adds nothing; the same plan gives the same bytes', () => {
    let plan = edited(roomOf('160\n130\n160\n130'), 'addBox', { wall: 'w1', side: 'right', at: 50 });
    plan = edited(plan, 'setBox', { box: 'b1', changes: { pinned: true } });
    const once = edited(plan, 'propose', { only: ['receptacles'] });
    expect(once.boxes.b1).toEqual(plan.boxes.b1);
    expect(edited(once, 'propose', { only: ['receptacles'] })).toEqual(once);
    expect(JSON.stringify(computed(once))).toBe(JSON.stringify(computed(structuredClone(once))));
  });

  test('a computer kept through edits answers like a new one', () => {
    const kept = new Computer();
    let plan = edited(roomOf('160\n130\n160\n130'), 'propose', { only: ['receptacles'] });
    for (let seed = 1; seed <= 30; seed++) {
      const random = randomFrom(seed);
      const id = Object.keys(plan.boxes)[Math.floor(random() * Object.keys(plan.boxes).length)]!;
      plan = edited(plan, 'moveBox', { box: id, at: 10 + random() * 110 });
      if (seed % 7 === 0) plan = edited(plan, 'measureStud', { wall: 'w1', at: 47 + random(), was: 48 });
      expect(JSON.stringify(kept.compute(plan))).toBe(JSON.stringify(computed(plan)));
    }
  });

  test('rooms that are not habitable are left alone', () => {
    const closet = roomOf('160\n130\n160\n130', 'closet');
    expect(edited(closet, 'propose', { only: ['receptacles'] }).boxes).toEqual({});
    const bedroom = roomOf('160\n130\n160\n130', 'bedroom');
    expect(edited(bedroom, 'propose', { only: ['receptacles'] }).boxes).not.toEqual({});
  });
});
