import { describe, expect, test } from 'vitest';
import { study } from '../../demo/study.ts';
import { wrongRuns } from '../../testing/checkRuns.ts';
import { furnishedHouse } from '../../testing/furnishedHouse.ts';
import { computed, edited, notEmpty, planOf } from '../../testing/index.ts';
import { twoInWall } from '../../testing/twoInWall.ts';
import { Computer } from '../compute/index.ts';
import type { Plan } from '../plan/index.ts';
import { propose } from '../proposals/index.ts';

type Place = Plan['runs'][string]['through'][number];
const at = (x: number, y: number, z: number): Place => ({ level: 'L1', x, y, z });
const awayFrom = (path: readonly { x: number; y: number; z: number }[], p: Place) =>
  Math.min(
    ...path.slice(1).map((b, i) => {
      const a = path[i]!;
      const [dx, dy, dz] = [b.x - a.x, b.y - a.y, b.z - a.z];
      const length = dx * dx + dy * dy + dz * dz;
      const t =
        length === 0
          ? 0
          : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy + (p.z - a.z) * dz) / length));
      return Math.hypot(p.x - a.x - dx * t, p.y - a.y - dy * t, p.z - a.z - dz * t);
    }),
  );

describe('a cable drawn through places', () => {
  const wall = twoInWall('2x4');
  test('over the plates where it would go level, and back when the place is let go', () => {
    const before = computed(wall).runs['k1']!;
    const by = edited(wall, 'goThrough', { run: 'k1', place: at(70, 0, 99) });
    const run = computed(by).runs['k1']!;
    expect(before.way).toBe('wall');
    expect(run.way).toBe('over');
    expect(awayFrom(run.path, at(70, 0, 98.625))).toBeLessThan(8);
    expect(by.runs['k1']!.pinned).toBe(true);
    expect(wrongRuns(by, computed(by))).toEqual([]);
    const back = edited(by, 'leaveThrough', { run: 'k1' });
    expect(computed(back).runs['k1']!.path).toEqual(before.path);
  });

  test('a place that leads nowhere but back is not gone to twice', () => {
    const by = edited(wall, 'goThrough', { run: 'k1', place: at(140, 0, 60) });
    const run = computed(by).runs['k1']!;
    expect(new Set(run.bores.map((b) => b.hole)).size).toBe(run.bores.length);
    expect(computed(by).findings.map((f) => f.rule)).toContain('run.through');
    expect(computed(wall).findings.map((f) => f.rule)).not.toContain('run.through');
  });

  test('across a ceiling it bends where it is told to, and as long as it is', () => {
    const plan = planOf({
      ...(JSON.parse(JSON.stringify(study())) as object),
    });
    const run = Object.keys(plan.runs).find((id) => plan.runs[id]!.from !== 'n1')!;
    const by = edited(plan, 'goThrough', { run, place: at(90, -70, 98) });
    const laid = computed(by).runs[run]!;
    expect(awayFrom(laid.path, at(90, -70, 98.625))).toBeLessThan(0.01);
    expect(wrongRuns(by, computed(by))).toEqual([]);
  });

  test('of several places each comes where it makes the cable least longer', () => {
    let by = twoInWall('2x4');
    for (const x of [85, 55, 70]) by = edited(by, 'goThrough', { run: 'k1', place: at(x, 0, 99) });
    expect(by.runs['k1']!.through.map((p) => p.x)).toEqual([55, 70, 85]);
    by = edited(by, 'leaveThrough', { run: 'k1', stop: 1 });
    expect(by.runs['k1']!.through.map((p) => p.x)).toEqual([55, 85]);
  });

  test('a place that takes no cable is refused, and nothing is changed', () => {
    const slab = planOf({
      ...(JSON.parse(JSON.stringify(study())) as object),
      levels: { L1: { above: 'closed', below: 'crawl' } },
    });
    const run = Object.keys(slab.runs)[1]!;
    expect(() => edited(slab, 'goThrough', { run, place: at(90, -70, 98) })).toThrow(/takes no cable/);
    expect(() => edited(slab, 'leaveThrough', { run, stop: 0 })).toThrow(/none of the 0 places/);
  });

  test('where its wall is moved away from a place the cable goes on without it, and says so', () => {
    const by = edited(wall, 'goThrough', { run: 'k1', place: at(70, 0, 60) });
    const gone = { ...by, runs: { k1: { ...by.runs['k1']!, through: [at(70, 40, 60)] } } } as Plan;
    const run = computed(gone).runs['k1']!;
    expect(run.path).toEqual(computed(wall).runs['k1']!.path);
    expect(run.missed).toEqual([0]);
    expect(computed(gone).findings.map((f) => f.rule)).toContain('run.through');
    expect(() => edited(wall, 'goThrough', { run: 'k1', place: at(70, 40, 60) })).toThrow(/takes no cable/);
  });

  test('kept computers answer as new ones while the house changes under it, in random houses', () => {
    for (const seed of [1, 2, 3]) {
      let plan = structuredClone(furnishedHouse(seed)) as Plan;
      const kept = new Computer();
      propose(plan, { computer: kept });
      const result = kept.compute(plan);
      const ids = Object.keys(plan.runs).filter((id) => result.runs[id]!.path.length > 2);
      for (const id of notEmpty(ids).slice(0, 4)) {
        const middle = result.runs[id]!.path[Math.floor(result.runs[id]!.path.length / 2)]!;
        const own = { ...plan.runs[id]!, through: [at(middle.x, middle.y, middle.z)] };
        plan = { ...plan, runs: { ...plan.runs, [id]: own } };
        const now = kept.compute(plan);
        expect(now.runs).toEqual(new Computer().compute(plan).runs);
        expect(wrongRuns(plan, now)).toEqual([]);
      }
    }
  });
});
