import { describe, expect, test } from 'vitest';
import { compute } from '@fieldchalk/core';
import { marlStreet, study } from '@fieldchalk/core/demo';
import { extentOf, planShapes, snappedEnd, snappedOffset } from './planShapes.ts';

const plan = study();
const house = marlStreet();

describe('shapes of a level', () => {
  test('every wall, opening, box and room of the level and none of another', () => {
    const result = compute(house);
    const [main, loft] = ['L1', 'L2'].map((level) => planShapes(house, result, level));
    expect(main!.walls).toHaveLength(23);
    expect(loft!.walls).toHaveLength(6);
    expect(main!.rooms.map((r) => r.name)).not.toContain('Reading loft');
    expect(main!.boxes.length + loft!.boxes.length).toBe(Object.keys(result.marks).length);
    expect(main!.unnamed).toEqual([]);
    const openings = [...main!.walls, ...loft!.walls].flatMap((w) => w.openings);
    expect(openings).toHaveLength(Object.keys(house.openings).length);
  });

  test('all of it lies within its extent', () => {
    const { x, y, width, height } = extentOf(house, 'L1');
    for (const c of planShapes(house, null, 'L1').corners)
      expect(c.x >= x && c.x <= x + width && c.y >= y && c.y <= y + height).toBe(true);
  });
});

describe('where a drag lands', () => {
  test('a wall comes in line with another that runs the same way, else on the whole inch', () => {
    // w4 is the 30 in. return, w2 the wall across the room that runs the other way.
    const across = snappedOffset(plan, 'w4', 500, 3);
    expect(across).toEqual({ offset: 500, inLine: false });
    const w1 = plan.points[plan.walls['w1']!.from]!;
    const w3 = plan.points[plan.walls['w3']!.from]!;
    const apart = Math.abs(w1.y - w3.y);
    const near = [apart - 1.3, -(apart - 1.3)].map((by) => snappedOffset(plan, 'w1', by, 3));
    expect(near.some((s) => s.inLine && Math.abs(Math.abs(s.offset) - apart) < 1e-9)).toBe(true);
    expect(snappedOffset(plan, 'w1', 4.3, 3)).toEqual({ offset: 4, inLine: false });
  });

  test('a drawn end lands on a corner, on a wall, or square to where it began', () => {
    const corner = Object.values(plan.points)[0]!;
    expect(snappedEnd(plan, 'L1', { x: corner.x + 2, y: corner.y - 2 }, null, 4)).toEqual({
      x: corner.x,
      y: corner.y,
    });
    expect(snappedEnd(plan, 'L1', { x: -300, y: 207 }, { x: -300, y: 100 }, 4)).toEqual({ x: -300, y: 207 });
    expect(snappedEnd(plan, 'L1', { x: -302, y: 207 }, { x: -300, y: 100 }, 4).x).toBe(-300);
  });
});
