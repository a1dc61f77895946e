import { describe, expect, test } from 'vitest';
import { marlStreet } from '../../../demo/index.ts';
import { compute } from '../../compute/index.ts';
import { extentOf, planShapes } from './planShapes.ts';

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

  test('a room says its size once it is worked out, that it does not close where it does not, and before that nothing', () => {
    const says = (result: Parameters<typeof planShapes>[1]) =>
      planShapes(house, result, 'L1').rooms.find((r) => r.name === 'Kitchen')!.says;
    const result = compute(house);
    const kitchen = Object.keys(house.rooms).find((id) => house.rooms[id]!.name === 'Kitchen')!;
    const open = { ...result.rooms[kitchen]!, closed: false };
    expect(says(null)).toBe('');
    expect(says(result)).toMatch(/^\d+ sq ft · perimeter \d+/);
    expect(says({ ...result, rooms: { ...result.rooms, [kitchen]: open } })).toBe('not closed yet');
  });

  test('all of it lies within its extent', () => {
    const { x, y, width, height } = extentOf(house, 'L1');
    for (const c of planShapes(house, null, 'L1').corners)
      expect(c.x >= x && c.x <= x + width && c.y >= y && c.y <= y + height).toBe(true);
  });
});
