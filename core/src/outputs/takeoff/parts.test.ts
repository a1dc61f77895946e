import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../../demo/index.ts';
import { notEmpty } from '../../../testing/index.ts';
import { Computer } from '../../compute/index.ts';
import { takeoffSources } from './parts.ts';

const plan = marlStreet();
const computer = new Computer();
const result = computer.compute(plan);
const sources = (item: string) => takeoffSources(computer.house, item);
const lines = notEmpty(result.takeoff.lines);

describe('what a line of the list comes from', () => {
  test.each(lines.map((l) => [l.name, l] as const))('%s: from something that is in the plan', (_, line) => {
    const own = sources(line.item);
    expect(own.length).toBeGreaterThan(0);
    for (const { kind, id } of own) {
      const held = {
        box: plan.boxes,
        device: plan.devices,
        circuit: plan.circuits,
        run: plan.runs,
        wall: plan.walls,
      };
      expect(held[kind as keyof typeof held], `${kind} ${id}`).toHaveProperty([id]);
    }
  });

  test('boxes, devices, plates and breakers are counted one for each they come from', () => {
    const single = lines.filter((l) => /^(box|device|plate|cover|breaker)/.test(l.item));
    for (const line of notEmpty(single)) expect(sources(line.item).length, line.name).toBe(line.quantity);
  });

  test('cable comes from the runs of its kind, all of them', () => {
    const cable = lines.find((l) => l.name.startsWith('14/2'))!;
    const own = sources(cable.item).map((t) => t.id);
    const runs = Object.entries(result.runs).filter(([, r]) => r.cable === '14/2' && r.path.length > 0);
    expect(own.toSorted()).toEqual(runs.map(([id]) => id).toSorted());
  });

  test('what is on no list comes from nothing', () => {
    expect(sources('no such item')).toEqual([]);
  });
});
