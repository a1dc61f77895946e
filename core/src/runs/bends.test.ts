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

test('an end that turns into a hole with less room is told with both figures', () => {
  const run = { from: 'b1', to: 'b2', cable: '12/2' };
  const at = (x: number, z: number) => ({ x, y: 0, z });
  const tight = (path: readonly ReturnType<typeof at>[], holes: readonly number[]) =>
    tightBends(run, { path, holes: holes.map((x) => at(x, path[1]!.z)) }, rules);
  expect(tight([at(0, 18), at(0, 20), at(30, 20), at(30, 10)], [2, 16])).toEqual([
    { end: 'b1', room: 2, needs: 2.15 },
  ]);
  // Level out of the box, never turning, or with a bay's width to rise over the hole and come down to it.
  expect(tight([at(0, 18), at(30, 18), at(30, 10)], [2])).toEqual([]);
  expect(tight([at(0, 18), at(0, 17)], [])).toEqual([]);
  expect(tight([at(0, 18), at(0, 20), at(30, 20), at(30, 10)], [14])).toEqual([]);
});

test('holes stand clear enough of every box for the usual cable to bend out of it', () => {
  for (const value of [17, 18, 19, 19.5, 20, 20.5, 21, 22, 23])
    for (const cable of ['14/2', '14/3', '12/2', '12/3']) {
      const height = { value, to: 'center', from: 'subfloor' };
      const boxes = Object.fromEntries(
        [30, 98].map((at, i) => [`b${i + 1}`, { on: { wall: 'w1', at, height } }]),
      );
      const runs = { k1: { from: 'b1', to: 'b2', circuit: 'c1', cable, way: 'wall' } };
      expect(
        computed(twoInWall('2x4', {}, { boxes, runs })).runs['k1']!.tight,
        `${cable} at ${value}`,
      ).toEqual([]);
    }
});
