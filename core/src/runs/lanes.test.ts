import { describe, expect, test } from 'vitest';
import { computed, houseOf, notEmpty } from '../../testing/index.ts';
import { twoInWall } from '../../testing/twoInWall.ts';
import { drillLine } from './drillLine.ts';
import { lanesWithin, type InTheWay } from './lanes.ts';

const box = (low: number, high: number): InTheWay => ({ id: 'b9', start: 0, end: 3, low, high });
const open = { low: 1.5, high: 94.125, cut: false };

describe('heights of holes', () => {
  test('at the line, where nothing stands in it', () =>
    expect(lanesWithin([24], open, [])).toEqual([{ z: 24 }]));

  test('raised or dropped to clear a box, whichever is less, and it says which', () => {
    expect(lanesWithin([24], open, [box(20, 26)])).toEqual([{ z: 26, avoids: 'b9' }]);
    expect(lanesWithin([24], open, [box(22, 30)])).toEqual([{ z: 22, avoids: 'b9' }]);
  });

  test('clear of two boxes one over the other', () =>
    expect(lanesWithin([24], open, [box(18, 26), box(25, 29)])).toEqual([{ z: 29, avoids: 'b9' }]));

  test('in a low space in what is left of it, once', () => {
    expect(lanesWithin([24, 91.3], { low: 88.5, high: 94.125, cut: false }, [])).toEqual([{ z: 91.3 }]);
    expect(lanesWithin([24], { low: 88.5, high: 94.125, cut: false }, [])).toEqual([{ z: 89.75 }]);
    expect(lanesWithin([24], { low: 88.5, high: 90, cut: false }, [])).toEqual([]);
  });

  test('between blocks only lines that lie between them', () => {
    expect(lanesWithin([24], { low: 1.5, high: 30, cut: true }, [])).toEqual([{ z: 24 }]);
    expect(lanesWithin([24], { low: 31.5, high: 60, cut: true }, [])).toEqual([]);
  });

  test('by school: at one height, 12 in. above the boxes, below the hip', () => {
    const line = (values: object) => drillLine(houseOf(twoInWall('2x4', {}, { rules: { values } })));
    expect(line({})).toBe(24);
    expect(line({ 'drill.height': 20 })).toBe(20);
    expect(line({ 'drill.line': 'above-box' })).toBe(16 + 1.875 + 12);
    expect(line({ 'drill.line': 'below-hip' })).toBe(34);
  });

  test('a box that stands in the line lifts the hole beside it and no other, and moving it away lets it down', () => {
    const line = (height: object, at = 70) => {
      const { boxes, ...rest } = twoInWall('2x4', {}, { levels: { L1: { above: 'closed', below: 'slab' } } });
      const more = { on: { wall: 'w1', side: 'left', at, height }, exact: true };
      return computed(twoInWall('2x4', {}, { levels: rest.levels, boxes: { ...boxes, b3: more } })).runs[
        'k1'
      ]!.bores.filter((b) => b.avoids !== null);
    };
    const low = line({ value: 22, to: 'bottom', from: 'subfloor' });
    expect(notEmpty(low).every((b) => b.avoids === 'b3' && (b.z >= 26.75 || b.z <= 20.5))).toBe(true);
    expect(line({ value: 44, to: 'bottom', from: 'subfloor' })).toEqual([]);
  });
});
