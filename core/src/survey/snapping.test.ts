import { describe, expect, test } from 'vitest';
import { study } from '../../demo/index.ts';
import { edited } from '../../testing/index.ts';
import { snappedEnd, snappedFlat, snappedOffset, wallSegment } from './snapping.ts';

const plan = study();

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

  test('a light comes in line with another of its ceiling, one way or both, else on the whole inch', () => {
    const one = edited(plan, 'addCeilingBox', { room: 'r1', x: 40.25, y: 50.5 });
    const two = edited(one, 'addCeilingBox', { room: 'r1', x: 90, y: 80 });
    const [first, second] = Object.keys(two.boxes).filter((id) => !plan.boxes[id]);
    expect(snappedFlat(two, second!, { x: 41, y: 71.2 }, 2)).toEqual({ x: 40.25, y: 71 });
    expect(snappedFlat(two, second!, { x: 39.5, y: 51 }, 2)).toEqual({ x: 40.25, y: 50.5 });
    expect(snappedFlat(two, first!, { x: 60.4, y: 60.6 }, 2)).toEqual({ x: 60, y: 61 });
  });

  test('a wall that is gone has no segment', () => expect(wallSegment(plan, 'w99')).toBeNull());
});
