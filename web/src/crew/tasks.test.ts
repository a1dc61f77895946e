import { notEmpty } from '@fieldchalk/core/testing';
import { describe, expect, test } from 'vitest';
import { Computer, unrollRoom } from '@fieldchalk/core';
import { marlStreet } from '@fieldchalk/core/demo';
import { ceilingTasks, nailingOrder, wallTasks } from './tasks.ts';
import { boxRects } from '@fieldchalk/core/drawing';

const plan = marlStreet();
const computer = new Computer();
const result = computer.compute(plan);
const kitchen = unrollRoom(computer.house, 'r1');

describe('tasks of a wall', () => {
  test('boxes come in nailing order: one height after another, left to right along each', () => {
    for (const wall of kitchen.walls) {
      const one = { ...kitchen, walls: [wall] };
      const order = nailingOrder(boxRects(plan, result, one), result.marks);
      order.slice(1).forEach((b, i) => {
        const [before, now] = [result.marks[order[i]!.id]!, result.marks[b.id]!].map((m) =>
          Math.round(m.bottomFromSubfloor * 16),
        );
        expect(before! < now! || (before === now && order[i]!.x <= b.x)).toBe(true);
      });
    }
  });

  test('each new box once, with its mark as it is read from the subfloor; backing is named first', () => {
    const tasks = kitchen.walls.flatMap((wall) => wallTasks(plan, result, { ...kitchen, walls: [wall] }));
    const boxes = tasks.filter((t) => t.kind === 'box');
    expect(new Set(boxes.map((t) => t.about)).size).toBe(boxes.length);
    for (const t of boxes) {
      const mark = result.marks[t.about]!;
      expect(t.small.includes('block')).toBe(mark.fixing === 'backing');
      expect(t.small.includes('wings')).toBe(mark.fixing === 'wings');
    }
  });

  test('the ceiling: every light by two distances; a wafer light leaves its tail and asks for no box', () => {
    const tasks = ceilingTasks(plan, result, 'r1', (w) => w, 18).filter((t) => t.kind === 'box');
    const own = Object.values(result.ceilings).filter((c) => c.room === 'r1');
    expect(tasks).toHaveLength(own.length);
    expect(notEmpty(tasks).every((t) => t.big.split(' from ').length === 3)).toBe(true);
    expect(
      notEmpty(tasks.filter((t) => t.small.includes('wafer'))).every((t) => t.small.includes('leave')),
    ).toBe(true);
  });
});
