import { expect, test } from 'vitest';
import { cableNames, cables } from '../materials/index.ts';
import { computed } from '../../testing/index.ts';
import { twoInWall } from '../../testing/twoInWall.ts';
import { ruleBook } from '../rules/index.ts';
import { bendRoom, tightBends } from './bends.ts';

const rules = ruleBook({});

// NEC 334.24 (from memory): not sharper than five times the cable's diameter.
test('a bend takes five times the larger side of the cable, or what the house says', () => {
  for (const name of cableNames) expect(bendRoom(name, rules)).toBeCloseTo(5 * cables[name]!.width, 9);
  expect(bendRoom('14/2', ruleBook({ 'bend.factor': 8 }))).toBeCloseTo(8 * 0.39, 9);
});

test('an end that turns with less room is told with both figures; one that leaves level or never turns is not', () => {
  const run = { from: 'b1', to: 'b2', cable: '12/2' } as Parameters<typeof tightBends>[0];
  const at = (x: number, z: number) => ({ x, y: 0, z });
  expect(
    tightBends(run, [at(0, 18), at(0, 20), at(2, 20), at(2, 30), at(30, 30), at(30, 10)], rules),
  ).toEqual([{ end: 'b1', room: 2, needs: 2.15 }]);
  expect(tightBends(run, [at(0, 18), at(30, 18), at(30, 10)], rules)).toEqual([]);
  expect(tightBends(run, [at(0, 18), at(0, 17)], rules)).toEqual([]);
  // A bay's width is room enough to rise over the hole and come down to it.
  expect(tightBends(run, [at(0, 18), at(0, 20), at(13, 20), at(13, 0)], rules)).toEqual([]);
});

test('holes stand clear enough of every box for the usual cable to bend out of it', () => {
  for (const value of [17, 18, 19, 19.5, 20, 20.5, 21, 22, 23])
    for (const cable of ['14/2', '14/3', '12/2', '12/3']) {
      const height = { value, to: 'center', from: 'subfloor' };
      const boxes = Object.fromEntries(
        [40, 100].map((at, i) => [`b${i + 1}`, { on: { wall: 'w1', at, height } }]),
      );
      const runs = { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable, way: 'wall' } };
      expect(
        computed(twoInWall('2x4', {}, { boxes, runs })).runs['k1']!.tight,
        `${cable} at ${value}`,
      ).toEqual([]);
    }
});
