import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../demo/index.ts';
import { compute } from '../compute/index.ts';
import type { Plan } from '../plan/index.ts';

describe('labour by height and access', () => {
  const hoursWith = (plan: Plan, values: Record<string, unknown>) =>
    Object.fromEntries(
      compute({
        ...plan,
        rules: { ...plan.rules, values: { ...plan.rules.values, ...values } } as never,
      }).hours.stages.map((s) => [s.stage, s.hours]),
    );

  test('worked by hand: of ten boxes those over 84 inches take half as long again on a ladder, all else stays', () => {
    const plan = marlStreet();
    const { marks } = compute(plan);
    const fresh = Object.keys(plan.boxes).filter((b) => !plan.boxes[b]!.existing);
    const isHigh = (b: string) => 'ceiling' in plan.boxes[b]!.on || (marks[b]?.topFromSubfloor ?? 0) > 84;
    const high = fresh.filter(isHigh).length;
    expect(high).toBeGreaterThan(10);
    expect(high).toBeLessThan(fresh.length);
    const [usual, hard] = [hoursWith(plan, {}), hoursWith(plan, { 'minutes.ladder': 50 })];
    const minutes = fresh.length * 5;
    expect(usual['boxes']).toBeCloseTo(minutes / 60, 2);
    expect(hard['boxes']).toBeCloseTo((minutes + high * 2.5) / 60, 2);
    expect(hard['make-up']! - usual['make-up']!).toBeCloseTo((high * 3) / 60, 1);
    expect(hard['trim']).toBeGreaterThan(usual['trim']!);
    for (const stage of ['holes', 'pull', 'staple']) expect(hard[stage]).toBe(usual[stage]);
    // Nothing here is so high that it takes a scaffold.
    expect(hoursWith(plan, { 'minutes.scaffold': 300 })).toEqual(usual);
    expect(hoursWith(plan, { 'minutes.scaffold': 50, 'minutes.high': 84 })).toEqual(hard);
  });

  test('cable in attics and crawl spaces takes longer for every foot of it there, worked by hand', () => {
    const laid = compute(marlStreet());
    for (const [where, rule] of [
      ['attic', 'minutes.attic'],
      ['crawl', 'minutes.crawl'],
    ] as const) {
      // The house is one that goes there, and whose cable a person has laid so.
      const way = where === 'attic' ? ('over' as const) : ('under' as const);
      const plan = marlStreet();
      const runs = Object.fromEntries(
        Object.entries(plan.runs).filter(([id]) => laid.runs[id]![where] > 0 && laid.runs[id]!.way === way),
      );
      const held = {
        ...plan,
        runs: Object.fromEntries(Object.entries(runs).map(([id, r]) => [id, { ...r, way }])),
      };
      const rated = (more: number) => ({
        ...held,
        rules: { ...held.rules, values: { ...held.rules.values, [rule]: more } },
      });
      const hard = compute(rated(100));
      const inches = Object.values(hard.runs).reduce((sum, r) => sum + r[where], 0);
      expect(inches, where).toBeGreaterThan(100);
      const pull = (plan: Plan) => compute(plan).hours.stages.find((s) => s.stage === 'pull')!.hours;
      const outside = Object.values(hard.runs).reduce((sum, r) => sum + r.outside, 0);
      const path = Object.values(hard.runs).reduce((sum, r) => sum + r.length.path, 0);
      expect(pull(rated(100))).toBeCloseTo((path * 0.12 + outside * 0.5 + inches * 0.5) / 12 / 60, 1);
    }
    for (const r of Object.values(laid.runs)) expect(r.attic + r.crawl).toBeLessThanOrEqual(r.outside + 0.01);
  });
});
