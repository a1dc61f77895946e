import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../../demo/index.ts';
import { connectedHouse, wired } from '../../../bench/wired.ts';
import { notEmpty } from '../../../testing/index.ts';
import { furnishedHouse } from '../../../testing/furnishedHouse.ts';
import { compute } from '../../compute/index.ts';
import type { Plan } from '../../plan/index.ts';
import { planDxf } from './write.ts';
import { planFromDxf } from './index.ts';

function roundTrip(plan: Plan, level: string) {
  const text = planDxf(plan, compute(plan), level);
  const read = planFromDxf(text, { wallLayers: ['Walls'] });
  if (!read.ok) throw new Error(read.problems.map((p) => p.message).join('\n'));
  return { text, read };
}
const areasOf = (plan: Plan, level: string) =>
  Object.entries(compute(plan).rooms)
    .filter(([id, r]) => r.closed && plan.rooms[id]!.level === level)
    .map(([, r]) => r.area / 144)
    .sort((a, b) => a - b);

describe('a level as DXF', () => {
  test('comes back in with the same rooms and openings', () => {
    const plan = wired(connectedHouse(8));
    const { read } = roundTrip(plan, 'L1');
    const [before, after] = [areasOf(plan, 'L1'), areasOf(read.plan, 'L1')];
    expect(after).toHaveLength(notEmpty(before).length);
    before.forEach((area, i) => expect(after[i]).toBeCloseTo(area, 0));
    const openings = (p: Plan) =>
      Object.values(p.openings)
        .map((o) => Math.round(o.width))
        .sort((a, b) => a - b);
    expect(openings(read.plan)).toEqual(openings(plan));
  });

  test('of forty random houses, with walls at every slant, nearly all come back with rooms of the same size', () => {
    const cameBack = Array.from({ length: 40 }, (_, i) => i + 1).filter((seed) => {
      const plan = furnishedHouse(seed);
      const { read } = roundTrip(plan, 'L1');
      const [before, after] = [notEmpty(areasOf(plan, 'L1')), areasOf(read.plan, 'L1')];
      return before.length === after.length && before.every((area, i) => Math.abs(after[i]! - area) < 0.5);
    });
    // Three have a slanted wall that two others end near: drawn lines alone do not tell where those end.
    expect(cameBack.length).toBeGreaterThanOrEqual(37);
  });

  test('has layers by plain names, a block for each of our signs, and one insert for each box', () => {
    const plan = marlStreet();
    const result = compute(plan);
    const text = planDxf(plan, result, 'L1');
    for (const layer of ['Walls', 'Doors', 'Windows', 'Boxes', 'Cable 14-2', 'Panels'])
      expect(text).toMatch(new RegExp(`\\n\\s*8\\n${layer}\\n`));
    for (const sign of ['receptacle', 'switch', 'light', 'data', 'alarm'])
      expect(text).toMatch(new RegExp(`BLOCK[\\s\\S]*?\\n\\s*2\\n${sign}\\n`));
    const onLevel = Object.values(result.marks).filter(
      (m) => plan.points[plan.walls[m.wall]!.from]!.level === 'L1',
    ).length;
    const flat = Object.values(plan.boxes).filter(({ on }) => {
      const room = 'ceiling' in on ? on.ceiling : 'floor' in on ? on.floor : null;
      return room !== null && plan.rooms[room]!.level === 'L1';
    }).length;
    expect(text.match(/\n\s*0\nINSERT\n/g)).toHaveLength(onLevel + flat);
    expect(planDxf(plan, result, 'L1')).toBe(text);
  });
});
