import { describe, expect, test } from 'vitest';
import { edited, planOf, randomFrom, wallOf } from '../../testing/index.ts';
import { applyEdit } from '../plan/gate.ts';
import { recipeOf } from '../edits/index.ts';
import { freeHalves, freeSpaces, legLoads, legOf } from './spaces.ts';
import { seatCircuits } from '../proposals/circuits/seats.ts';

const panel = (more: object = {}, circuits: object = {}) =>
  wallOf(240, {}, { panels: { n1: { on: { wall: 'w1', at: 60 }, spaces: 12, ...more } }, circuits });

test('rows alternate between the legs; a panel of one leg has one', () => {
  expect([1, 2, 3, 4, 5, 6].map((s) => legOf(s, 2)).join('')).toBe('AABBAA');
  expect([1, 3].map((s) => legOf(s, 1)).join('')).toBe('AA');
});

test('two-pole breakers and feeders take two spaces of a side; halves share one where the panel takes them', () => {
  const plan = planOf({
    ...panel(
      { tandems: 2 },
      {
        c1: { panel: 'n1', space: 1, poles: 2 },
        c2: { panel: 'n1', space: 12, half: 'A' },
        c3: { panel: 'n1', space: 2 },
      },
    ),
    panels: {
      n1: { on: { wall: 'w1', at: 60 }, spaces: 12, tandems: 2 },
      n2: { on: { wall: 'w1', at: 120 }, source: 'n1', feeder: { space: 5 } },
    },
  });
  expect(freeSpaces(plan, 'n1')).toEqual([4, 6, 8, 9, 10, 11]);
  expect(freeHalves(plan, 'n1')).toEqual([
    { space: 11, half: 'A' },
    { space: 11, half: 'B' },
    { space: 12, half: 'B' },
  ]);
});

describe('legs', () => {
  test('the gap left is the least there is, tried every way, on 60 seeded panels of up to 9 circuits', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = randomFrom(seed);
      const wanting = Array.from({ length: 3 + Math.floor(random() * 7) }, (_, i) => ({
        id: `c${i}`,
        poles: 1,
        va: 100 * (1 + Math.floor(random() * 15)),
      }));
      const seating = seatCircuits(panel({ spaces: 24 }), 'n1', wanting, () => 0);
      const on = (leg: string) =>
        wanting.filter((w) => legOf(seating.get(w.id)!.space, 2) === leg).reduce((sum, w) => sum + w.va, 0);
      const total = wanting.reduce((sum, w) => sum + w.va, 0);
      let least = Infinity;
      for (let bits = 0; bits < 2 ** wanting.length; bits++) {
        const a = wanting.reduce((sum, w, i) => sum + (bits & (1 << i) ? w.va : 0), 0);
        least = Math.min(least, Math.abs(total - 2 * a));
      }
      const heaviest = Math.max(...wanting.map((w) => w.va));
      expect(Math.abs(on('A') - on('B')) - least, `seed ${seed}`).toBeLessThanOrEqual(
        Math.min(300, heaviest),
      );
    }
  });

  test('two-pole circuits put half on each', () => {
    const plan = panel({}, { c1: { panel: 'n1', space: 1, poles: 2 }, c2: { panel: 'n1', space: 2 } });
    expect(legLoads(plan, 'n1', (c) => (c === 'c1' ? 8000 : 700))).toEqual({ A: 4700, B: 4000 });
  });

  test('halves only when whole spaces run out; beyond that a circuit has no space and is said to', () => {
    const wanting = (n: number) => Array.from({ length: n }, (_, i) => ({ id: `c${i}`, poles: 1, va: 100 }));
    const seat = (n: number) => [
      ...seatCircuits(panel({ spaces: 4, tandems: 2 }), 'n1', wanting(n), () => 0).values(),
    ];
    expect(seat(4).filter((s) => s?.half)).toEqual([]);
    expect(seat(6).filter((s) => s?.half)).toHaveLength(4);
    expect(seat(7).filter((s) => s === null)).toHaveLength(1);
  });
});

describe('seats by hand', () => {
  const two = () =>
    panel(
      { tandems: 2 },
      {
        c1: { panel: 'n1', space: 1 },
        c2: { panel: 'n1', space: 4 },
        c3: { panel: 'n1', space: 5, poles: 2 },
      },
    );
  const refused = (args: object) => {
    const done = applyEdit(two(), 'seatCircuit', recipeOf('seatCircuit', args as never));
    return done.ok ? 'not refused' : done.problems.map((p) => `${p.path}: ${p.message}`).join();
  };
  test('what sits there takes its place', () => {
    const { c1, c2 } = edited(two(), 'seatCircuit', { circuit: 'c1', space: 4 }).circuits;
    expect([c1!.space, c2!.space]).toEqual([4, 1]);
  });
  test.each([
    [{ circuit: 'c1', space: 13 }, 'space: must be at most 12'],
    [{ circuit: 'c3', space: 11 }, 'space: must be at most 10'],
    [{ circuit: 'c1', space: 7 }, 'taken by breakers of another size'],
    [{ circuit: 'c1', space: 1, half: 'A' }, 'does not take half breakers'],
  ])('%j is refused: %s', (args, says) => expect(refused(args)).toContain(says));
});
