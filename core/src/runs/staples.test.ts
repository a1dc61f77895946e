import { describe, expect, test } from 'vitest';
import type { XYZ } from '../geometry/index.ts';
import { computed, edited, notEmpty, planOf, roomOf } from '../../testing/index.ts';
import { houseToWire } from '../../testing/houseToWire.ts';
import { propose } from '../proposals/index.ts';
import { firstStaple, staplesOf } from './staples.ts';

const points = (...list: readonly (readonly [number, number, number])[]): XYZ[] =>
  list.map(([x, y, z]) => ({ x, y, z }));
const along = (path: XYZ[], more: object = {}) =>
  staplesOf({ path, first: [8, 8], every: 54, holes: [], isFished: false, ...more }).map((s) => s.along);

// NEC 334.30 (from memory): next to each box, and every 4-1/2 ft of what nothing else holds. Counts worked by hand.
describe('staples along a cable', () => {
  test('88 in. of hanging cable: one at each end and one between', () =>
    expect(along(points([0, 0, 10], [0, 0, 98]))).toEqual([8, 44, 80]));

  test('a corner is no support: bent twice the same cable takes the same staples', () =>
    expect(along(points([0, 0, 10], [0, 0, 40], [30, 0, 40], [30, 28, 40]))).toEqual([8, 44, 80]));

  test('just 54 in. between needs none more, an inch farther does', () => {
    expect(along(points([0, 0, 0], [0, 0, 70]))).toHaveLength(2);
    expect(along(points([0, 0, 0], [0, 0, 71]))).toHaveLength(3);
  });

  test('what goes through bored studs is held by them', () => {
    const path = points([0, 0, 18], [0, 0, 24], [160, 0, 24], [160, 0, 18]);
    const studs = [16, 32, 48, 64, 80, 96, 112, 128, 144].map((x) => ({ x, y: 0, z: 24 }));
    expect(along(path, { holes: studs, first: [2, 2] })).toEqual([2, 170]);
    expect(along(path, { first: [2, 2] })).toHaveLength(5);
  });

  test('two boxes so near that one staple serves both', () =>
    expect(along(points([0, 0, 0], [0, 0, 12]))).toEqual([6]));

  test('an open end is not stapled; between closed studs fished cable is not either', () => {
    expect(along(points([0, 0, 0], [0, 0, 30]), { first: [8, null] })).toEqual([8]);
    const holes = [
      { x: 0, y: 0, z: 10 },
      { x: 0, y: 0, z: 90 },
    ];
    const path = points([0, 0, 0], [0, 0, 100]);
    expect(along(path, { first: [null, null], holes, isFished: true })).toEqual([]);
    expect(along(path, { first: [null, null], holes })).toHaveLength(1);
  });

  test('each stands on the cable', () => {
    const path = points([0, 0, 10], [0, 0, 40], [70, 0, 40]);
    const staples = staplesOf({ path, first: [8, 8], every: 54, holes: [], isFished: false });
    expect(staples.map((s) => s.at)).toEqual([
      { x: 0, y: 0, z: 18 },
      { x: 20, y: 0, z: 40 },
      { x: 62, y: 0, z: 40 },
    ]);
  });
});

// NEC 314.17(B)(2) and 334.30 (from memory).
describe('the first staple', () => {
  test('without a clamp within 8 in. along the sheath: a 6 in. loop leaves 2', () => {
    expect(firstStaple({ isClamped: false, loop: 6 }, 8)).toBe(2);
    expect(firstStaple({ isClamped: false, loop: 0 }, 8)).toBe(8);
    expect(firstStaple({ isClamped: false, loop: 12 }, 8)).toBeLessThan(0);
  });
  test('with a clamp within 12 in., and no more than 18 in. of cable to it', () => {
    expect(firstStaple({ isClamped: true, loop: 0 }, 12)).toBe(12);
    expect(firstStaple({ isClamped: true, loop: 10 }, 12)).toBe(8);
  });
  test('the house may keep nearer', () => expect(firstStaple({ isClamped: true, loop: 6 }, 4)).toBe(4));
});

/** Counts again, apart from the code that puts staples: walks each cable and asks of every inch what holds it. */
function unheld(plan: ReturnType<typeof houseToWire>): string[] {
  const result = computed(plan);
  return Object.entries(result.runs).flatMap(([id, run]) => {
    if (run.path.length === 0 || plan.runs[id]!.to === null) return [];
    const total = run.length.path;
    const supports = run.stapled.map((s) => s.along);
    const lines = Object.fromEntries(
      Object.entries(plan.walls).map(([w, { from, to }]) => [w, [plan.points[from]!, plan.points[to]!]]),
    );
    for (const b of run.bores) {
      const [a, e] = lines[b.wall]!;
      const length = Math.hypot(e!.x - a!.x, e!.y - a!.y);
      const hole = {
        x: a!.x + ((e!.x - a!.x) * b.at) / length,
        y: a!.y + ((e!.y - a!.y) * b.at) / length,
        z: b.z + plan.levels[a!.level]!.elevation,
      };
      let walked = 0;
      let best = { away: Infinity, at: 0 };
      for (let k = 1; k < run.path.length; k++) {
        const [p, q] = [run.path[k - 1]!, run.path[k]!];
        const step = Math.hypot(q.x - p.x, q.y - p.y, q.z - p.z);
        for (let i = 0; i <= 40; i++) {
          const t = i / 40;
          const away = Math.hypot(
            p.x + (q.x - p.x) * t - hole.x,
            p.y + (q.y - p.y) * t - hole.y,
            p.z + (q.z - p.z) * t - hole.z,
          );
          if (away < best.away) best = { away, at: walked + step * t };
        }
        walked += step;
      }
      supports.push(best.at);
    }
    const sorted = supports.sort((a, b) => a - b);
    const gaps = sorted.slice(1).map((s, k) => s - sorted[k]!);
    const first = Math.min(...run.stapled.map((s) => s.along));
    const last = total - Math.max(...run.stapled.map((s) => s.along));
    return [
      ...(Math.max(0, ...gaps) > 54 + 2 ? [`${id}: ${Math.max(...gaps).toFixed(1)} in. unheld`] : []),
      ...(first > 12 || last > 12 ? [`${id}: not held next to a box`] : []),
    ];
  });
}

test.each([1, 2, 3, 4, 5, 6])(
  'in random houses, floors without joists to bore, no cable is unheld for longer than 4-1/2 ft: seed %i',
  (seed) => {
    const plan = houseToWire(seed);
    propose(plan);
    expect(notEmpty(Object.keys(plan.runs)) && unheld(plan)).toEqual([]);
  },
);

test('a loop longer than the first staple allows is found, at a box without clamps', () => {
  let plan = edited(roomOf('160\n130\n160\n130'), 'addBox', { wall: 'w1', side: 'right', at: 46 });
  plan = edited(plan, 'addBox', { wall: 'w1', side: 'right', at: 110 });
  plan = edited(plan, 'addCircuit', { name: 'Test' });
  const withLoop = (loop: number, gangs = 1) =>
    computed(
      planOf({
        ...JSON.parse(JSON.stringify(plan)),
        rules: { values: { 'end.loop': loop } },
        boxes: Object.fromEntries(
          Object.entries(plan.boxes).map(([id, b]) => [id, { ...b, gangs, model: 'auto' }]),
        ),
        runs: { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable: '14/2' } },
      } as object),
    ).findings.filter((f) => f.rule === 'staple.loop');
  expect(withLoop(6)).toEqual([]);
  expect(withLoop(12)).toHaveLength(2);
  expect(withLoop(12, 2)).toEqual([]);
});
